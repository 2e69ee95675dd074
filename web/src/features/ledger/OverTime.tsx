import { CLASS_MEASURES, overTime } from '@undulan/core';
import { useMemo } from 'react';
import { Select } from '../../ui/index.ts';
import { LearnerChoice, More } from './choices.tsx';
import { type ClassStep, ClassSteps } from './ClassSteps.tsx';
import { measureName } from './CourseLines.tsx';
import { useLedger } from './ledger-context.tsx';
import { useLedgerView } from './ledger-view.ts';

/** How a class and each learner in it move from exercise to exercise; in brief its chart alone. */
export function OverTime({ brief = false }: { brief?: boolean }) {
  const { exerciseIds, takes, titleOf } = useLedger();
  const [{ measure }, change] = useLedgerView();
  const steps = useMemo(
    () =>
      overTime(exerciseIds, takes, measure).flatMap(({ exerciseId, quartiles, learners }): ClassStep[] =>
        quartiles ? [{ id: exerciseId, title: titleOf(exerciseId), quartiles, learners }] : [],
      ),
    [exerciseIds, takes, titleOf, measure],
  );
  return (
    <ClassSteps
      title="Over time"
      step="Exercise"
      by="latest takes"
      axis={measureName(measure)}
      steps={steps}
      none="No take that is read says anything of it."
      tools={brief && <More view="time" />}
      choices={
        !brief && (
          <>
            <Select
              size="bar"
              aria-label="Measure"
              value={measure}
              choices={CLASS_MEASURES.map((id) => ({ id, label: measureName(id) }))}
              onChoose={(id) => change({ measure: id })}
            />
            <LearnerChoice everyone="no one learner" />
          </>
        )
      }
      brief={brief}
    />
  );
}
