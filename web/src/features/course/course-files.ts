import type { CourseOverview, ExerciseSummary, Standing } from '@undulan/contract';
import { problemOf, writeCalendar, writeGradesCsv } from '@undulan/core';
import { saveFile, sayProblem } from '../../ui/index.ts';

const STATES = { 'handed-in': 'handed in', returned: 'returned' } as const;

/** The last take's state and grade, and how many there are. */
function cellOf({ learnerId, exerciseId, takes }: Standing) {
  const last = takes.at(-1);
  return {
    learnerId,
    exerciseId,
    takes: takes.length,
    grade: last?.grade ?? null,
    late: last?.late ?? false,
    state: last ? STATES[last.state] : 'begun',
  };
}

/** Saves everyone's standing as a table. */
export function saveGrades({ title, learners, exercises, standings }: CourseOverview): void {
  saveFile(`${title}, grades.csv`, 'text/csv', writeGradesCsv(learners, exercises, standings.map(cellOf)));
}

/** Saves what is due as a calendar. */
export function saveDueDates(course: string, exercises: readonly ExerciseSummary[]): void {
  const due = exercises.flatMap(({ id, title, dueAt }) => (dueAt ? [{ id, title, dueAt }] : []));
  const made = writeCalendar(course, due);
  if (made.ok) saveFile(`${course}, due.ics`, 'text/calendar', made.value);
  else sayProblem(problemOf(made)!);
}
