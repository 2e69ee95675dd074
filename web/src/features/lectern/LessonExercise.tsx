import type { StoredLesson } from '@undulan/contract';
import type { Lesson } from '@undulan/core';
import { Link } from 'react-router';
import { useLearnerCourseQuery, useOverviewQuery } from '../../server-data/index.ts';
import { Field, Select } from '../../ui/index.ts';

interface LessonExerciseProps {
  stored: StoredLesson;
  lesson: Lesson;
  /** Null for who may not change the lesson. */
  onChange: ((exercise: string) => void) | null;
}

/** The exercise of the course that the lesson ends with. */
export function LessonExercise({ stored: { courseId }, lesson, onChange }: LessonExerciseProps) {
  const mayChange = onChange !== null;
  const { data: taught } = useOverviewQuery(courseId, { skip: !mayChange });
  const { data: learnt } = useLearnerCourseQuery(courseId, { skip: mayChange });
  const titles = (taught ?? learnt)?.exercises.map(({ title }) => title) ?? [];
  const { exercise } = lesson;
  if (!mayChange)
    return exercise !== '' && titles.includes(exercise) ? (
      <p className="text-sm text-faint">
        Then do{' '}
        <Link to={`/courses/${courseId}`} className="text-accent underline">
          {exercise}
        </Link>
        .
      </p>
    ) : null;
  // One that was renamed or taken away since stays named, until another is chosen.
  const known = titles.includes(exercise) || exercise === '' ? titles : [exercise, ...titles];
  return (
    <Field label="Ends with the exercise">
      {({ id }) => (
        <Select
          id={id}
          value={exercise}
          choices={[{ id: '', label: 'none' }, ...known.map((title) => ({ id: title, label: title }))]}
          onChoose={onChange}
        />
      )}
    </Field>
  );
}
