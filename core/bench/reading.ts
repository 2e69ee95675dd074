import {
  bakeChannelInto,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  FINDING_KINDS,
  type FindingKind,
  type MotionDocument,
  moveKeys,
  readTake,
  setLeave,
  startingScene,
  type Target,
} from '../src/index.ts';
import { MODELS } from '../testing/clean-models.ts';
import { createDice } from '../testing/dice.ts';
import { FAULTS } from '../testing/faults/index.ts';
import { HOSTILE } from '../testing/hostile-motions.ts';
import { measure } from './row.ts';

const VARIATIONS = 300;
const AIM = 0.98;
const READ_AIM_MS = 10;
const PLAIN_AIM = 25;
/** A round is no more than two or three readings: of a few rounds the median is still chance. */
const COST_ROUNDS = 60;

interface Count {
  injected: number;
  found: number;
  reported: number;
  right: number;
}

/**
 * How many of the known faults are found, and how many findings are of known faults, by kind. Takes without a fault
 * count as well: what is found in them is wrong.
 */
function quality(): Map<FindingKind, Count> {
  const counts = new Map<FindingKind, Count>();
  const of = (kind: FindingKind): Count => {
    if (!counts.has(kind)) counts.set(kind, { injected: 0, found: 0, reported: 0, right: 0 });
    return counts.get(kind)!;
  };
  const tally = (asked: readonly FindingKind[], found: ReadonlySet<FindingKind>): void => {
    for (const kind of asked) {
      of(kind).injected++;
      if (found.has(kind)) of(kind).found++;
    }
    for (const kind of found) {
      of(kind).reported++;
      if (asked.includes(kind)) of(kind).right++;
    }
  };
  for (let seed = 0; seed < VARIATIONS; seed++) {
    for (const make of Object.values(FAULTS)) {
      const { target, take, kinds } = make(createDice(seed * 104_729 + 17));
      tally(kinds, new Set(readTake(target, take).findings.map((finding) => finding.kind)));
    }
    for (const make of Object.values(MODELS)) {
      const { target } = make(createDice(seed * 104_729 + 17));
      tally([], new Set(readTake(target, target.motion).findings.map((finding) => finding.kind)));
    }
  }
  return counts;
}

const LOOK = { shape: 'box', widthPx: 60, heightPx: 60, fill: '#2456a6' } as const;
const SECONDS = 30;
const TRACKS = 10;
/** What any document may cost to read on a slow core; a thread of the server gives up well after it. */
const HOSTILE_BOUND_S = 10;

/**
 * Ten dishes over thirty seconds at 24 fps with a key every half second; and a take of it with late keys and lost
 * eases.
 */
function longTake(): { target: Target; take: MotionDocument } {
  const frames = Array.from({ length: SECONDS * 2 }, (_, i) => 1 + i * 12);
  const subjects = Array.from({ length: TRACKS }, (_, n) => {
    const keys = (swing: number, phase: number) =>
      frames.map((frame, i) => createKey(frame, 300 + swing * Math.sin(i * 1.3 + n + phase), { link: 'flat' }));
    const subject = createSubject(`dish-${n}`, `Dish ${n + 1}`, LOOK, { x: 0, y: 0 });
    return {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.x'
          ? createChannel(channel.id, 0, keys(200, 0))
          : channel.id === 'position.y' && n < 3
            ? createChannel(channel.id, 0, keys(120, 1))
            : channel,
      ),
    };
  });
  const motion = { ...createMotion(subjects), range: { first: 1, last: SECONDS * 24 } };
  const late = subjects.map((subject, n) => ({
    subjectId: subject.id,
    channelId: 'position.x' as const,
    frame: frames[5 + n * 3]!,
  }));
  const take = setLeave(
    moveKeys(motion, late, 3).motion,
    subjects.map((subject, n) => ({ subjectId: subject.id, channelId: 'position.x' as const, frame: frames[40 - n]! })),
    'linear',
  ).motion;
  return { target: { motion, tolerances: { keyFrames: 1, spacingPercent: 4 } }, take };
}

/** How far apart two motions are, frame by frame: every keyed channel of both sampled and compared. */
function plainPass(a: MotionDocument, b: MotionDocument): number {
  const count = a.range.last - a.range.first + 1;
  const [one, other] = [new Float64Array(count), new Float64Array(count)];
  let apart = 0;
  a.subjects.forEach((subject, s) =>
    subject.channels.forEach((channel, c) => {
      if (channel.keys.length === 0) return;
      bakeChannelInto(one, channel, a.range.first, 1);
      bakeChannelInto(other, b.subjects[s]!.channels[c]!, a.range.first, 1);
      for (let i = 0; i < count; i++) apart += Math.abs(one[i]! - other[i]!);
    }),
  );
  return apart;
}

/** Prints precision and recall of the findings by kind, and how long a reading takes. */
export function benchReading(): void {
  const share = (part: number, whole: number): string => (whole === 0 ? '—' : (part / whole).toFixed(3));
  console.log(
    `\nreading: ${VARIATIONS} variations of each of ${Object.keys(FAULTS).length} known faults and ` +
      `${Object.keys(MODELS).length} clean models (aim ${AIM} each)`,
  );
  console.log(`${'finding'.padEnd(22)}${'injected'.padStart(10)}${'recall'.padStart(9)}${'precision'.padStart(11)}`);
  const counts = quality();
  for (const kind of Object.keys(FINDING_KINDS) as FindingKind[]) {
    const count = counts.get(kind);
    if (!count) {
      console.log(`${kind.padEnd(22)}${'0'.padStart(10)}   not injected`);
      continue;
    }
    const under = count.found < AIM * count.injected || count.right < AIM * count.reported;
    console.log(
      `${kind.padEnd(22)}${String(count.injected).padStart(10)}${share(count.found, count.injected).padStart(9)}` +
        `${share(count.right, count.reported).padStart(11)}${under ? ' !' : ''}`,
    );
  }
  const { target, take } = longTake();
  const reading = (): unknown => readTake(target, take);
  const { ownNs, peerNs } = measure(1, reading, () => plainPass(target.motion, take), COST_ROUNDS);
  console.log(
    `reading a take of ${SECONDS} s and ${TRACKS} tracks: median ${(ownNs / 1e6).toFixed(2)} ms (aim under ` +
      `${READ_AIM_MS} ms), ${(ownNs / peerNs).toFixed(1)} times a plain pass over its samples (aim at most ` +
      `${PLAIN_AIM})`,
  );
  benchHostile();
}

/**
 * Prints what the costliest documents that the schema takes cost to read, against themselves and against their own
 * starting scene.
 */
function benchHostile(): void {
  const rows = Object.entries(HOSTILE).map(([name, make]) => {
    const motion = make();
    const seconds = [motion, startingScene(motion)].map((take) => {
      const from = performance.now();
      readTake({ motion, tolerances: { keyFrames: 1, spacingPercent: 4 } }, take);
      return (performance.now() - from) / 1000;
    });
    return { name, seconds: Math.max(...seconds) };
  });
  const worst = rows.reduce((most, row) => (row.seconds > most.seconds ? row : most));
  console.log(
    `the ${rows.length} costliest documents the schema takes: slowest read in ${worst.seconds.toFixed(2)} s ` +
      `(${worst.name}; bound ${HOSTILE_BOUND_S} s)`,
  );
}
