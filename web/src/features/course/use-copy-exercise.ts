import { useNavigate } from 'react-router';
import { explain, useCreateExerciseMutation, useLazySettingQuery } from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';

/** Sets another exercise that begins as a copy of one: its model, chart, brief and terms, but for the due date. */
export function useCopyExercise(courseId: string): { copy: (exerciseId: string) => Promise<void>; isLoading: boolean } {
  const [fetchSetting] = useLazySettingQuery();
  const [create, { isLoading }] = useCreateExerciseMutation();
  const navigate = useNavigate();
  const copy = async (exerciseId: string): Promise<void> => {
    const { data: setting, error } = await fetchSetting(exerciseId);
    const { motion, details } = setting?.work ?? {};
    if (!motion || !details) {
      sayProblem(explain(error));
      return;
    }
    const answer = await create({
      courseId,
      exercise: {
        work: { motion, details: { ...details, title: `${details.title.slice(0, 110)}, a copy`, dueAt: null } },
      },
    });
    if (answer.data) await navigate(`/exercises/${answer.data.id}/setting`);
    else sayProblem(explain(answer.error));
  };
  return { copy, isLoading };
}
