import Fraction from 'fraction.js';
import { accept, refuse, type Result } from '../result.ts';
import { type Exact, formatExact, toExact } from './exact.ts';
import { parseNumber } from './quantity.ts';
import type { Rate } from './rate.ts';
import { formatTimecode, looksLikeTimecode, parseTimecode } from './timecode.ts';

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

const NUMBER = /^([−-]?\d+(?:[.,]\d+)?(?:\/\d+)?)\s*(f|fr|frames?|s|sec|seconds?|ms|milliseconds?|min|minutes?)?$/i;
const MIXED = /^([−-]?)(\d+)\s*\+?\s+(\d+)\/(\d+)$/;
const PER_SECOND: Record<string, number> = { s: 1, m: 60 };

/**
 * Reads a place or a length of time a person typed, in any unit: `48f`, `2.5s`, `2500 ms`, `17 1/4`, `00:00:02:00`. A
 * bare number is frames, or what `assumed` says. Gives frames, exactly. Issues: `time-not-read`, those of
 * `parseTimecode`.
 */
export function parseTime(text: string, rate: Rate, assumed: 'frames' | 'seconds' = 'frames'): Result<Exact> {
  const frames = readTime(text, rate, assumed);
  return frames.ok ? accept(toExact(frames.value)) : frames;
}

function readTime(text: string, rate: Rate, assumed: 'frames' | 'seconds'): Result<Fraction> {
  const typed = text.trim();
  if (looksLikeTimecode(typed)) {
    const parsed = parseTimecode(typed, rate);
    return parsed.ok ? accept(grainsOf(parsed.value)) : parsed;
  }
  const mixed = MIXED.exec(typed);
  if (mixed && Number(mixed[4]) > 0) {
    const value = new Fraction(Number(mixed[2])).add(new Fraction(Number(mixed[3]), Number(mixed[4])));
    return accept(mixed[1] ? value.neg() : value);
  }
  const match = NUMBER.exec(typed);
  if (!match || /\/0+$/.test(match[1]!))
    return refuse(
      'time-not-read',
      [],
      `"${typed}" is not a time. Type it such as 2.5s, 48f, 2500 ms or ${formatTimecode(48, rate)}.`,
    );
  const value = parseNumber(match[1]!);
  const unit = match[2]?.toLowerCase() ?? (assumed === 'seconds' ? 's' : 'f');
  if (unit.startsWith('f')) return accept(value);
  const perSecond = unit.startsWith('ms') || unit.startsWith('milli') ? 1 / 1000 : PER_SECOND[unit[0]!]!;
  return accept(
    value
      .mul(perSecond < 1 ? new Fraction(1, 1000) : perSecond)
      .mul(rate.num)
      .div(rate.den),
  );
}

/** As `parseTime`, as a place on the ruler: to the nearest thousandth of a frame. */
export function parseRuler(text: string, rate: Rate, assumed?: 'frames' | 'seconds'): Result<number> {
  const parsed = readTime(text, rate, assumed ?? 'frames');
  return parsed.ok ? accept(Number(parsed.value.mul(GRAINS).round().valueOf()) / GRAINS) : parsed;
}
