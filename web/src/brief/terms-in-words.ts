import type { LatePolicy } from '@undulan/contract';
import {
  CHANNELS,
  frameCount,
  type Limits,
  type MotionDocument,
  type NamedEvent,
  runningSeconds,
  type Tolerances,
  travelSeconds,
} from '@undulan/core';
import { fixed, formatDue, ownRate, withMark } from '../ui/index.ts';

/** What is fixed about an exercise. */
export interface Terms {
  start: MotionDocument;
  tolerances: Tolerances;
  mayChange: Limits;
  dueAt: string | null;
  latePolicy: LatePolicy;
  takeLimit: number | null;
  /** What happens at keys of the model, where it is shown. */
  events?: readonly NamedEvent[];
}

const LATE_WORDS: Record<LatePolicy, string> = {
  accept: 'later takes count too',
  mark: 'later takes are marked late',
  refuse: 'no takes after that',
};

/** What the learner may change, in a line. */
function yours({ rate, range, subjects, path, channels, maxKeys }: Limits): string {
  const keys = channels
    ? `keys on ${channels.map((id) => CHANNELS[id].label.toLowerCase()).join(', ')}`
    : 'keys on all channels';
  const parts = [
    maxKeys === null ? keys : `${keys}, ${maxKeys} at most`,
    rate && 'the frame rate',
    range && 'the range',
    subjects && 'the subjects',
    path && 'the paths',
  ];
  return parts.filter(Boolean).join(' · ');
}

/** `take-off 7 · apex 17`, in the order of time; of several on a frame each name once. */
function eventsInWords(events: readonly NamedEvent[]): string {
  const said = events.toSorted((a, b) => a.frame - b.frame).map(({ name, frame }) => `${name} ${frame}`);
  return [...new Set(said)].join(' · ');
}

/** What is fixed about an exercise, each with its name: for the drawer on the Bench and for paper. */
export function termsInWords({
  start,
  tolerances,
  mayChange,
  dueAt,
  latePolicy,
  takeLimit,
  events = [],
}: Terms): { name: string; words: string }[] {
  const { range, rate } = start;
  return [
    { name: 'rate', words: `${ownRate(rate)} fps` },
    {
      name: 'range',
      words:
        `${range.first}–${range.last}, ${frameCount(range)} frames, runs ` +
        `${fixed(runningSeconds(range, rate), 3)} s, travel ` +
        `${fixed(travelSeconds(range.first, range.last, rate), 3)} s`,
    },
    {
      name: 'allowed',
      words: withMark(`keys ±${tolerances.keyFrames} frames, spacing ±${tolerances.spacingPercent} %`),
    },
    { name: 'yours', words: yours(mayChange) },
    ...(dueAt ? [{ name: 'due', words: `${formatDue(dueAt)}, ${LATE_WORDS[latePolicy]}` }] : []),
    ...(events.length > 0 ? [{ name: 'events', words: eventsInWords(events) }] : []),
    ...(takeLimit === null ? [] : [{ name: 'takes', words: `${takeLimit} at most` }]),
  ];
}
