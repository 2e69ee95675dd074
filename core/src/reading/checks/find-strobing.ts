import type { Look } from '../../motion/document/look.ts';
import type { Finding, TrackReading } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found } from './check.ts';

/**
 * The longest step of a place from drawing to drawing as a multiple of the subject's size along it, and its frame (the
 * later one).
 */
export function longestStep(
  columns: readonly Float64Array[],
  look: Look,
  firstFrame: number,
): { times: number; frame: number } {
  const [x, y] = columns;
  let longest = { times: 0, frame: firstFrame };
  for (let i = 1; x && y && i < x.length; i++) {
    const [dx, dy] = [Math.abs(x[i]! - x[i - 1]!), Math.abs(y[i]! - y[i - 1]!)];
    const step = Math.hypot(dx, dy);
    if (step === 0) continue;
    const size = (dx * look.widthPx + dy * look.heightPx) / step;
    if (step / size > longest.times) longest = { times: step / size, frame: firstFrame + i };
  }
  return longest;
}

/** A step of less than so many times the target's longest is as that is. */
const ALIKE = 1.25;

const ROUNDING = 1e-9;

/** How many times as long steps about a frame of the target may get by keys that are within their tolerance. */
function lengthened({ pairs }: TrackReading, frame: number, keyFrames: number): number {
  const after = pairs.findIndex(({ targetFrame }) => targetFrame >= frame);
  if (after < 1) return 1;
  const frames = pairs[after]!.targetFrame - pairs[after - 1]!.targetFrame;
  const least = frames - 2 * keyFrames;
  return least > 0 ? frames / least : Infinity;
}

/**
 * Strobing: a step longer than the subject along the motion, where the target has none, nor nearly. A pose that jumps
 * on purpose is not read as one: a held pose has its own finding.
 */
export function findStrobing({ tracks, target, take }: BothRead, others: readonly Finding[]): Found {
  const findings = tracks.flatMap(({ reading, track, sides, target: asked, take: drawn }): Finding[] => {
    if (
      track.id !== 'position' ||
      reading.pairs.length === 0 ||
      others.some(
        (finding) =>
          (finding.subjectId === reading.subjectId || finding.subjectId === null) && EXPLAINED.has(finding.kind),
      )
    )
      return [];
    const first = target.motion.range.first;
    const model = longestStep(asked, sides.target.subject.look, first);
    const own = longestStep(drawn, sides.take.subject.look, first);
    const severity = severityOf(own.times, 1);
    const alike = Math.max(ALIKE, lengthened(reading, own.frame, target.tolerances.keyFrames));
    if (!severity || model.times > 1 || own.times <= alike * model.times * (1 + ROUNDING) || take.subjects.length === 0)
      return [];
    return [
      {
        ...aboutTrack(reading),
        kind: 'strobing',
        firstFrame: own.frame - 1,
        lastFrame: own.frame,
        measured: own.times,
        expected: model.times,
        tolerance: 1,
        unit: '× its size',
        severity,
        sentence: capital(
          `${subjectDoes(reading.subjectName, 'strobe')} from frame ${own.frame - 1} to ${own.frame}: the ` +
            `step is ${roundTo(own.times, 1)} times its own size, so the eye cannot join the two drawings.`,
        ),
      },
    ];
  });
  return { findings };
}

/** Faults that make a step long and are named already. */
const EXPLAINED: ReadonlySet<Finding['kind']> = new Set([
  'held-not-moving',
  'tempo-differs',
  'key-late',
  'key-early',
  'key-missing',
  'exposure-differs',
  'pose-off',
  'rate-differs',
  'settle-off',
]);
