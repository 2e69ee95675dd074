import { counterpart } from '../counterpart.ts';
import { entrancesOff } from '../on-stage.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { createSharedTime } from '../shared-time.ts';
import { capital, frames, roundTo, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';

/** What comes on stage, or leaves it, late or early. */
export function findOnStage({ set, handedIn, target }: Pick<BothRead, 'set' | 'handedIn' | 'target'>): Found {
  const { keyFrames } = target.tolerances;
  const { toTarget } = createSharedTime(set, handedIn);
  const all = set.subjects.flatMap((subject) => {
    const own = counterpart(handedIn, subject);
    const off = own ? entrancesOff({ motion: set, subject }, { motion: handedIn, subject: own }, toTarget) : [];
    return off.map((entrance) => ({ subject, entrance }));
  });
  const findings = all.flatMap(({ subject, entrance }): Finding[] => {
    const { edge, asked, drawn } = entrance;
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
