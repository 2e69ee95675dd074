import { turnsOf } from '../../turns.ts';
import { noiseOf } from '../moments.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { movingChannels } from '../track-error.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found, isAbout } from './check.ts';

/** A swing is one of a settle while it is at most this share of the one before. */
const DECAYS = 0.65;
/** A swing is so many times larger than the noise. */
const NOISE_TIMES = 4;
/** How much the share each swing keeps of the one before may differ. */
const DECAY_TOLERANCE = 0.3;

/** A last step of more than this share of the least swing is no rest: what goes on at its end has not come to one. */
const GOES_ON = 0.25;

export interface Settle {
  /** How far each swing goes past the place of rest, largest first, in the unit of the values. */
  swings: number[];
  /** The indices of their far ends. */
  ends: number[];
  /** The index of the first's; the last of all without one. */
  from: number;
  /** The mean share each swing keeps of the one before; null with fewer than two. */
  decay: number | null;
  /** The index of a turn past the place of rest too, right before these, that no smaller one follows; null without. */
  grown: number | null;
}

/**
 * How a series comes to rest at its end: the alternating swings about the last value, or another place of rest, each
 * smaller than the one before. Turns of less than `least` are none.
 */
export function readSettle(values: ArrayLike<number>, least: number, rest = values[values.length - 1]!): Settle {
  const last = values.length - 1;
  const turns = [0, ...turnsOf(values, least)];
  const off = turns.map((i) => values[i]! - rest);
  let first = turns.length;
  const goesPast = (k: number): boolean => k > 0 && Math.abs(off[k]!) >= least && off[k]! * off[k - 1]! < 0;
  while (goesPast(first - 1) && Math.abs(off[first - 1]!) <= DECAYS * Math.abs(off[first - 2]!)) first--;
  const swings = off.slice(first).map(Math.abs);
  const shares = swings.slice(1).map((swing, k) => swing / swings[k]!);
  return {
    swings,
    ends: turns.slice(first),
    from: turns[first] ?? last,
    grown: goesPast(first - 1) ? turns[first - 1]! : null,
    decay: shares.length > 0 ? Math.exp(shares.reduce((sum, share) => sum + Math.log(share), 0) / shares.length) : null,
  };
}

/** Overshoot and settle: how often it swings past its place of rest, and how fast the swings die. */
export function findSettles({ target, tracks }: BothRead, others: readonly Finding[]): Found {
  // A hold that moves swings too; it is named as the hold it should be.
  const moved = others.filter(({ kind }) => kind === 'hold-moves');
  const holds = (read: ReadTrack): boolean => !moved.some((finding) => isAbout(finding, read.reading));
  const told = tracks.filter(holds).flatMap((read) => findSettle(read, target.tolerances.spacingPercent));
  const trackOf = ({ subjectId, track }: Finding): string => `${subjectId} ${track}`;
  const settlesFrom = new Map(told.map(({ finding, from }) => [trackOf(finding), from]));
  return {
    findings: told.map(({ finding }) => finding),
    // Keys and poses of the swings themselves, and the spacing between them, are what the count says already.
    explains: (finding) =>
      finding.lastFrame >= (settlesFrom.get(trackOf(finding)) ?? Infinity) &&
      !['key-late', 'key-early', 'hold-moves'].includes(finding.kind),
  };
}

function findSettle(
  { reading, target, take, warped, isSampled }: ReadTrack,
  tolerancePercent: number,
): { finding: Finding; from: number }[] {
  const moving = movingChannels(target, target);
  const channel = moving[0];
  if (moving.length !== 1 || channel === undefined || reading.pairs.length < 2) return [];
  const noise = isSampled ? noiseOf(take[channel]!) : 0;
  const least = Math.max((reading.span * tolerancePercent) / 200, NOISE_TIMES * noise);
  const first = Math.max(0, Math.round(reading.pairs[0]!.targetFrame - reading.gap.firstFrame));
  if ([target, warped].some((columns) => goesOn(columns[channel]!, least))) return [];
  const asked = readSettle(target[channel]!.subarray(first), least);
  const drawn = readSettle(warped[channel]!.subarray(first), least);
  // What ends elsewhere swings past that place, though it may do as asked about where it should rest: its end is off.
  const asRested = readSettle(warped[channel]!.subarray(first), least, target[channel]!.at(-1));
  if (asRested.swings.length === asked.swings.length && drawn.swings.length !== asked.swings.length) return [];
  const about = {
    ...aboutTrack(reading),
    kind: 'settle-off',
    lastFrame: reading.gap.firstFrame + target[channel]!.length - 1,
    severity: 'clear',
  } as const;
  const from = reading.gap.firstFrame + first + Math.min(asked.from, drawn.from);
  // Swings that are there and do not shrink as they should are poses of their own.
  const turnsIn = (values: Float64Array, start: number): number => turnsOf(values.subarray(start), least).length;
  const start = Math.max(0, asked.from - 1);
  // What stays where a swing ought to come back from has not come to rest sooner: its end is off.
  const isEndOff = Math.abs(warped[channel]!.at(-1)! - target[channel]!.at(-1)!) > 2 * least;
  // Nor has what swings past farther than before, or where all swings are as asked and what leads to them is not.
  const isPoseOff =
    (drawn.grown ?? -1) >= asked.from ||
    asked.ends.every((i) => Math.abs(warped[channel]![first + i]! - target[channel]![first + i]!) <= least);
  const tooFew =
    !isEndOff &&
    !isPoseOff &&
    drawn.swings.length < asked.swings.length &&
    turnsIn(warped[channel]!.subarray(first), 0) < turnsIn(target[channel]!.subarray(first), 0) &&
    turnsIn(warped[channel]!.subarray(first), start) < asked.swings.length;
  const tooMany =
    drawn.swings.length > asked.swings.length && turnsIn(warped[channel]!, first) > turnsIn(target[channel]!, first);
  if (tooFew || tooMany) {
    return [
      {
        from,
        finding: {
          ...about,
          firstFrame: from,
          measured: drawn.swings.length,
          expected: asked.swings.length,
          tolerance: 0,
          unit: 'swings',
          sentence: capital(
            `${subjectDoes(reading.subjectName, 'come')} to rest ${swings(drawn.swings.length)}; the target ` +
              `${swings(asked.swings.length)}.`,
          ),
        },
      },
    ];
  }
  if (asked.decay === null || drawn.decay === null || Math.abs(asked.decay - drawn.decay) <= DECAY_TOLERANCE) return [];
  if (reading.pairs.some((pair) => isOffAt(pair, reading, target[channel]!, warped[channel]!, 2 * least))) return [];
  return [
    {
      from,
      finding: {
        ...about,
        firstFrame: from,
        measured: drawn.decay,
        expected: asked.decay,
        tolerance: DECAY_TOLERANCE,
        unit: '× the swing before',
        sentence:
          `Each swing keeps ${roundTo(drawn.decay * 100, 0)} % of the one before; in the target ` +
          `${roundTo(asked.decay * 100, 0)} %.`,
      },
    },
  ];
}

function goesOn(values: Float64Array, least: number): boolean {
  return Math.abs((values.at(-1) ?? 0) - (values.at(-2) ?? 0)) > GOES_ON * least;
}

function swings(count: number): string {
  return count === 0 ? 'without going past' : count === 1 ? 'in one swing past' : `in ${count} swings`;
}

function isOffAt(
  pair: KeyPair,
  reading: ReadTrack['reading'],
  target: Float64Array,
  warped: Float64Array,
  tolerance: number,
): boolean {
  const i = Math.round(pair.targetFrame - reading.gap.firstFrame);
  return i >= 0 && i < target.length && Math.abs(target[i]! - warped[i]!) > tolerance;
}
