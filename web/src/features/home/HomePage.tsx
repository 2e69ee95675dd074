import type { CourseSummary } from '@undulan/contract';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, Navigate } from 'react-router';
import { useSessionQuery } from '../../server-data/index.ts';
import { ArchiveLink, BeginCourseDialog, Shell } from '../../shell/index.ts';
import { Button, Empty } from '../../ui/index.ts';

/** Those that go on first. */
const inOrder = (courses: readonly CourseSummary[]): CourseSummary[] =>
  courses.toSorted((a, b) => Number(a.archived) - Number(b.archived));

/** The courses of whoever is signed in; one alone opens at once. */
export function HomePage() {
  const { data } = useSessionQuery();
  const [begins, setBegins] = useState(false);
  const [only, ...more] = data?.courses ?? [];
  if (only && more.length === 0) return <Navigate to={`/courses/${only.id}`} replace />;
  const instructs = data?.courses.some(({ role }) => role === 'instructor') ?? false;
  return (
    <Shell
      crumbs={[{ label: 'Courses' }]}
      actions={
        instructs && (
          <Button kind="main" onClick={() => setBegins(true)}>
            <Plus size={15} /> Begin a course
          </Button>
        )
      }
    >
      {begins && <BeginCourseDialog onClose={() => setBegins(false)} />}
      <div className="mx-auto max-w-2xl p-8">
        {data?.courses.length === 0 ? (
          <Empty title="You are in no course yet">
            An instructor can send you a link; whoever runs this installation can enrol you: see “Accounts” in the
            README. <ArchiveLink />
          </Empty>
        ) : (
          <ul className="grid gap-2">
            {inOrder(data?.courses ?? []).map((course) => (
              <li key={course.id}>
                <Link
                  to={`/courses/${course.id}`}
                  className="block rounded-lg border border-rule bg-page p-4 hover:border-faint"
                >
                  {course.title}{' '}
                  <span className="text-faint">
                    as {course.role}
                    {course.archived && ', archived'}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </div>
    </Shell>
  );
}
