import { createEvents, type EventAttributes } from 'ics';
import { accept, refuse, type Result } from '../result.ts';
import { csvOf } from './csv-text.ts';

/** A learner's standing in an exercise, as a cell. */
export interface GradeCell {
  learnerId: string;
  exerciseId: string;
  takes: number;
  grade: number | null;
  late: boolean;
  state: string;
}

/** A course's roster with grades as a table: a row a learner; of each exercise its state, takes and grade. */
export function writeGradesCsv(
  learners: readonly { id: string; name: string; email: string }[],
  exercises: readonly { id: string; title: string }[],
  cells: readonly GradeCell[],
): string {
  const of = new Map(cells.map((cell) => [`${cell.learnerId} ${cell.exerciseId}`, cell]));
  return csvOf([
    ['name', 'e-mail', ...exercises.flatMap(({ title }) => [`${title}: state`, `${title}: takes`, `${title}: grade`])],
    ...learners.map(({ id, name, email }) => [
      name,
      email,
      ...exercises.flatMap((exercise) => {
        const cell = of.get(`${id} ${exercise.id}`);
        return cell ? [cell.late ? `${cell.state}, late` : cell.state, cell.takes, cell.grade] : ['not begun', 0, null];
      }),
    ]),
  ]);
}

/** Something that is due at a moment. */
export interface DueEvent {
  id: string;
  title: string;
  dueAt: string;
}

/** How long before it is due someone is reminded. */
const ALARM = { action: 'display', description: 'Due tomorrow', trigger: { days: 1, before: true } } as const;

/** Due dates as iCalendar (RFC 5545), each a moment in UTC; imported again they take each other's place. */
export function writeCalendar(course: string, due: readonly DueEvent[]): Result<string> {
  const events = due.map(({ id, title, dueAt }): EventAttributes => {
    const at = new Date(dueAt);
    const start = [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()];
    return {
      uid: `${id}@undulan`,
      title: `Due: ${title}`,
      description: course,
      calName: course,
      start: start as [number, number, number, number, number],
      startInputType: 'utc',
      startOutputType: 'utc',
      duration: { minutes: 0 },
      productId: 'undulan',
      alarms: [{ ...ALARM }],
    };
  });
  const { error, value } = createEvents(events);
  if (error) return refuse('calendar', [], `The calendar could not be made: ${error.message}`);
  return accept(value ?? '');
}
