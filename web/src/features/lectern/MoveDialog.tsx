import { type MotionDocument, READY_MODELS, type ReadyModel, usualNumbers } from '@undulan/core';
import { useState } from 'react';
import { api, explain, useOverviewQuery } from '../../server-data/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Button, Dialog, Loading, sayProblem, Tick } from '../../ui/index.ts';

interface MoveDialogProps {
  title: string;
  courseId: string;
  onMove: (name: string, motion: MotionDocument) => void;
  onClose: () => void;
}

/** A move to show: a ready one, an exercise's model, or a learner's take, with the name or without. */
export function MoveDialog({ title, courseId, onMove, onClose }: MoveDialogProps) {
  const { data: course } = useOverviewQuery(courseId);
  const dispatch = useAppDispatch();
  const [names, setNames] = useState(false);
  const fetch = async (name: string, motion: Promise<MotionDocument>): Promise<void> => {
    try {
      onMove(name, await motion);
      onClose();
    } catch (error) {
      sayProblem(explain(error));
    }
  };
  const ofExercise = async (id: string): Promise<MotionDocument> =>
    (await dispatch(api.endpoints.setting.initiate(id, { subscribe: false, forceRefetch: true })).unwrap()).work.motion;
  const ofTake = async (id: string): Promise<MotionDocument> =>
    (await dispatch(api.endpoints.take.initiate({ id }, { subscribe: false })).unwrap()).motion;
  const learnerOf = (id: string): string => course?.learners.find((learner) => learner.id === id)?.name ?? 'A learner';
  return (
    <Dialog open onClose={onClose} title={title} wide>
      <div className="grid gap-4">
        <section aria-label="Ready moves">
          <h3 className="mb-1 text-[0.94rem]">Ready moves</h3>
          <div className="flex flex-wrap gap-1.5">
            {Object.values(READY_MODELS as unknown as Record<string, ReadyModel>).map((model) => (
              <Button
                key={model.label}
                small
                tip={model.says}
                onClick={() => void fetch(model.label, Promise.resolve(model.build(usualNumbers(model))))}
              >
                {model.label}
              </Button>
            ))}
          </div>
        </section>
        <section aria-label="From the course">
          <div className="mb-1 flex items-center gap-4">
            <h3 className="text-[0.94rem]">From the course</h3>
            <Tick checked={names} onTick={setNames} className="text-sm">
              takes with the names of their learners
            </Tick>
          </div>
          {!course ? (
            <Loading what="the course" />
          ) : (
            <ul className="grid gap-1.5 text-sm">
              {course.exercises.map((exercise) => (
                <li key={exercise.id} className="flex flex-wrap items-center gap-1.5 border-b border-rule pb-1.5">
                  <Button small onClick={() => void fetch(exercise.title, ofExercise(exercise.id))}>
                    {exercise.title}
                  </Button>
                  {course.standings
                    .filter(({ exerciseId }) => exerciseId === exercise.id)
                    .flatMap(({ learnerId, takes }) =>
                      takes.map((take) => (
                        <Button
                          key={take.id}
                          small
                          kind="quiet"
                          onClick={() =>
                            void fetch(
                              names ? `${learnerOf(learnerId)}, take ${take.number}` : 'A take',
                              ofTake(take.id),
                            )
                          }
                        >
                          {learnerOf(learnerId).split(' ')[0]} {take.number}
                        </Button>
                      )),
                    )}
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </Dialog>
  );
}
