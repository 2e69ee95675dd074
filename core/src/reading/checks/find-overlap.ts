import type { ReadTrack } from '../read-track.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes } from '../words.ts';
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

/** The lag (frames by which `b` runs after `a`) at which two series correlate best, and how well (Pearson, over the frames both have). */
export function bestLag(a: Float64Array, b: Float64Array, most = MOST_LAG): { lag: number; correlation: number } {
  let best = { lag: 0, correlation: -Infinity };
  for (let k = 0; k <= 2 * most; k++) {
    // From 0 outward, so that of equals the smaller counts.
    const lag = k % 2 === 0 ? k / 2 : -(k + 1) / 2;
    const correlation = correlationAt(a, b, lag);
    if (correlation > best.correlation + 1e-9) best = { lag, correlation };
  }
  return best;
}

function correlationAt(a: Float64Array, b: Float64Array, lag: number): number {
  const from = Math.max(0, -lag);
  const to = Math.min(a.length, b.length - lag);
  const count = to - from;
  if (count < 4) return -Infinity;
  let [sumA, sumB, sumAA, sumBB, sumAB] = [0, 0, 0, 0, 0];
  for (let i = from; i < to; i++) {
    const x = a[i]!;
    const y = b[i + lag]!;
    sumA += x;
    sumB += y;
    sumAA += x * x;
    sumBB += y * y;
    sumAB += x * y;
  }
  const spread = (sumAA - sumA ** 2 / count) * (sumBB - sumB ** 2 / count);
  return spread > 0 ? (sumAB - (sumA * sumB) / count) / Math.sqrt(spread) : -Infinity;
}

/** Overlap: a part that should follow another by some frames and follows it by others, all of it alike. */
export function findOverlap({ target, tracks }: BothRead): Found {
  const tolerance = target.tolerances.keyFrames;
  const moving = tracks.filter(({ reading }) => reading.span > 0).map((read) => ({ read, target: speedsOf(read.target), take: speedsOf(read.take) }));
  const found: { finding: Finding; shift: number }[] = [];
  for (const follower of moving) {
    const leaders = moving
      .filter((other) => other.read.reading.subjectId !== follower.read.reading.subjectId && other.read.track.id === follower.read.track.id)
      .map((leader) => ({ leader, asked: bestLag(leader.target, follower.target) }))
      .filter(({ asked }) => asked.lag >= LEAST_LAG && asked.correlation >= ALIKE)
      .sort((a, b) => a.asked.lag - b.asked.lag);
    const lead = leaders[0];
    if (!lead) continue;
    const drawn = bestLag(lead.leader.take, follower.take);
    const severity = severityOf(drawn.lag - lead.asked.lag, tolerance);
    const shift = evenShift(follower.read, lead.leader.read, tolerance);
    if (!severity || drawn.correlation < ALIKE || shift === null || Math.sign(shift) !== Math.sign(drawn.lag - lead.asked.lag)) continue;
    const [name, before] = [follower.read.reading.subjectName, lead.leader.read.reading.subjectName];
    const how = drawn.lag === 0 ? `together with ${the(before)}` : drawn.lag > 0 ? `${frames(drawn.lag)} after ${the(before)}` : `${frames(drawn.lag)} before ${the(before)}`;
    const span = follower.read.reading.pairs;
    found.push({
      shift,
      finding: {
        subjectId: follower.read.reading.subjectId,
        track: follower.read.reading.track,
        kind: 'overlap-off',
        firstFrame: span[0]!.targetFrame,
        lastFrame: span.at(-1)!.targetFrame,
        measured: drawn.lag,
        expected: lead.asked.lag,
        tolerance,
        unit: 'frames',
        severity,
        sentence: capital(`${subjectDoes(name, 'move')} ${how}; it should follow ${frames(lead.asked.lag)} later.`),
      },
    });
  }
  return {
    findings: found.map(({ finding }) => finding),
    explains: (other) =>
      (other.kind === 'key-late' || other.kind === 'key-early') &&
      found.some(({ finding, shift }) => other.subjectId === finding.subjectId && Math.abs(other.measured - other.expected - shift) <= Math.max(1, tolerance)),
  };
}

const the = (name: string): string => `the ${name.toLowerCase().replace(/^the\s/, '')}`;

/** By how many frames all of a follower's keys are off against its leader's, where they are so alike; else null: single keys are late then, not the part. */
function evenShift(follower: ReadTrack, leader: ReadTrack, tolerance: number): number | null {
  const { pairs } = follower.reading;
  const led = leader.reading.pairs;
  if (pairs.length < 2 || led.length < 1) return null;
  const base = led.reduce((sum, pair) => sum + pair.offsetFrames, 0) / led.length;
  const offsets = pairs.map((pair) => pair.offsetFrames - base);
  if (Math.max(...offsets) - Math.min(...offsets) > Math.max(0.5, tolerance / 2)) return null;
  return roundTo(offsets.reduce((sum, offset) => sum + offset, 0) / offsets.length, 3);
}
