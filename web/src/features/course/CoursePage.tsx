import { useParams } from 'react-router';
import { useSessionQuery } from '../../app/api.ts';
import { Shell } from '../../app/Shell.tsx';
import { Empty } from '../../ui/index.ts';
import { InstructorCourse } from './InstructorCourse.tsx';
import { LearnerCourse } from './LearnerCourse.tsx';

/** A course as its instructor or its learner has it. */
export function CoursePage() {
  const { courseId = '' } = useParams();
  const { data } = useSessionQuery();
  const course = data?.courses.find((own) => own.id === courseId);
  if (course?.role === 'instructor') return <InstructorCourse courseId={courseId} />;
  if (course) return <LearnerCourse courseId={courseId} />;
  return (
    <Shell crumbs={[{ label: 'Courses', to: '/' }, { label: 'No such course' }]}>
      <div className="mx-auto max-w-xl p-8">
        <Empty title="There is no such course, or you are not in it" />
      </div>
    </Shell>
  );
}
