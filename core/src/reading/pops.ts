import { CHANNELS } from '../motion/document/channels.ts';
import { findChannel } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { extentOfKeys } from '../motion/keys/thin-keys.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { type Track, trackWith } from '../motion/sampling/track.ts';
import { askedOf } from './counterpart.ts';
import { regularGap } from './keying.ts';
import { noiseOf } from './moments.ts';
import type { Finding, Tolerances } from './schema.ts';
import { severityOf } from './severity.ts';
import { createSharedTime } from './shared-time.ts';
import { amount, capital, subjectDoes } from './words.ts';

/** Frames about a pop on which the model is looked at. */
const NEAR = [-2, -1, 0, 1, 2];
/** The model is also looked at up to so many frames before and after, in such steps: what pops there may be late. */
const LATE = 16;
const LATE_STEP = 0.25;
/** Of more that pop it is not looked whether they are. */
const MOST_LATE = 40;
/** Rows that differ nowhere by more than this share of what a sample is off by are the same. */
const SAME_ROW = 0.25;
/** A pop is so many times larger than the noise. */
const TIMES_NOISE = 8;
/**
 * A single sample off by p is off by p from a cubic through its four neighbours, and puts those beside it off by −2/3 p
 * and the next by 1/6 p, on the one side at least where a jump is near on the other; a corner puts those beside it off
 * by half of what it is off itself.
 */
const BESIDE = -0.57;
const NEXT = 0.06;

/** So many samples on either side say whether one is in its row. */
const ROW = 4;

/** How far a sample is from the cubic through the two before and the two after it. */
function offCubic(values: readonly number[], i: number): number {
  return values[i]! - (4 * (values[i - 1]! + values[i + 1]!) - values[i - 2]! - values[i + 2]!) / 6;
}

/** Which samples, each on its frame, jump out of their row by more than `least`: none beside frames that are lost. */
export function popsIn(values: readonly number[], frames: readonly number[], least: number): number[] {
  const most = Math.max(least, TIMES_NOISE * noiseOf(values, 'quarter'));
  const found: number[] = [];
  for (let i = ROW; i + ROW < values.length; i++) {
    const off = offCubic(values, i);
    if (Math.abs(off) <= most || frames[i + ROW]! - frames[i - ROW]! > 2 * ROW + 0.01) continue;
    const share = (by: number): number => offCubic(values, i + by) / off;
    if (Math.max(share(-1), share(1)) <= BESIDE && Math.max(share(-2), share(2)) >= NEXT) found.push(i);
  }
  return found;
}

/** Whether two rows of samples go the same way, wherever they are. */
function isSameRow(row: readonly number[], other: readonly number[], most: number): boolean {
  const [middle, otherMiddle] = [row[row.length >> 1]!, other[row.length >> 1]!];
  return row.every((value, k) => Math.abs(value - middle - (other[k]! - otherMiddle)) <= most);
}

/** Which samples pop by more than `least` where the model does not, nor would if it were late: by its values, asked. */
function ownPops(
  values: readonly number[],
  frames: readonly number[],
  least: number,
  asks: (frame: number) => number,
): number[] {
  const off = (i: number): number => Math.abs(offCubic(values, i));
  const asked = (i: number, by: number): number[] => NEAR.map((step) => asks(frames[i]! + by + step));
  // What stands out in the model, too, is a corner there.
  const pops = popsIn(values, frames, least).filter((i) =>
    NEAR.every((by) => Math.abs(offCubic(asked(i, by), 2)) < off(i) / 2),
  );
  const isLate = (i: number): boolean => {
    const row = NEAR.map((by) => values[i + by]!);
    for (let by = -LATE; by <= LATE; by += LATE_STEP) if (isSameRow(row, asked(i, by), SAME_ROW * off(i))) return true;
    return false;
  };
  return pops.length > MOST_LATE ? pops : pops.filter((i) => !isLate(i));
}

/** How far the keys of a movement are apart: of a place in that coordinate which goes further. */
function spanOfTrack(subject: Subject, { channelIds }: Track): number {
  return Math.max(0, ...channelIds.map((id) => extentOfKeys(findChannel(subject, id)?.keys ?? [])));
}

/** A recording without its pops, and what is said of them: what is left is read as if they had not been. */
export function withoutPops(
  take: MotionDocument,
  target: MotionDocument,
  { spacingPercent }: Tolerances,
): { take: MotionDocument; findings: Finding[] } {
  const findings: Finding[] = [];
  const askedBy = askedOf(target, take);
  const time = createSharedTime(target, take);
  const subjects = take.subjects.map((subject): Subject => {
    const asked = askedBy.get(subject);
    if (!asked) return subject;
    const channels = subject.channels.map((channel): Channel => {
      const track = trackWith(channel.id);
      const model = findChannel(asked, channel.id);
      if (!track || !model || CHANNELS[channel.id].blend || regularGap(channel.keys) !== 1) return channel;
      const least = (spanOfTrack(asked, track) * spacingPercent) / 100;
      if (!(least > 0)) return channel;
      const values = channel.keys.map((key) => key.value);
      const asks = (frame: number): number => sampleChannel(model, time.toTarget(frame));
      const frames = channel.keys.map((key) => key.frame);
      const pops = ownPops(values, frames, least, asks);
      for (const i of pops) {
        const frame = frames[i]!;
        const off = Math.abs(offCubic(values, i));
        findings.push({
          subjectId: asked.id,
          track: track.id,
          kind: 'frame-pops',
          firstFrame: frame,
          lastFrame: frame,
          measured: off,
          expected: 0,
          tolerance: least,
          unit: track.unit,
          severity: severityOf(off, least)!,
          sentence: capital(
            `${subjectDoes(asked.name, 'pop')} on frame ${frame}: ` +
              `it is ${amount(off, track.unit)} off between the drawings beside it.`,
          ),
        });
      }
      return pops.length === 0
        ? channel
        : {
            ...channel,
            keys: channel.keys.map((key, i) =>
              pops.includes(i) ? { ...key, value: key.value - offCubic(values, i) } : key,
            ),
          };
    });
    return { ...subject, channels };
  });
  return findings.length > 0 ? { take: { ...take, subjects }, findings } : { take, findings };
}
