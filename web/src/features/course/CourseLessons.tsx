import { createLesson, problemOf, readLesson } from '@undulan/core';
import { FileUp, Plus } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { explain, useCreateLessonMutation, useLessonsQuery, useOrderLessonsMutation } from '../../server-data/index.ts';
import { Button, LoadFailed, Menu, MenuItem, sayProblem, useFileChoice } from '../../ui/index.ts';
import { PastClasses } from './PastClasses.tsx';

const PLURAL = new Intl.PluralRules('en');

/** The course's lessons, each opened on the Lectern; for its instructor also to begin, read in and put in order. */
export function CourseLessons({ courseId, mayChange }: { courseId: string; mayChange: boolean }) {
  const { data, error, refetch } = useLessonsQuery(courseId, { refetchOnMountOrArgChange: true });
  const [create] = useCreateLessonMutation();
  const [order] = useOrderLessonsMutation();
  const navigate = useNavigate();
  const begin = async (lesson = createLesson('New lesson')): Promise<void> => {
    const answer = await create({ courseId, lesson });
    if (answer.data) await navigate(`/lessons/${answer.data.id}`);
    else sayProblem(explain(answer.error));
  };
  const readIn = async (chosen: File): Promise<void> => {
    const read = readLesson(await chosen.text());
    if (read.ok) await begin(read.value);
    else sayProblem(problemOf(read)!);
  };
  const { input, choose } = useFileChoice({
    label: 'File of a lesson',
    accept: 'application/json,.json',
    onFiles: ([file]) => void readIn(file),
  });
  const move = async (from: number, to: number): Promise<void> => {
    const ids = data!.map(({ id }) => id);
    const answer = await order({ courseId, ids: ids.toSpliced(from, 1).toSpliced(to, 0, ids[from]!) });
    if ('error' in answer && answer.error) sayProblem(explain(answer.error));
  };
  if (error && !data) return <LoadFailed what="lessons" error={error} onRetry={() => void refetch()} />;
  if (!data || (!mayChange && data.length === 0)) return null;
  return (
    <section aria-label="Lessons">
      <div className="mb-3 flex items-center gap-2">
        <h2 className="flex-1 text-xl">Lessons</h2>
        {mayChange && (
          <>
            {input}
            <Button onClick={choose}>
              <FileUp size={15} /> From a file
            </Button>
            <Button onClick={() => void begin()}>
              <Plus size={15} /> Lesson
            </Button>
          </>
        )}
      </div>
      {data.length === 0 && (
        <p className="text-sm text-faint">No lesson yet: a lesson shows one move in several variants.</p>
      )}
      <ol className="grid grid-cols-2 gap-2">
        {data.map(({ id, name, boards }, i) => (
          <li key={id} className="flex items-start gap-2 rounded-lg border border-rule bg-page px-3 py-2">
            <div className="min-w-0 flex-1">
              <Link to={`/lessons/${id}`} className="rounded-sm text-[15px] font-semibold hover:underline">
                {name}
              </Link>
              <p className="truncate text-xs text-faint" title={boards.join(', ')}>
                {boards.length} {PLURAL.select(boards.length) === 'one' ? 'board' : 'boards'}
                {boards.length > 0 && `: ${boards.join(', ')}`}
              </p>
            </div>
            {mayChange && (
              <Menu
                trigger={
                  <Button small kind="quiet" aria-label={`Place of ${name}`}>
                    {i + 1}
                  </Button>
                }
              >
                <MenuItem disabledReason={i === 0 && 'It is the first.'} onSelect={() => void move(i, i - 1)}>
                  One place up
                </MenuItem>
                <MenuItem
                  disabledReason={i === data.length - 1 && 'It is the last.'}
                  onSelect={() => void move(i, i + 1)}
                >
                  One place down
                </MenuItem>
              </Menu>
            )}
          </li>
        ))}
      </ol>
      <PastClasses courseId={courseId} />
    </section>
  );
}
