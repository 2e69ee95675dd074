import { type Drill, DRILL_FOR, type FindingKind } from '@undulan/core';
import { Link } from 'react-router';
import { drillName } from '../../drills/index.ts';

interface AnswersProps {
  kind: FindingKind;
  lesson: { id: string; name: string } | null;
  /** Where a drill is done, or set. */
  drillTo: (drill: Drill) => string;
}

/** The lesson and the drill that answer a kind of fault, as far as there are any. */
export function Answers({ kind, lesson, drillTo }: AnswersProps) {
  const drill = DRILL_FOR[kind];
  if (!lesson && !drill) return null;
  return (
    <p className="text-faint">
      {lesson && (
        <Link to={`/lessons/${lesson.id}`} className="rounded-sm text-accent underline">
          {lesson.name}
        </Link>
      )}
      {lesson && drill && ' · '}
      {drill && (
        <Link to={drillTo(drill)} className="rounded-sm text-accent underline">
          drill: {drillName(drill)}
        </Link>
      )}
    </p>
  );
}
