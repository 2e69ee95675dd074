import { type Cue, findSubject, MOST_CUES } from '@undulan/core';
import { applyEdit, selectMotion, selectSettledSubject } from '../editing/index.ts';
import { useShownKeys } from '../keyboard/index.ts';
import { ReferencePanel } from '../reference/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { sayDone, sayProblem } from '../ui/index.ts';

/** The reference of a motion that is being edited: what it gives goes into the motion, and can be undone there. */
export function EditingReference() {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const subject = useAppSelector(selectSettledSubject);
  const keys = useShownKeys();
  const addCues = (found: readonly Cue[]): void => {
    const there = new Set(motion.cues.map(({ frame }) => frame));
    const onFrames = found.map((cue) => ({ ...cue, frame: Math.round(cue.frame) }));
    const fresh = onFrames.filter(
      ({ frame }, i) => !there.has(frame) && onFrames.findIndex((own) => own.frame === frame) === i,
    );
    if (motion.cues.length + fresh.length > MOST_CUES) {
      sayProblem(`A motion has at most ${MOST_CUES} cue marks, and these would be more: find fewer.`);
      return;
    }
    if (fresh.length > 0) {
      const cues = [...motion.cues, ...fresh].sort((a, b) => a.frame - b.frame);
      dispatch(applyEdit({ operation: 'setCues', args: [{ cues }] }));
    }
    sayDone(
      fresh.length === 0
        ? 'There are cue marks on all of these frames already.'
        : `${fresh.length === 1 ? '1 cue mark' : `${fresh.length} cue marks`} set. Keys that are dragged snap to them.`,
    );
  };
  const actor = subject && findSubject(motion, subject.id) && !subject.locked ? subject : null;
  return (
    <ReferencePanel
      byEar={
        <p className="text-xs text-faint">
          While it plays, press <kbd>{keys('cueHere')}</kbd> on each beat: a cue mark is set there.
        </p>
      }
      onCues={addCues}
      actor={
        actor && {
          name: actor.name,
          stage: motion.stage,
          onActOut: (acted) => {
            dispatch(applyEdit({ operation: 'actOut', args: [actor.id, acted] }));
          },
        }
      }
    />
  );
}
