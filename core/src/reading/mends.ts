import { findChannel } from '../motion/document/document.ts';
import { trackEvents } from '../motion/sampling/track.ts';
import type { BothRead } from './checks/check.ts';
import { corrections, indexOf, lastOf } from './put-right.ts';
import type { ReadTrack } from './read-track.ts';
import type { Finding } from './schema.ts';

/** A miss of more than the whole span is as wrong as can be. */
const MOST_PERCENT = 100;

/** What a squared distance from the target is in percent of the span, squared. */
const inPercent = (squared: number, span: number): number => Math.min(MOST_PERCENT ** 2, squared * (100 / span) ** 2);

/** From which index to which, both included. */
interface Stretch {
  from: number;
  to: number;
}

/** From which index to which a track is judged: what is repeated, before or after its keys, is put right with them. */
function judged(read: ReadTrack): Stretch {
  const { subject } = read.sides.target;
  const channels = read.track.channelIds.flatMap((id) => findChannel(subject, id) ?? []);
  const events = trackEvents(subject, read.track);
  return {
    from: channels.some(({ before }) => before) ? indexOf(read, events[0]?.frame ?? 0) : 0,
    to: channels.some(({ after }) => after) ? indexOf(read, events.at(-1)?.frame ?? 0) : lastOf(read),
  };
}

/** The squared error of each frame that is judged, in percent of the span. */
function errorsOf({ reading, whole: { target, take } }: ReadTrack, { from, to }: Stretch): Float64Array {
  const errors = new Float64Array(take[0]?.length ?? 0);
  for (let c = 0; c < target.length; c++) {
    const [asked, drawn] = [target[c]!, take[c]!];
    for (let i = from; i <= to && i < errors.length; i++) errors[i]! += (drawn[i]! - asked[i]!) ** 2;
  }
  for (let i = from; i <= to && i < errors.length; i++) errors[i] = inPercent(errors[i]!, reading.span);
  return errors;
}

/**
 * How much of what is off in all tracks each finding's correction removes, by applying it alone: 1 where nothing is
 * left, 0 where it mends nothing; null for what has no correction in the movement itself. The error is the squared
 * distance from the target at the same seconds, in percent of each track's span, summed over frames and tracks.
 */
export function mendsOf({ tracks }: Pick<BothRead, 'tracks'>, findings: readonly Finding[]): (number | null)[] {
  if (findings.length === 0) return [];
  const moving = tracks.filter(({ reading }) => reading.span > 0);
  const bounds = moving.map(judged);
  const errors = moving.map((read, k) => errorsOf(read, bounds[k]!));
  let all = 0;
  for (const own of errors) for (let i = 0; i < own.length; i++) all += own[i]!;
  return findings.map((finding) => {
    let [removed, isAny] = [0, false];
    moving.forEach((read, k) => {
      const { target } = read.whole;
      const within = bounds[k]!;
      for (const { from, to, valueAt } of corrections(read, finding) ?? []) {
        isAny = true;
        for (let i = Math.max(from, within.from); i <= to && i <= within.to; i++) {
          let squared = 0;
          for (let c = 0; c < target.length; c++) squared += (valueAt(c, i) - target[c]![i]!) ** 2;
          removed += errors[k]![i]! - inPercent(squared, read.reading.span);
        }
      }
    });
    return isAny && all > 0 ? (removed > 0 ? removed / all : 0) : null;
  });
}
