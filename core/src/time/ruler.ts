import Fraction from 'fraction.js';
import { calculate } from '../calculate.ts';
import { accept, quoted, refuse, type Result } from '../result.ts';
import { type Exact, formatExact, toExact } from './exact.ts';
import type { Rate } from './rate.ts';
import { formatTimecode, parseTimecode } from './timecode.ts';

/** Keys stand on thousandths of a frame at finest; a ruler shows no more. */
const GRAINS = 1000;

/** Decimals of seconds that tell a thousandth of a frame apart up to 240 fps. */
const SECOND_DECIMALS = 6;

interface RulerUnit {
  label: string;
  format: (frame: number, rate: Rate) => string;
}

function decimals(value: Fraction, most: number, least: number): string {
  const fixed = value.round(most).toString(most).replace('-', '−');
  const [whole, rest = ''] = fixed.split('.');
  const kept = rest.padEnd(least, '0');
  return kept === '' ? whole! : `${whole}.${kept}`;
}

function grainsOf(frame: number): Fraction {
  return new Fraction(Math.round(frame * GRAINS), GRAINS);
}

function secondsOf(frame: number, rate: Rate): Fraction {
  return grainsOf(frame).mul(rate.den).div(rate.num);
}

/** How a place on the ruler can be written. Frame 0 is at 0 seconds. */
export const RULER_UNITS = {
  frames: { label: 'frames', format: (frame) => decimals(grainsOf(frame), 3, 0) },
  seconds: { label: 'seconds', format: (frame, rate) => `${decimals(secondsOf(frame, rate), SECOND_DECIMALS, 3)} s` },
  milliseconds: {
    label: 'milliseconds',
    format: (frame, rate) => `${decimals(secondsOf(frame, rate).mul(1000), SECOND_DECIMALS - 3, 0)} ms`,
  },
  timecode: { label: 'timecode', format: formatTimecode },
  fraction: { label: 'frame and fraction', format: (frame) => formatExact(toExact(grainsOf(frame))) },
} as const satisfies Record<string, RulerUnit>;
export type RulerUnitName = keyof typeof RULER_UNITS;
export const RULER_UNIT_NAMES = Object.keys(RULER_UNITS) as [RulerUnitName, ...RulerUnitName[]];

/** Writes a frame in a unit of the ruler. `parseRuler` reads it back exactly, to the thousandth of a frame. */
export function formatRuler(frame: number, unit: RulerUnitName, rate: Rate): string {
  return RULER_UNITS[unit].format(frame, rate);
}

/** Frames of film a foot: 35 mm, four perforations a frame (the footage counters of film). */
const FRAMES_A_FOOT = 16;

const UNITS: readonly [names: RegExp, seconds: Fraction | null, frames?: number][] = [
  [/^(f|fr|frames?)$/i, null, 1],
  [/^(ft|foot|feet|')$/i, null, FRAMES_A_FOOT],
  [/^(ms|milliseconds?)$/i, new Fraction(1, 1000)],
  [/^(s|secs?|seconds?)$/i, new Fraction(1)],
  [/^(m|mins?|minutes?)$/i, new Fraction(60)],
];

/**
 * Reads a place or a length of time a person typed, in any unit: `48f`, `2.5s`, `1½ s`, `2500 ms`, `17 1/4`,
 * `00:00:02:00`, `3 feet 8` (of film, 16 frames a foot), and sums of these: `1s + 6`, `48/3`. A bare number is frames,
 * or what `assumed` says. Gives frames, exactly. Issues: `time-not-read`, those of `parseTimecode`.
 */
export function parseTime(text: string, rate: Rate, assumed: 'frames' | 'seconds' = 'frames'): Result<Exact> {
  const frames = readTime(text, rate, assumed);
  return frames.ok ? accept(toExact(frames.value)) : frames;
}

function readTime(text: string, rate: Rate, assumed: 'frames' | 'seconds'): Result<Fraction> {
  const frames = calculate(text, {
    assumed,
    inUnit: (value, unit) => {
      const known = UNITS.find(([names]) => names.test(unit));
      if (!known) return null;
      const [, seconds, each] = known;
      return seconds ? value.mul(seconds).mul(rate.num).div(rate.den) : value.mul(each!);
    },
    term: (typed) => {
      const parsed = parseTimecode(typed.replace(/\s/g, ''), rate);
      return parsed.ok ? accept(grainsOf(parsed.value)) : parsed;
    },
  });
  if (frames.ok || frames.issues[0]?.code.startsWith('timecode')) return frames;
  return refuse(
    'time-not-read',
    [],
    `${quoted(text, 'is not a time. ')}Type it such as 2.5s, 48f, 2500 ms or ${formatTimecode(48, rate)}.`,
  );
}

/** As `parseTime`, as a place on the ruler: to the nearest thousandth of a frame. */
export function parseRuler(text: string, rate: Rate, assumed?: 'frames' | 'seconds'): Result<number> {
  const parsed = readTime(text, rate, assumed ?? 'frames');
  return parsed.ok ? accept(Number(parsed.value.mul(GRAINS).round().valueOf()) / GRAINS) : parsed;
}
