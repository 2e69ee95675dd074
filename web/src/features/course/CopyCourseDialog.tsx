import { zodResolver } from '@hookform/resolvers/zod';
import { CourseCopy, type CourseOverview } from '@undulan/contract';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { explain, useCopyCourseMutation } from '../../server-data/index.ts';
import { Button, Dialog, FormField, Problem } from '../../ui/index.ts';

/** Begins a course as a copy of this one; it opens. */
export function CopyCourseDialog({ course, onClose }: { course: CourseOverview; onClose: () => void }) {
  const form = useForm({
    resolver: zodResolver(CourseCopy),
    defaultValues: { title: `${course.title.slice(0, 110)}, a copy`, withPeople: false },
  });
  const [copy, { error, isLoading }] = useCopyCourseMutation();
  const navigate = useNavigate();
  const make = async (typed: CourseCopy): Promise<void> => {
    const { data } = await copy({ courseId: course.id, copy: typed });
    if (!data) return;
    onClose();
    await navigate(`/courses/${data.id}`);
  };
  return (
    <Dialog open title="Copy this course" onClose={onClose}>
      <form className="grid gap-3" noValidate onSubmit={(event) => void form.handleSubmit(make)(event)}>
        <p className="text-sm text-faint">
          Units, exercises (not published, without due dates) with the references they give, lessons, set drills, the
          palette and what exercises begin with. Takes, drafts and plans stay here.
        </p>
        <FormField
          label="Name of the copy"
          field={form.register('title')}
          error={form.formState.errors.title?.message}
        />
        <label className="flex items-center gap-2 text-sm">
          <input type="checkbox" className="accent-[var(--accent)]" {...form.register('withPeople')} />
          With everyone who is in it
        </label>
        <Problem className="text-sm!">{error && explain(error)}</Problem>
        <div className="flex justify-end">
          <Button type="submit" kind="main" disabled={isLoading}>
            Copy it
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
