import { zodResolver } from '@hookform/resolvers/zod';
import { CourseName } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { explain, useBeginCourseMutation } from '../server-data/index.ts';
import { Button, Dialog, FormField, sayProblem } from '../ui/index.ts';

/** Begins a course by its name; it opens, with nobody in it but who began it. */
export function BeginCourseDialog({ onClose }: { onClose: () => void }) {
  const form = useForm({ resolver: zodResolver(CourseName), defaultValues: { title: '' } });
  const [begin, { isLoading }] = useBeginCourseMutation();
  const navigate = useNavigate();
  const make = async ({ title }: CourseName): Promise<void> => {
    const { data, error } = await begin(title);
    if (!data) {
      sayProblem(explain(error));
      return;
    }
    onClose();
    await navigate(`/courses/${data.id}`);
  };
  return (
    <Dialog open title="Begin a course" onClose={onClose}>
      <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(make)(event)}>
        <FormField
          label="Name of the course"
          field={form.register('title')}
          error={form.formState.errors.title?.message}
        />
        <div className="flex justify-end">
          <Button type="submit" kind="main" disabled={isLoading}>
            Begin it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
