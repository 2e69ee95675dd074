import { findChannel } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { counterpart } from '../reading/counterpart.ts';
import { isHungAlike } from '../reading/hung-alike.ts';
import { isRecorded } from '../reading/keying.ts';
import { isReadAsDrawn, readTake, targetRead } from '../reading/read-take.ts';
import { type Finding, findingKey, type Reading, type Severity, type Target, tracksTold } from '../reading/schema.ts';
import { turnedAsTake } from '../reading/whole-turns.ts';
import { type Change, changesBetween, sameData } from '../steps/index.ts';
import { frameCount } from '../time/range.ts';
import { editsOnOffer, lastResorts } from './edits-on-offer.ts';
import { pivotsTaken } from './scene-edits.ts';
import type { EditOnOffer } from './sides.ts';

/** One edit of the fewest: what is done, and what comes of it. */
export interface LeastEdit {
  sentence: string;
  /** From the take with the edits before it to the one with this, too. */
  changes: Change[];
  /** The findings that go with it, in their words. */
  clears: string[];
  /** How many are left after it, and the grade then proposed. */
  left: number;
  grade: number;
}

export interface LeastEdits {
  edits: LeastEdit[];
  /** What no edit puts right. */
  left: Finding[];
  /** Why there is nothing to edit key by key; null where there is. */
  why: string | null;
}

const WEIGHT: Record<Severity, number> = { slight: 1, clear: 2, strong: 4 };
/** What is off in a movement, in percent of its span, counts so much beside the findings. */
const RAW = 0.05;
/** A movement off by so little, in percent of its span, is off by nothing that another edit would be sought for. */
const NEGLIGIBLE_PERCENT = 2;
/** More edits are no correction but the motion set anew. */
const MOST_EDITS = 40;
/** So many readings of a take of little cost, and of a costly one as many samples. */
const MOST_READINGS = 400;
const MOST_READ_SAMPLES = 400_000;
/** Of the edits on offer so many are tried at a time. */
const MOST_TRIED = 60;

/** A take as it is before the next edit, and how wrong. */
interface Now {
  take: MotionDocument;
  wrong: number;
}

interface Tried {
  edit: EditOnOffer;
  take: MotionDocument;
  reading: Reading;
  gain: number;
}

/** How wrong a take is: its findings by their severity, and how far off it is at all. */
function wrongness({ findings, tracks }: Reading): number {
  const said = findings.reduce((sum, finding) => sum + WEIGHT[finding.severity] * tracksTold(finding).length, 0);
  return said + tracks.reduce((sum, track) => sum + RAW * Math.min(100, track.raw.rmsPercent), 0);
}

/** Whether a movement is keyed on every frame, or on every so many, that the target keys by its poses. */
function isRecording(target: MotionDocument, take: MotionDocument): boolean {
  return target.subjects.some((model) =>
    (counterpart(take, model)?.channels ?? []).some((channel) => {
      const asked = findChannel(model, channel.id);
      return channel.id !== 'drawing' && isRecorded(channel, asked) && !(asked && isRecorded(asked));
    }),
  );
}

/**
 * The smallest list of edits found that brings a take within the tolerances of its target: at every step the one on
 * offer that puts right most for the keys it touches, each applied and read again until nothing is left to find; then
 * those that turn out not to be needed are left out. Findings that do not count, by their `findingKey`, are none.
 * Bounded by the number of readings. Pure and deterministic; never throws on valid documents.
 */
export function leastEdits(target: Target, handedIn: MotionDocument, dismissed: readonly string[] = []): LeastEdits {
  const asRead = readTake(target, handedIn);
  // Of another size it is the same still.
  const notCounted = new Set(
    asRead.findings.filter((finding) => dismissed.includes(findingKey(finding))).flatMap(subjectMatters),
  );
  const counted = (reading: Reading): Reading => ({
    ...reading,
    findings: reading.findings.filter((finding) => !subjectMatters(finding).every((matter) => notCounted.has(matter))),
  });
  const counting = (own: Target, take: MotionDocument): Reading => counted(readTake(own, take));
  const start = counted(asRead);
  if (start.findings.length === 0) return { edits: [], left: [], why: null };
  const asked = turnedAsTake(targetRead(target, start), handedIn);
  if (!isHungAlike(asked, handedIn))
    return {
      edits: [],
      left: start.findings,
      why: 'It is carried by something else than in the target: what is off is in how it moves, not in one key.',
    };
  if (isRecording(asked, handedIn))
    return {
      edits: [],
      left: start.findings,
      why: 'It has a key on every frame, or on every so many: there are no keys of its own to put right one by one.',
    };
  const single: Target = { ...target, motion: asked, alternatives: [] };
  if (isReadAsDrawn(single, handedIn))
    return {
      edits: [],
      left: start.findings,
      why: 'It is keyed by other keys than the target: what is off is in how it moves, not in one key or another.',
    };
  const samples = frameCount(asked.range) * Math.max(1, start.tracks.length);
  let readings = Math.min(MOST_READINGS, Math.ceil(MOST_READ_SAMPLES / samples));
  const read = (take: MotionDocument): Reading => {
    readings--;
    return counting(single, take);
  };
  /** Of some edits on offer the one that puts right most for the keys it touches. */
  const tryAll = (offers: Iterable<EditOnOffer>, now: Now): Tried | null => {
    let [best, tried]: [Tried | null, number] = [null, 0];
    /** What there is to gain at all: what is better than that is not looked for. */
    const most = now.wrong - RAW * NEGLIGIBLE_PERCENT;
    for (const edit of offers) {
      if (readings <= 0 || tried++ >= MOST_TRIED) break;
      if (best && most / edit.keys <= best.gain) continue;
      const after = edit.apply(now.take);
      if (sameData(after, now.take)) continue;
      const then = read(after);
      const gain = (now.wrong - wrongness(then)) / edit.keys;
      if (gain > 1e-6 && (!best || gain > best.gain + 1e-9)) best = { edit, take: after, reading: then, gain };
    }
    return best;
  };
  const chosen: EditOnOffer[] = [];
  let [take, reading] = [handedIn, start];
  // Where something ought to be is said by where its pivot is.
  const pivots = pivotsTaken(asked, handedIn);
  if (pivots) {
    const placed = pivots.apply(handedIn);
    const then = read(placed);
    if (wrongness(then) <= wrongness(start)) {
      chosen.push(pivots);
      [take, reading] = [placed, then];
    }
  }
  while (reading.findings.length > 0 && chosen.length < MOST_EDITS && readings > 0) {
    const now: Now = { take, wrong: wrongness(reading) };
    const best = tryAll(editsOnOffer(asked, take, reading), now) ?? tryAll(lastResorts(asked, take, reading), now);
    if (!best) break;
    chosen.push(best.edit);
    [take, reading] = [best.take, best.reading];
  }
  const needed = withoutNeedless(handedIn, chosen, reading.findings.length, () => readings > 0, read);
  return { ...inSteps(handedIn, needed, (motion) => counting(single, motion)), why: null };
}

const applied = (take: MotionDocument, edits: readonly EditOnOffer[]): MotionDocument =>
  edits.reduce((motion, edit) => edit.apply(motion), take);

/** The edits without those that what comes after them makes needless. */
function withoutNeedless(
  take: MotionDocument,
  edits: readonly EditOnOffer[],
  left: number,
  mayRead: () => boolean,
  read: (take: MotionDocument) => Reading,
): EditOnOffer[] {
  let needed = [...edits];
  for (const edit of edits) {
    if (needed.length < 2 || !mayRead()) break;
    const others = needed.filter((other) => other !== edit);
    if (read(applied(take, others)).findings.length <= left) needed = others;
  }
  return needed;
}

/** What a finding is about in each track, however large it is: a key that is less late is late still. */
function subjectMatters(finding: Finding): string[] {
  const { kind, subjectId, channel, firstFrame, expected, unit } = finding;
  const isKey = kind === 'key-late' || kind === 'key-early';
  const matterIn = (track: string | null): string =>
    [isKey ? unit : kind, subjectId, channel ?? track, isKey ? expected : firstFrame].join(' ');
  return tracksTold(finding).map(matterIn);
}

function inSteps(
  handedIn: MotionDocument,
  edits: readonly EditOnOffer[],
  read: (take: MotionDocument) => Reading,
): Pick<LeastEdits, 'edits' | 'left'> {
  let take = handedIn;
  let left = read(handedIn).findings;
  const steps = edits.map((edit): LeastEdit => {
    const [before, found] = [take, left];
    take = edit.apply(before);
    const { findings, proposedGrade } = read(take);
    left = findings;
    const kept = new Set(findings.flatMap(subjectMatters));
    return {
      sentence: edit.sentence,
      changes: changesBetween(before, take),
      clears: found
        .filter((finding) => !subjectMatters(finding).some((matter) => kept.has(matter)))
        .map(({ sentence }) => sentence),
      left: findings.length,
      grade: proposedGrade,
    };
  });
  return { edits: steps, left };
}
