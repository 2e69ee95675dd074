import type { StoredLesson } from '@undulan/contract';
import type { Lesson } from '@undulan/core';
import { Link } from 'react-router';
import { drillName, drillPath, DrillSelect } from '../../drills/index.ts';
import { useLearnerCourseQuery, useOverviewQuery } from '../../server-data/index.ts';
import { Field, Select } from '../../ui/index.ts';

interface LessonEndProps {
  stored: StoredLesson;
  lesson: Lesson;
  /** Null for who may not change the lesson. */
  onChange: ((end: Partial<Pick<Lesson, 'exercise' | 'drill'>>) => void) | null;
}

/** The exercise of the course and the drill that the lesson ends with. */
export function LessonEnd({ stored: { courseId }, lesson, onChange }: LessonEndProps) {
  const mayChange = onChange !== null;
  const { data: taught } = useOverviewQuery(courseId, { skip: !mayChange });
  const { data: learnt } = useLearnerCourseQuery(courseId, { skip: mayChange });
  const titles = (taught ?? learnt)?.exercises.map(({ title }) => title) ?? [];
  const { exercise, drill } = lesson;
  const drillLink = drill && (
    <Link to={drillPath(courseId, drill)} className="text-accent underline">
      {drillName(drill)}
    </Link>
  );
  if (!mayChange)
    return (
      <>
        {exercise !== '' && titles.includes(exercise) && (
          <p className="text-sm text-faint">
            Then do{' '}
            <Link to={`/courses/${courseId}`} className="text-accent underline">
              {exercise}
            </Link>
            .
          </p>
        )}
        {drill && <p className="text-sm text-faint">Then train your eye: {drillLink}</p>}
      </>
    );
  // One that was renamed or taken away since stays named, until another is chosen.
  const known = titles.includes(exercise) || exercise === '' ? titles : [exercise, ...titles];
  return (
    <>
      <Field label="Ends with the exercise">
        {({ id }) => (
          <Select
            id={id}
            value={exercise}
            choices={[{ id: '', label: 'none' }, ...known.map((title) => ({ id: title, label: title }))]}
            onChoose={(title) => onChange({ exercise: title })}
          />
        )}
      </Field>
      <Field label="and with the drill" hint={drillLink}>
        {({ id }) => <DrillSelect id={id} value={drill} onChoose={(chosen) => onChange({ drill: chosen })} />}
      </Field>
    </>
  );
}
