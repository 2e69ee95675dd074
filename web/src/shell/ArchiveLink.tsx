import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useLeftCoursesQuery } from '../server-data/index.ts';

/** To what one handed in in courses that one has left; nothing where there is none. */
export function ArchiveLink({ className }: { className?: string }) {
  const { data } = useLeftCoursesQuery();
  if (!data?.length) return null;
  return (
    <Link to="/archive" className={clsx('rounded-sm text-accent underline', className)}>
      Your archive: courses you have left
    </Link>
  );
}
