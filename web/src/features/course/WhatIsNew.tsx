import type { Activity, Happening } from '@undulan/contract';
import { clsx } from 'clsx';
import { formatDistanceToNow } from 'date-fns';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useLookedMutation } from '../../server-data/index.ts';
import { Button } from '../../ui/index.ts';

/** So many are shown until all are asked for. */
const FIRST = 4;

function wordsOf({ kind, who, exercise, take }: Happening): string {
  const of = `take ${take?.number} of ${exercise}`;
  switch (kind) {
    case 'handed-in':
      return `${who} handed in ${of}`;
    case 'returned':
      return `${who ?? 'Your instructor'} returned ${of}`;
    case 'replied':
      return `${who} replied to a note on ${of}`;
    case 'opened':
      return `${exercise} is open`;
    case 'joined':
      return `${who} joined the course`;
  }
}

/** What happened since one last looked, and before; nothing where nothing did. */
export function WhatIsNew({ courseId, activity }: { courseId: string; activity: Activity | undefined }) {
  const [looked] = useLookedMutation();
  const [all, setAll] = useState(false);
  useEffect(() => {
    if (activity) void looked(courseId);
  }, [activity, courseId, looked]);
  const happenings = activity?.happenings ?? [];
  const fresh = happenings.filter(({ isNew }) => isNew);
  const shown = all ? happenings : fresh.slice(0, FIRST);
  if (happenings.length === 0) return null;
  const more = happenings.length - shown.length;
  return (
    <section aria-label="What is new" className="mb-4">
      <div className="flex items-baseline gap-3">
        <h2 className="text-base">
          {fresh.length === 0 ? 'Nothing new since you last looked' : `New since you last looked: ${fresh.length}`}
        </h2>
        {(more > 0 || all) && (
          <Button small kind="quiet" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'Show less' : 'All that happened lately'}
          </Button>
        )}
      </div>
      {shown.length > 0 && (
        <ul className="mt-1 grid gap-x-6 text-sm sm:grid-cols-2">
          {shown.map((happening, i) => (
            <li key={i} className="flex items-baseline gap-2 py-0.5">
              <span
                aria-hidden="true"
                className={clsx('h-1.5 w-1.5 shrink-0 self-center rounded-full', happening.isNew && 'bg-accent')}
              />
              {happening.take ? (
                <Link to={`/takes/${happening.take.id}`} className="min-w-0 truncate rounded-sm hover:underline">
                  {wordsOf(happening)}
                </Link>
              ) : (
                <span className="min-w-0 truncate">{wordsOf(happening)}</span>
              )}
              <span className="shrink-0 text-xs text-faint">
                {formatDistanceToNow(happening.at, { addSuffix: true })}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
