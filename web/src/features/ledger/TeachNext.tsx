import {
  leastLearners,
  lessonFor,
  type TeachNext as Next,
  teachNext,
  trimmed,
  type WorthALook,
  worthALook,
} from '@undulan/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useLessonsQuery } from '../../server-data/index.ts';
import { Button, signed, withMark } from '../../ui/index.ts';
import { Answers } from './Answers.tsx';
import { keyTolerances } from './key-tolerances.ts';
import { NO_BOARD, useLedger, useOpenBoard, useSeeTakes } from './ledger-context.tsx';
import { frameWords, inExercises, stayedWords, typicalWords } from './ledger-words.ts';

/** So many are said: what comes after them would gain the class less. */
const MOST = 4;

/** What most of a class would gain most from, and which exercises are worth a look, with what speaks for it. */
export function TeachNext() {
  const { takes, exercises, exerciseIds, courseId } = useLedger();
  const { data: lessons = [] } = useLessonsQuery(courseId);
  const next = useMemo(() => teachNext(takes).slice(0, MOST), [takes]);
  const looks = useMemo(
    () => worthALook(exerciseIds, takes, keyTolerances(exercises)),
    [exerciseIds, takes, exercises],
  );
  const most = next[0]?.rank ?? 0;
  const isRead = takes.some(({ digest }) => digest !== null);
  return (
    <aside aria-label="Teach next" className="grid min-h-0 content-start gap-2.5 overflow-y-auto px-4 py-3.5">
      <h2 className="text-xl">Teach next</h2>
      <p className="text-sm text-faint">
        {next.length > 0
          ? 'What most would gain most from'
          : isRead
            ? `Nothing that ${leastLearners(takes)} learners or more get wrong in their latest takes.`
            : 'No take of this course is read yet.'}
      </p>
      <ol className="grid gap-2.5">
        {next.map((each, i) => (
          <li key={each.name}>
            <Lacking next={each} place={i + 1} share={each.rank / most} lessons={lessons} />
          </li>
        ))}
      </ol>
      {looks.map((look) => (
        <Look key={look.why + look.exerciseId + (look.why === 'one-key' ? look.label + look.frame : '')} look={look} />
      ))}
    </aside>
  );
}

interface LackingProps {
  next: Next;
  place: number;
  /** What it is ranked by, as a share of the first's. */
  share: number;
  lessons: readonly { id: string; name: string }[];
}

function Lacking({ next, place, share, lessons }: LackingProps) {
  const { titleOf, courseId, mayTeach } = useLedger();
  const see = useSeeTakes();
  const open = useOpenBoard();
  const { name, kind, learnerIds, learners, exerciseIds, takeIds, stays, median, weight } = next;
  return (
    <section aria-label={name} className="grid gap-1 rounded-lg border border-rule bg-page px-3.5 py-3 text-sm">
      <h3 className="flex items-center gap-2 text-[15px] font-semibold">
        <span className="flex-1">
          {place} · {name}
        </span>
        <span
          className="h-1.5 w-14 overflow-hidden rounded-full bg-shade"
          title={`${Math.round(100 * share)} % of the first`}
        >
          <span className="block h-full bg-take" style={{ width: `${100 * share}%` }} />
        </span>
      </h3>
      <p>
        {learnerIds.length} of {learners}, {inExercises(exerciseIds.map(titleOf))}
        {median && typicalWords(median)}
      </p>
      <p className="text-faint">
        {stayedWords(stays)}; it is {Math.round(100 * weight)} % of what is off in these takes
      </p>
      <Answers kind={kind} lesson={lessonFor(kind, lessons)} drillTo={() => `/courses/${courseId}/drills`} />
      <div className="mt-1 flex gap-1.5">
        <Button small disabledReason={!mayTeach && NO_BOARD} onClick={() => void open(`Teach next: ${name}`, takeIds)}>
          Open as a board
        </Button>
        <Button small onClick={() => see(name, takeIds)}>
          See the {takeIds.length === 1 ? 'take' : `${takeIds.length} takes`}
        </Button>
      </div>
    </section>
  );
}

/** An exercise that says more of itself than of the class. */
function Look({ look }: { look: WorthALook }) {
  const { titleOf } = useLedger();
  const see = useSeeTakes();
  const title = titleOf(look.exerciseId);
  return (
    <section
      aria-label={`Worth a look: ${title}`}
      className="grid gap-1 rounded-lg border border-ochre bg-page px-3.5 py-3 text-sm"
    >
      <h3 className="text-[15px] font-semibold text-ochre">Worth a look</h3>
      <p>
        {look.why === 'too-easy' ? (
          <>
            {title}: {look.without} of {look.learners} had it right at once. It may be too easy by now.
          </>
        ) : (
          <>
            {title}: {look.missing} of {look.learners} miss {look.label} on {frameWords(look.frame)}
            {look.median === null ? ': they have no such key' : `: median ${signed(look.median, 1)} frames`}. Its
            tolerance is ±{withMark(trimmed(look.tolerance, 2))}: the target, or the brief, may be what is off.
          </>
        )}
      </p>
      <div className="mt-1 flex gap-1.5">
        <Link
          to={`/exercises/${look.exerciseId}/setting`}
          className="inline-flex h-7 items-center rounded-md border border-rule bg-page px-2 text-xs hover:border-faint"
        >
          Open the exercise
        </Link>
        <Button small onClick={() => see(`Worth a look: ${title}`, look.takeIds)}>
          See the takes
        </Button>
      </div>
    </section>
  );
}
