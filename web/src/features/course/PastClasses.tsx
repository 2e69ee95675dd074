import { format } from 'date-fns';
import { Link } from 'react-router';
import { useClassesQuery } from '../../server-data/index.ts';

/** The sessions a course has had: what was asked in them, and what one answered. */
export function PastClasses({ courseId }: { courseId: string }) {
  const { data } = useClassesQuery(courseId, { refetchOnMountOrArgChange: true });
  const over = data?.filter(({ endedAt }) => endedAt !== null) ?? [];
  if (over.length === 0) return null;
  return (
    <section aria-label="Past sessions" className="mt-4">
      <h3 className="mb-1 text-[15px]">Past sessions</h3>
      <ul className="grid gap-1 text-sm">
        {over.map(({ id, code, lessonName, openedAt, openedBy }) => (
          <li key={id}>
            <Link to={`/sessions/${code}`} className="text-accent hover:underline">
              {lessonName}
            </Link>{' '}
            <span className="text-faint">
              {format(openedAt, 'd MMMM, HH:mm')} · {openedBy}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
