import { useParams } from 'react-router';
import { useSessionQuery } from '../../server-data/index.ts';
import { InstructorCourse } from './InstructorCourse.tsx';
import { LearnerCourse } from './LearnerCourse.tsx';
import { NoSuchCourse } from './NoSuchCourse.tsx';

/** A course as its instructor or its learner has it. */
export function CoursePage() {
  const { courseId = '' } = useParams();
  const { data } = useSessionQuery();
  const course = data?.courses.find((own) => own.id === courseId);
  if (course && course.role !== 'learner')
    return <InstructorCourse courseId={courseId} mayChange={course.role === 'instructor'} />;
  if (course) return <LearnerCourse courseId={courseId} />;
  return <NoSuchCourse />;
}
