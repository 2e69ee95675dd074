import {
  formatRuler,
  type FrameRange,
  parseRuler,
  type Rate,
  type Result,
  RULER_UNIT_NAMES,
  type RulerUnitName,
} from '@undulan/core';
import { useStored, withMark } from '../ui/index.ts';

const NAME = 'ruler-unit';

/** The unit the ruler is written in, remembered in this browser. */
export function useRulerUnit(): [RulerUnitName, (unit: RulerUnitName) => void] {
  const [stored, store] = useStored<RulerUnitName>(NAME, 'frames');
  return [RULER_UNIT_NAMES.includes(stored) ? stored : 'frames', store];
}

/** Least room a label of a unit needs between ticks, in px. */
export const LABEL_ROOM_PX: Record<RulerUnitName, number> = {
  frames: 34,
  fraction: 34,
  seconds: 58,
  milliseconds: 48,
  timecode: 88,
};

/** Frames are numbered as they are labelled; clock time counts from the first frame of the range. */
const countsFromFirst = (unit: RulerUnitName): boolean => unit !== 'frames' && unit !== 'fraction';

/** A place on the ruler, written in a unit. */
export function formatPlace(frame: number, unit: RulerUnitName, range: FrameRange, rate: Rate): string {
  const text = formatRuler(countsFromFirst(unit) ? frame - range.first : frame, unit, rate);
  return withMark(unit === 'seconds' ? text.replace(/(\.\d{3})\d*/, '$1') : text);
}

/** Where a typed place counts from. */
interface Origin {
  range: FrameRange;
  rate: Rate;
  now: number;
}

const CLOCK_TIME = /[:;]|\d\s*(ms|milli|s|m|ft|feet|foot|')/i;

/**
 * Reads a place a person typed: a frame (`12`, `12.5`, `12 1/2`), clock time or feet of film from the first frame
 * (`0.5s`, `00:00:00:12`, `3 feet 8`), or so much further than now (`+6`, `+1s`). To a thousandth of a frame.
 */
export function parsePlace(text: string, { range, rate, now }: Origin): Result<number> {
  const parsed = parseRuler(text, rate);
  if (parsed.ok && /^\s*\+/.test(text)) return { ok: true, value: now + parsed.value };
  return parsed.ok && CLOCK_TIME.test(text) ? { ok: true, value: parsed.value + range.first } : parsed;
}
