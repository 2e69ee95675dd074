import { extentOf } from '../../extent.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes, theSubject } from '../words.ts';
import { type BothRead, type Found } from './check.ts';

/** Parts that follow one another do so by at least and at most these frames. */
const LEAST_LAG = 2;
const MOST_LAG = 16;
/** Two parts move alike when their speeds correlate by at least this. */
const ALIKE = 0.7;

function speedsOf(columns: readonly Float64Array[]): Float64Array {
  const count = Math.max(0, (columns[0]?.length ?? 0) - 1);
  const speeds = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let squared = 0;
    for (const column of columns) squared += (column[i + 1]! - column[i]!) ** 2;
    speeds[i] = Math.sqrt(squared);
  }
  return speeds;
}

/** A series of speeds with its running sums, so that each lag costs one product a frame. */
interface Speeds {
  values: Float64Array;
  sums: Float64Array;
  squares: Float64Array;
}

function withSums(values: Float64Array): Speeds {
  const sums = new Float64Array(values.length + 1);
  const squares = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) {
    sums[i + 1] = sums[i]! + values[i]!;
    squares[i + 1] = squares[i]! + values[i]! ** 2;
  }
  return { values, sums, squares };
}

/**
 * The lag (frames by which `b` runs after `a`) at which two series correlate best, and how well (Pearson, over the
 * frames both have).
 */
function bestLag(a: Speeds, b: Speeds): { lag: number; correlation: number } {
  let best = { lag: 0, correlation: -Infinity };
  for (let k = 0; k <= 2 * MOST_LAG; k++) {
    // From 0 outward, so that of equals the smaller counts.
    const lag = k % 2 === 0 ? k / 2 : -(k + 1) / 2;
    const correlation = correlationAt(a, b, lag);
    if (correlation > best.correlation + 1e-9) best = { lag, correlation };
  }
  return best;
}

function correlationAt(a: Speeds, b: Speeds, lag: number): number {
  const from = Math.max(0, -lag);
  const to = Math.min(a.values.length, b.values.length - lag);
  const count = to - from;
  if (count < 4) return -Infinity;
  const [x, y] = [a.values, b.values];
  let product = 0;
  for (let i = from; i < to; i++) product += x[i]! * y[i + lag]!;
  const sumA = a.sums[to]! - a.sums[from]!;
  const sumB = b.sums[to + lag]! - b.sums[from + lag]!;
  const spread =
    (a.squares[to]! - a.squares[from]! - sumA ** 2 / count) *
    (b.squares[to + lag]! - b.squares[from + lag]! - sumB ** 2 / count);
  return spread > 0 ? (product - (sumA * sumB) / count) / Math.sqrt(spread) : -Infinity;
}

/** Overlap: a part that should follow another by some frames and follows it by others, all of it alike. */
export function findOverlap({ target, tracks }: BothRead): Found {
  const tolerance = target.tolerances.keyFrames;
  const moving = tracks
    .filter(({ reading }) => reading.span > 0)
    .map((read): Moving => {
      const speeds = withSums(speedsOf(read.target));
      return { read, target: speeds, setsOff: setsOff(speeds) };
    })
    .sort((a, b) => a.setsOff - b.setsOff);
  const asked = lagsBetween(moving.map(({ target: speeds }) => speeds));
  const found: { finding: Finding; shift: number }[] = [];
  for (const [i, follower] of moving.entries()) {
    const leaders = leadersOf(moving, i)
      .map((j) => ({ leader: moving[j]!, asked: asked(j, i) }))
      .filter(({ asked }) => asked.lag >= LEAST_LAG && asked.correlation >= ALIKE)
      .sort((a, b) => a.asked.lag - b.asked.lag);
    const lead = leaders[0];
    if (!lead) continue;
    const drawn = bestLag(drawnBy(lead.leader), drawnBy(follower));
    const severity = severityOf(drawn.lag - lead.asked.lag, tolerance);
    const shift = evenShift(follower.read, lead.leader.read, tolerance);
    if (
      !severity ||
      drawn.correlation < ALIKE ||
      shift === null ||
      Math.abs(shift) <= tolerance / 2 ||
      Math.sign(shift) !== Math.sign(drawn.lag - lead.asked.lag)
    )
      continue;
    const [own, before] = [follower.read.reading, lead.leader.read.reading];
    const [ownShift, leaderShift] = [meanOffset(own.pairs), meanOffset(before.pairs)];
    // Two that are both on time may be.
    if (Math.max(Math.abs(ownShift), Math.abs(leaderShift)) <= tolerance) continue;
    // Where the one that follows is on time, it is the one it follows that is not.
    const isLeaders = Math.abs(ownShift) <= tolerance && Math.abs(leaderShift) > tolerance;
    const led = before.pairs.map(({ offsetFrames }) => offsetFrames);
    if (isLeaders && !areEven(led, tolerance)) continue;
    const off = isLeaders ? before : own;
    if (isLeaders && found.some(({ finding }) => finding.subjectId === off.subjectId)) continue;
    const should = `should follow ${frames(lead.asked.lag)} later`;
    const moves = subjectDoes(own.subjectName, 'move');
    const { subjectName: leader } = before;
    const late = `${frames(leaderShift)} ${leaderShift > 0 ? 'late' : 'early'}`;
    found.push({
      shift: isLeaders ? leaderShift : shift,
      finding: {
        subjectId: off.subjectId,
        track: off.track,
        kind: 'overlap-off',
        firstFrame: off.pairs[0]!.targetFrame,
        lastFrame: off.pairs.at(-1)!.targetFrame,
        measured: drawn.lag,
        expected: lead.asked.lag,
        tolerance,
        unit: 'frames',
        severity,
        sentence: capital(
          isLeaders
            ? `${subjectDoes(leader, 'be')} ${late}, so that ${moves} ${howLong(drawn.lag, 'it')}; ` +
                `${theSubject(own.subjectName)} ${should}.`
            : `${moves} ${howLong(drawn.lag, theSubject(leader))}; it ${should}.`,
        ),
      },
    });
  }
  return {
    findings: found.map(({ finding }) => finding),
    explains: (other) =>
      (other.kind === 'key-late' || other.kind === 'key-early') &&
      found.some(
        ({ finding, shift }) =>
          other.subjectId === finding.subjectId &&
          Math.abs(other.measured - other.expected - shift) <= Math.max(1, tolerance),
      ),
  };
}

/** By so many frames after something, or before, or together with it. */
function howLong(lag: number, what: string): string {
  return lag === 0 ? `together with ${what}` : `${frames(lag)} ${lag > 0 ? 'after' : 'before'} ${what}`;
}

const meanOffset = (pairs: readonly KeyPair[]): number =>
  roundTo(pairs.reduce((sum, pair) => sum + pair.offsetFrames, 0) / pairs.length, 2);

interface Moving {
  read: ReadTrack;
  target: Speeds;
  setsOff: number;
}

const drawnBy = ({ read }: Moving): Speeds => withSums(speedsOf(read.take));

/** Of very many parts, a part follows one of the last so many that set off before it. */
const MOST_LEADERS = 12;

/**
 * The parts (indices, the last to set off first) that one may follow: other subjects' same movement, setting off sooner
 * by some frames. `moving` is in the order of setting off.
 */
function leadersOf(moving: readonly Moving[], index: number): number[] {
  const follower = moving[index]!;
  const leaders: number[] = [];
  for (let j = index - 1; j >= 0 && leaders.length < MOST_LEADERS; j--) {
    const leader = moving[j]!;
    const later = follower.setsOff - leader.setsOff;
    if (later > 2 * MOST_LAG) break;
    if (
      later > 0 &&
      leader.read.reading.subjectId !== follower.read.reading.subjectId &&
      leader.read.track.id === follower.read.track.id
    )
      leaders.push(j);
  }
  return leaders;
}

/** The frame (an index) from which a series of speeds first is more than a hundredth of its mean. */
function setsOff({ values, sums }: Speeds): number {
  return values.findIndex((speed) => speed > (0.01 * sums[values.length]!) / values.length);
}

/** The best lag of one series after another; each two are compared once. */
function lagsBetween(speeds: readonly Speeds[]): (leader: number, follower: number) => ReturnType<typeof bestLag> {
  const known = new Map<number, ReturnType<typeof bestLag>>();
  return (leader, follower) => {
    const [a, b] = leader < follower ? [leader, follower] : [follower, leader];
    const at = a * speeds.length + b;
    if (!known.has(at)) known.set(at, bestLag(speeds[a]!, speeds[b]!));
    const { lag, correlation } = known.get(at)!;
    return { lag: leader < follower ? lag : -lag, correlation };
  };
}

/** Whether keys are so alike late that it is the part that is. */
function areEven(offsets: readonly number[], tolerance: number): boolean {
  const { low, high } = extentOf(offsets);
  return high - low <= Math.max(0.5, tolerance / 2);
}

/**
 * By how many frames all of a follower's keys are off against its leader's, where they are so alike; else null: single
 * keys are late then, not the part.
 */
function evenShift(follower: ReadTrack, leader: ReadTrack, tolerance: number): number | null {
  const { pairs } = follower.reading;
  const led = leader.reading.pairs;
  if (pairs.length < 2 || led.length < 1) return null;
  const base = led.reduce((sum, pair) => sum + pair.offsetFrames, 0) / led.length;
  const offsets = pairs.map((pair) => pair.offsetFrames - base);
  if (!areEven(offsets, tolerance)) return null;
  return roundTo(offsets.reduce((sum, offset) => sum + offset, 0) / offsets.length, 3);
}
