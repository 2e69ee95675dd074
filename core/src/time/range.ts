import * as z from 'zod';
import { readDecimal } from '../read-decimal.ts';
import { type Issue, type Result } from '../result.ts';
import { toNumber } from './exact.ts';
import { framesPerSecond, type Rate } from './rate.ts';
import { parseTime } from './ruler.ts';

export const FRAME_LIMIT = 100_000;

/** First and last frame on the ruler, both shown. A range holds at least one frame. */
export const FrameRange = z
  .object({
    first: z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT),
    last: z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT),
  })
  .refine((range) => range.last >= range.first, {
    path: ['last'],
    message: 'The last frame comes before the first.',
  });
export type FrameRange = z.infer<typeof FrameRange>;

/** What of a part lies within a whole; null when nothing does, or all of the whole. */
export function partWithin(part: FrameRange | null, whole: FrameRange): FrameRange | null {
  if (!part) return null;
  const first = Math.max(part.first, whole.first);
  const last = Math.min(part.last, whole.last);
  return first > last || (first === whole.first && last === whole.last) ? null : { first, last };
}

/** A range as it is read: `1–33`, and where a minus would stand beside the dash `−5 to 33`. */
export function formatRange({ first, last }: FrameRange): string {
  const [a, b] = [first, last].map((frame) => String(frame).replace('-', '−'));
  return first < 0 || last < 0 ? `${a} to ${b}` : `${a}–${b}`;
}

/** How many frames are shown: `last − first + 1`. */
export function frameCount(range: FrameRange): number {
  return range.last - range.first + 1;
}

/** How long the whole range is on screen, in seconds: 24 frames at 24 fps run 1.000 s. */
export function runningSeconds(range: FrameRange, rate: Rate): number {
  return frameCount(range) / framesPerSecond(rate);
}

/** Seconds from frame `a` to frame `b`: keys on 1 and 24 at 24 fps are 0.958 s apart. */
export function travelSeconds(a: number, b: number, rate: Rate): number {
  return (b - a) / framesPerSecond(rate);
}

function checkFrame(frame: number, end: 'first' | 'last', issues: Issue[]): void {
  if (!Number.isInteger(frame)) {
    issues.push({ code: 'frame-not-whole', path: [end], message: `The ${end} frame must be a whole number.` });
  } else if (Math.abs(frame) > FRAME_LIMIT) {
    issues.push({
      code: 'frame-out-of-range',
      path: [end],
      message: `Frames run from −${FRAME_LIMIT} to ${FRAME_LIMIT}.`,
    });
  }
}

const frameIn = (text: string): number => {
  const read = readDecimal(text);
  return read.ok ? read.value : NaN;
};

/** Whether an end is told by how long the range runs: with a unit, as a timecode, or as so many frames (`+36`). */
function isLength(text: string): boolean {
  return /^\s*\+/.test(text) || (/[a-z':;]/i.test(text) && Number.isNaN(frameIn(text)));
}

/**
 * Reads a range a person typed by its ends; the last may be told by how long it runs: `2s`, `36f`, `+36`, to whole
 * frames. Issues: `frame-not-whole`, `frame-out-of-range`, `last-before-first`, those of `parseTime`.
 */
export function parseRange(firstText: string, lastText: string, rate: Rate): Result<FrameRange> {
  const issues: Issue[] = [];
  const first = frameIn(firstText);
  checkFrame(first, 'first', issues);
  const length = isLength(lastText) ? parseTime(lastText, rate) : null;
  if (length && !length.ok) return { ok: false, issues: length.issues.map((issue) => ({ ...issue, path: ['last'] })) };
  const last = length ? first + Math.round(toNumber(length.value)) - 1 : frameIn(lastText);
  // Of a length from a first frame that is none, nothing can be said yet.
  if (!length || issues.length === 0) checkFrame(last, 'last', issues);
  if (issues.length === 0 && last < first) {
    issues.push({
      code: 'last-before-first',
      path: ['last'],
      message: `The last frame (${last}) comes before the first (${first}).`,
    });
  }
  return issues.length > 0 ? { ok: false, issues } : { ok: true, value: { first, last } };
}
