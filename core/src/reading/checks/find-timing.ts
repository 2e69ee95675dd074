import { tracksOf } from '../../motion/sampling/track.ts';
import { eventAt, toleranceAt } from '../own-keys.ts';
import { toldPauses } from '../pauses.ts';
import { poseMisses } from '../poses.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair, Target, TrackReading } from '../schema.ts';
import { isSeen } from '../seen-keys.ts';
import { severityOf } from '../severity.ts';
import { amount, capital, lateBy, roundTo, subjectDoes } from '../words.ts';

/** What the subject does at a key: the key's place among the matched ones and the holds beside it say it. */
function happeningAt(reading: TrackReading, pair: KeyPair, name: string | null): string {
  const does = (verb: string): string => subjectDoes(reading.subjectName, verb);
  if (name) return `${does('reach')} the ${name}`;
  if (pair.role === 'breakdown') return `${does('pass')} the breakdown`;
  const isStill = (edge: 'firstFrame' | 'lastFrame'): boolean =>
    reading.segments.some((segment) => segment[edge] === pair.targetFrame && !segment.target);
  if (isStill('lastFrame') && !isStill('firstFrame')) return `${does('set')} off`;
  if (isStill('firstFrame') && !isStill('lastFrame')) return `${does('come')} to rest`;
  if (pair === reading.pairs[0] && !reading.missingFrames.some((frame) => frame < pair.targetFrame))
    return does('start');
  if (pair === reading.pairs.at(-1) && !reading.missingFrames.some((frame) => frame > pair.targetFrame))
    return does('arrive');
  return `${does('reach')} the extreme`;
}

/** Keys of the target that a take lacks in a row, before its first one or after its last. */
interface LackingRow {
  frames: number[];
  where: string;
}

/** Where a take begins after several of the target's keys, or ends before several: it is not done there. */
function notDone({ reading, isSampled, areKeysFound }: ReadTrack): LackingRow[] {
  const { pairs, missingFrames, extraFrames } = reading;
  const [first, last] = [pairs[0], pairs.at(-1)];
  if (!first || !last || isSampled || areKeysFound) return [];
  const sides = [
    {
      frames: missingFrames.filter((frame) => frame < first.targetFrame),
      isKeyed: extraFrames.some((frame) => frame < first.takeFrame),
      where: `before frame ${roundTo(first.takeFrame, 2)}`,
    },
    {
      frames: missingFrames.filter((frame) => frame > last.targetFrame),
      isKeyed: extraFrames.some((frame) => frame > last.takeFrame),
      where: `after frame ${roundTo(last.takeFrame, 2)}`,
    },
  ];
  return sides.filter(({ frames, isKeyed }) => frames.length > 1 && !isKeyed);
}

/** Keys that are late, early, missing or too many. Frames are the target's; an extra key's are the take's. */
export function findTiming(
  read: ReadTrack,
  target: Pick<Target, 'tolerances' | 'keyTolerances' | 'events'>,
): Finding[] {
  const { reading, sides, track, isSampled, areKeysFound, blurFrames } = read;
  const { tolerances } = target;
  const about = { subjectId: reading.subjectId, track: reading.track, unit: 'frames', tolerance: tolerances.keyFrames };
  if (tracksOf(sides.take.subject).every((other) => other.id !== track.id)) {
    const first = reading.missingFrames[0] ?? reading.gap.firstFrame;
    const last = reading.missingFrames.at(-1) ?? first;
    return [
      {
        ...about,
        kind: 'track-never-keyed',
        firstFrame: first,
        lastFrame: last,
        measured: 0,
        expected: reading.missingFrames.length,
        unit: 'keys',
        severity: 'strong',
        sentence: `${reading.label} is never keyed: ${subjectDoes(reading.subjectName, 'stay')} unchanged.`,
      },
    ];
  }
  const findings: Finding[] = [];
  reading.pairs.forEach((pair, k) => {
    const tolerance = toleranceAt(target, reading, pair.targetFrame) + blurFrames;
    const severity = severityOf(pair.offsetFrames, tolerance);
    if (!severity || !isSeen(read, k)) return;
    const late = pair.offsetFrames > 0;
    const happening = happeningAt(reading, pair, eventAt(target, reading, pair.targetFrame));
    const landed = roundTo(pair.targetFrame + pair.offsetFrames, 2);
    findings.push({
      ...about,
      kind: late ? 'key-late' : 'key-early',
      tolerance,
      firstFrame: Math.min(pair.targetFrame, landed),
      lastFrame: Math.max(pair.targetFrame, landed),
      measured: landed,
      expected: pair.targetFrame,
      severity,
      sentence: capital(`${happening} ${lateBy(pair.offsetFrames)}: frame ${landed} instead of ${pair.targetFrame}.`),
    });
  });
  const rows = notDone(read);
  for (const { frames, where } of rows) {
    const worst = Math.max(0, ...poseMisses(read, frames).map(({ miss }) => miss));
    const lack = severityOf(worst, (tolerances.spacingPercent / 100) * reading.span);
    findings.push({
      ...about,
      kind: 'key-missing',
      firstFrame: frames[0]!,
      lastFrame: frames.at(-1)!,
      measured: 0,
      expected: frames.length,
      unit: 'keys',
      severity: lack === 'strong' ? 'strong' : 'clear',
      sentence:
        `${reading.label} has no keys ${where}` +
        (lack
          ? `: ${subjectDoes(reading.subjectName, 'be')} up to ${amount(worst, reading.unit)} from the target's poses.`
          : '.'),
    });
  }
  // In a recording a key that is not there is a pose that is not.
  for (const frame of areKeysFound ? [] : reading.missingFrames) {
    if (rows.some(({ frames }) => frames.includes(frame))) continue;
    // What the picture lacks by it, where the frame is read at all.
    const miss = poseMisses(read, [frame])[0]?.miss ?? 0;
    const name = eventAt(target, reading, frame);
    const at = name ? `the ${name}, frame ${frame}` : `frame ${frame} of the target`;
    const lack = severityOf(miss, (tolerances.spacingPercent / 100) * reading.span);
    findings.push({
      ...about,
      kind: 'key-missing',
      firstFrame: frame,
      lastFrame: frame,
      measured: 0,
      expected: 1,
      unit: 'keys',
      severity: lack === 'strong' ? 'strong' : 'clear',
      sentence: isSampled
        ? capital(`${subjectDoes(reading.subjectName, 'be')} not yet where the target is on frame ${frame} `) +
          'when the take ends.'
        : `${reading.label} has no key for ${at}` +
          (lack ? `: ${subjectDoes(reading.subjectName, 'be')} ${amount(miss, reading.unit)} from its pose.` : '.'),
    });
  }
  // A key that makes it stand is told as that.
  const standing = new Set(toldPauses(read, tolerances).map(({ takeFrame }) => takeFrame));
  for (const frame of reading.extraFrames) {
    if (standing.has(frame)) continue;
    findings.push({
      ...about,
      kind: 'key-extra',
      firstFrame: frame,
      lastFrame: frame,
      measured: 1,
      expected: 0,
      unit: 'keys',
      severity: 'slight',
      sentence: `${reading.label} has a key on frame ${roundTo(frame, 2)} that the target does without.`,
    });
  }
  return findings;
}
