import { findSubject } from '../../motion/document/document.ts';
import type { Subject } from '../../motion/document/schema.ts';
import { TRACKS, tracksOf, trackValues } from '../../motion/sampling/track.ts';
import type { FrameRange } from '../../time/range.ts';
import { counterpart } from '../counterpart.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';

/** How much longer than the target ever has it a limb may be drawn, as a share of its length. */
const LIMB_TOLERANCE = 0.06;

const POSITION = TRACKS[0]!;

/** How far a carried part stands from what carries it, in px of the carrier. */
export function limbLength(subject: Subject, frame: number): number {
  return Math.hypot(...trackValues(subject, POSITION, frame));
}

/** What is off by more than this share of it is off by that; a limb that is too long by less of it follows from it. */
const EXPLAINS = 0.75;
/** A pose is at the frame a limb is longest on, or this near to it. */
const NEAR = 2;

/**
 * Limbs drawn past their length: a part further from what carries it than the target ever has it. Poses that are off by
 * more than that are what is off.
 */
export function findLimbs({ target, take }: BothRead, others: readonly Finding[]): Found {
  const { first } = target.motion.range;
  const findings = target.motion.subjects.flatMap((asked): Finding[] => {
    const drawn = asked.parentId === null ? undefined : counterpart(take, asked);
    if (!drawn || drawn.parentId === null) return [];
    // One that is not keyed stays as long as it is.
    const lastOf = (subject: Subject, range: FrameRange): number =>
      tracksOf(subject).some((track) => track.id === POSITION.id) ? range.last : range.first;
    let length = 0;
    for (let frame = first; frame <= lastOf(asked, target.motion.range); frame++)
      length = Math.max(length, limbLength(asked, frame));
    let worst = { frame: first, length: 0 };
    for (let frame = take.range.first; frame <= lastOf(drawn, take.range); frame++) {
      const here = limbLength(drawn, frame);
      if (here > worst.length) worst = { frame, length: here };
    }
    const severity = length > 0 ? severityOf(Math.max(0, worst.length / length - 1), LIMB_TOLERANCE) : null;
    if (!severity) return [];
    const excess = worst.length - length;
    const isPose = ({ kind, subjectId, track, firstFrame, lastFrame, measured }: Finding): boolean =>
      kind === 'pose-off' &&
      subjectId === asked.id &&
      track === POSITION.id &&
      firstFrame <= worst.frame + NEAR &&
      lastFrame >= worst.frame - NEAR &&
      excess < EXPLAINS * measured;
    if (others.some(isPose)) return [];
    const from = findSubject(target.motion, asked.parentId!)!.name;
    return [
      {
        subjectId: asked.id,
        track: POSITION.id,
        kind: 'limb-long',
        firstFrame: worst.frame,
        lastFrame: worst.frame,
        measured: worst.length,
        expected: length,
        tolerance: LIMB_TOLERANCE * length,
        unit: 'px',
        severity,
        sentence: capital(
          `${subjectDoes(asked.name, 'be')} ${roundTo(excess, 1)} px too far from the ` +
            `${from.toLowerCase()} at frame ${worst.frame}: it is drawn longer than it is.`,
        ),
      },
    ];
  });
  return {
    findings,
    explains: (finding) =>
      ['pose-off', 'track-extra', 'arc-off', 'arc-kinked'].includes(finding.kind) &&
      finding.track === POSITION.id &&
      findings.some((limb) => limb.subjectId === finding.subjectId),
  };
}
