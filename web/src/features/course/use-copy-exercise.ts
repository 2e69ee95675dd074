import { useNavigate } from 'react-router';
import {
  explain,
  useCreateExerciseMutation,
  useLayReferenceMutation,
  useLazyReferencesQuery,
  useLazySettingQuery,
} from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';

/** Sets another exercise that begins as a copy of one, but for the due date: model, chart, brief, terms, reference. */
export function useCopyExercise(courseId: string): { copy: (exerciseId: string) => Promise<void>; isLoading: boolean } {
  const [fetchSetting] = useLazySettingQuery();
  const [create, { isLoading }] = useCreateExerciseMutation();
  const [fetchReferences] = useLazyReferencesQuery();
  const [layReference] = useLayReferenceMutation();
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
    if (!answer.data) {
      sayProblem(explain(answer.error));
      return;
    }
    const { id } = answer.data;
    const given = (await fetchReferences({ exerciseId })).data?.given;
    if (given) await layReference({ of: { exerciseId: id }, as: 'given', reference: given });
    await navigate(`/exercises/${id}/setting`);
  };
  return { copy, isLoading };
}
