import { zodResolver } from '@hookform/resolvers/zod';
import { CourseName } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { explain, useRenameCourseMutation } from '../../server-data/index.ts';
import { Button, FormField, sayDone, sayProblem } from '../../ui/index.ts';

/** What the course is called. */
export function CourseNameForm({ courseId, title }: { courseId: string; title: string }) {
  const form = useForm({ resolver: zodResolver(CourseName), defaultValues: { title } });
  const [rename, { isLoading }] = useRenameCourseMutation();
  const keep = async (typed: CourseName): Promise<void> => {
    const { error } = await rename({ courseId, title: typed.title });
    if (error) sayProblem(explain(error));
    else sayDone('The course has its new name.');
  };
  return (
    <form
      aria-label="The course"
      className="flex items-start gap-2"
      noValidate
      onSubmit={(event) => void form.handleSubmit(keep)(event)}
    >
      <FormField
        label="Name of the course"
        field={form.register('title')}
        error={form.formState.errors.title?.message}
        className="w-96"
      />
      <Button type="submit" className="mt-5" disabled={isLoading}>
        Rename
      </Button>
    </form>
  );
}
