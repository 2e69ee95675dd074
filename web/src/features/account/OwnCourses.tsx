import type { CourseSummary } from '@undulan/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { explain, useTakeOutMutation } from '../../server-data/index.ts';
import { ArchiveLink } from '../../shell/index.ts';
import { Button, Dialog, Problem, sayDone, Tick } from '../../ui/index.ts';

interface OwnCoursesProps {
  personId: string;
  courses: readonly CourseSummary[];
}

/** The courses someone is in; each can be left. */
export function OwnCourses({ personId, courses }: OwnCoursesProps) {
  const [leaving, setLeaving] = useState<CourseSummary | null>(null);
  return (
    <section aria-label="Your courses">
      <h2 className="mb-1 text-base">Your courses</h2>
      {courses.length === 0 && <p className="text-sm text-faint">You are in none.</p>}
      <ul>
        {courses.map((course) => (
          <li
            key={course.id}
            className="flex items-center justify-between gap-3 border-b border-rule py-1.5 text-sm last:border-0"
          >
            <span>
              <Link to={`/courses/${course.id}`} className="rounded-sm hover:underline">
                {course.title}
              </Link>{' '}
              <span className="text-faint">as {course.role}</span>
            </span>
            <Button small aria-label={`Leave ${course.title}`} onClick={() => setLeaving(course)}>
              Leave
            </Button>
          </li>
        ))}
      </ul>
      <ArchiveLink className="mt-1 inline-block text-sm" />
      {leaving && <Leave personId={personId} course={leaving} onClose={() => setLeaving(null)} />}
    </section>
  );
}

interface LeaveProps {
  personId: string;
  course: CourseSummary;
  onClose: () => void;
}

/** Asks before someone goes. */
function Leave({ personId, course, onClose }: LeaveProps) {
  const [takeOut, { error, isLoading }] = useTakeOutMutation();
  const [stays, setStays] = useState(false);
  const confirm = async (): Promise<void> => {
    const answer = await takeOut({ courseId: course.id, personId, inLedger: stays });
    if (answer.error) return;
    sayDone(`You have left ${course.title}.`);
    onClose();
  };
  return (
    <Dialog
      open
      title={`Leave ${course.title}?`}
      onClose={onClose}
      actions={
        <Button kind="main" disabled={isLoading} onClick={() => void confirm()}>
          Leave it
        </Button>
      }
    >
      <p className="text-sm">
        What you handed in, and what was said of it, stays in your archive, to be seen and played. Nothing else of the
        course is there for you any more, until you are invited once more.
      </p>
      {course.role === 'learner' && (
        <Tick className="mt-3 text-sm" checked={stays} onTick={setStays}>
          My takes stay among the figures of the course’s Ledger
        </Tick>
      )}
      <Problem className="mt-2 text-sm!">{error && explain(error)}</Problem>
    </Dialog>
  );
}
