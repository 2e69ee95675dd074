import { Radio } from 'lucide-react';
import { useLocation, useNavigate } from 'react-router';
import { useOpenClassesQuery, useSessionQuery } from '../server-data/index.ts';
import { Button } from '../ui/index.ts';

/** How often it is asked whether a class has begun. */
const ASK_EVERY_MS = 8000;

/** Says to learners, wherever they are, that a class of theirs is in session; they join by one press. */
export function ClassBanner() {
  const { data: session } = useSessionQuery();
  const learns = session?.courses.some(({ role }) => role === 'learner') ?? false;
  const { data } = useOpenClassesQuery(undefined, {
    skip: !learns,
    pollingInterval: ASK_EVERY_MS,
    skipPollingIfUnfocused: true,
    refetchOnFocus: true,
  });
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const mine = data?.find(({ courseId }) =>
    session?.courses.some(({ id, role }) => id === courseId && role === 'learner'),
  );
  if (!mine || pathname === `/sessions/${mine.code}`) return null;
  return (
    <div role="status" className="flex shrink-0 items-center gap-3 border-b border-target bg-page px-4 py-1.5 text-sm">
      <Radio size={15} className="text-target" aria-hidden="true" />
      <span className="flex-1">
        <b>{mine.openedBy}</b> teaches “{mine.lessonName}” now, in {mine.courseTitle}.
      </span>
      <Button small kind="main" onClick={() => void navigate(`/sessions/${mine.code}`)}>
        Join the class
      </Button>
    </div>
  );
}
