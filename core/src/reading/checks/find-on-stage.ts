import { counterpart } from '../counterpart.ts';
import { type Entrance, entrancesOff } from '../on-stage.ts';
import type { Finding, Tolerances } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { createSharedTime } from '../shared-time.ts';
import { capital, frames, roundTo, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';

type Handed = Pick<BothRead, 'set' | 'handedIn'>;

/** Each subject of the target with where it comes on stage, or leaves it, on another frame. */
function allOff({ set, handedIn }: Handed): { subject: Handed['set']['subjects'][number]; off: Entrance }[] {
  const time = createSharedTime(set, handedIn);
  return set.subjects.flatMap((subject) => {
    const own = counterpart(handedIn, subject);
    if (!own) return [];
    const [target, take] = [
      { motion: set, subject },
      { motion: handedIn, subject: own },
    ];
    return entrancesOff(target, take, time.toTarget).map((off) => ({ subject, off }));
  });
}

/** By how many frames subjects come on stage, or leave it, late (negative: early). */
export const framesOffStage = (read: Handed): number[] => allOff(read).map(({ off }) => off.drawn - off.asked);

/** What comes on stage, or leaves it, late or early. */
export function findOnStage(read: Handed & { target: { tolerances: Pick<Tolerances, 'keyFrames'> } }): Found {
  const { keyFrames } = read.target.tolerances;
  const findings = allOff(read).flatMap(({ subject, off }): Finding[] => {
    const { edge, asked, drawn } = off;
    const severity = severityOf(drawn - asked, keyFrames);
    if (!severity) return [];
    const landed = roundTo(drawn, 2);
    const does =
      edge === 'first' ? `${subjectDoes(subject.name, 'come')} on stage` : subjectDoes(subject.name, 'leave');
    const when = edge === 'first' ? 'on frame' : 'after frame';
    const what = edge === 'first' ? does : `${does} the stage`;
    const sentence =
      `${capital(what)} ${frames(drawn - asked)} ${drawn > asked ? 'late' : 'early'}: ${when} ${landed} ` +
      `instead of ${asked}.`;
    return [
      {
        kind: 'on-stage-off',
        subjectId: subject.id,
        track: null,
        firstFrame: Math.min(asked, landed),
        lastFrame: Math.max(asked, landed),
        measured: landed,
        expected: asked,
        tolerance: keyFrames,
        unit: 'frames',
        severity,
        sentence,
      },
    ];
  });
  return { findings };
}
