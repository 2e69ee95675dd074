import { createKey } from '../motion/document/document.ts';
import type { Key } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';

/**
 * Where `n` marks stand on a path, a mark a frame, as shares of its length. On a closed path they lie in [0, 1) and the
 * first comes round again after the last; on an open one the last is at 1.
 */
export type Marks = number[];

/** How marks can be spread. Dense is slow, sparse is fast. */
export const MARK_SPREADS = ['even', 'dense-one-side', 'dense-both-turns', 'sparse-both-turns'] as const;
export type MarkSpread = (typeof MARK_SPREADS)[number];

/**
 * The places of evenly timed marks: time u warped to u − a/(2πm)·sin(2πmu), which crowds them about u = 0 (m = 1) or
 * about 0 and 1/2 (m = 2), and with the sign turned spreads them there. Below a = 1 no mark passes another.
 */
const WARPS: Record<MarkSpread, { turns: number; sign: number }> = {
  even: { turns: 1, sign: 0 },
  'dense-one-side': { turns: 1, sign: 1 },
  'dense-both-turns': { turns: 2, sign: 1 },
  'sparse-both-turns': { turns: 2, sign: -1 },
};

/** Spreads `n` marks (2 at least) on a closed or open path. `strength` in [0, 0.95] is how uneven. */
export function spreadMarks(n: number, spread: MarkSpread, strength: number, closed: boolean): Marks {
  const { turns, sign } = WARPS[spread];
  const uneven = sign * Math.min(0.95, Math.max(0, strength));
  const whole = closed ? n : n - 1;
  return Array.from({ length: n }, (_, i) => {
    if (i === 0 || (!closed && i === n - 1)) return closed ? 0 : i / whole;
    const u = i / whole;
    return u - (uneven / (2 * Math.PI * turns)) * Math.sin(2 * Math.PI * turns * u);
  });
}

/** A mark comes no nearer to its neighbours than this share of the path. */
const LEAST_GAP = 1e-4;

/**
 * Drags one mark along the path; it stays between its neighbours, and on an open path the two ends stay where they are.
 */
export function moveMark(marks: Marks, index: number, share: number, closed: boolean): Marks {
  const isEnd = index === 0 || index === marks.length - 1;
  if (!closed && isEnd) return marks;
  const low = (index > 0 ? marks[index - 1]! : marks.at(-1)! - 1) + LEAST_GAP;
  const high = (index < marks.length - 1 ? marks[index + 1]! : marks[0]! + 1) - LEAST_GAP;
  return marks.map((mark, i) => (i === index ? Math.min(high, Math.max(low, share)) : mark));
}

/**
 * The `travel` keys that put each mark on its frame, from `firstFrame` on; on a closed path with the closing key, one
 * round on, on the frame after the last. A 12-mark loop at 12 fps lasts 1 s.
 */
export function marksToTravel(marks: Marks, firstFrame: number, closed: boolean): Key[] {
  const keys = marks.map((share, i) => createKey(firstFrame + i, share, { leave: 'linear', role: 'inbetween' }));
  if (closed) keys.push(createKey(firstFrame + marks.length, marks[0]! + 1, { leave: 'linear', role: 'extreme' }));
  return keys.map((key, i) => (i === 0 || i === keys.length - 1 ? { ...key, role: 'extreme' } : key));
}

/**
 * Marks as a `travel` channel's keys put them: its value on each of `n` frames. The exact inverse of `marksToTravel`.
 */
export function travelToMarks(keys: readonly Key[], firstFrame: number, n: number): Marks {
  const channel = { id: 'travel' as const, resting: 0, keys: [...keys] };
  return Array.from({ length: n }, (_, i) => sampleChannel(channel, firstFrame + i));
}
