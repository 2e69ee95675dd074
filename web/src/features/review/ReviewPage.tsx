import type { Review, ReviewedTake } from '@undulan/contract';
import type { Finding } from '@undulan/core';
import { formatDistanceToNow } from 'date-fns';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { TakeFiles } from '../../exports/index.ts';
import {
  CheckedWords,
  ClipSureness,
  exportedTake,
  FindingsList,
  LearnerWords,
  NoteDone,
  NoteReplies,
  TakesPanel,
} from '../../reviewing/index.ts';
import { explain, useBeginDraftMutation, useCheckTakeQuery } from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { ComparisonSpread, PagesChoice, usePages } from '../../spread/index.ts';
import { ClockProvider, useClock } from '../../time/index.ts';
import { Button, Empty, sayProblem, TabBar, withMark } from '../../ui/index.ts';
import { ShowButton } from './ShowButton.tsx';

const NO_NOTES: never[] = [];

/** A learner's own take: waiting for review, or the returned review to read and play, note by note. */
export function ReviewPage({ view }: { view: ReviewedTake }) {
  const [pages, setPages] = usePages('review');
  const ruler = view.target ?? view.motion;
  const { review } = view;
  return (
    <ClockProvider range={ruler.range} rate={ruler.rate}>
      <Shell
        screen="review"
        crumbs={[
          view.left
            ? { label: 'Your archive', to: '/archive' }
            : { label: view.courseTitle, to: `/courses/${view.courseId}` },
          { label: view.exerciseTitle },
          { label: `Take ${view.number}` },
        ]}
        status={
          review
            ? `Returned${review.again ? ' for another take' : ''}, grade ${withMark(String(review.grade))}`
            : view.readingState === 'coming'
              ? 'Handed in, being read'
              : 'Handed in, waits for review'
        }
        actions={
          <>
            <TakeFiles {...exportedTake(view)} />
            <PagesChoice pages={pages} onChange={setPages} />
            {!view.left && <NextTakeButton view={view} />}
          </>
        }
      >
        <ComparisonSpread
          view={view}
          pages={pages}
          notes={review?.notes ?? NO_NOTES}
          beneath={(showTrack) =>
            review ? <ReturnedReview view={view} review={review} onFinding={showTrack} /> : <Waiting view={view} />
          }
        />
      </Shell>
    </ClockProvider>
  );
}

/** What happens next with a take handed in, and what matters most in it where the exercise has a self-check. */
function Waiting({ view }: { view: ReviewedTake }) {
  const isRead = view.readingState !== 'coming';
  const { data: check } = useCheckTakeQuery(view.id, { skip: !view.selfCheck || !isRead });
  return (
    <div className="grid gap-3">
      {view.left && (
        <p className="text-sm">You have left the course. Should it be returned still, the review is here.</p>
      )}
      <p className="text-sm text-faint">
        Handed in {formatDistanceToNow(view.handedInAt, { addSuffix: true })}. It stays as you handed it in.
      </p>
      <LearnerWords view={view} />
      {check && (
        <section aria-label="Self-check" className="rounded-md border border-rule bg-page p-3">
          <h2 className="mb-1 text-[15px]">What matters most in it</h2>
          <CheckedWords check={check} />
        </section>
      )}
      {!view.left && (
        <section aria-label="What happens next" className="rounded-md border border-rule bg-page p-3">
          <h2 className="mb-1 text-[15px]">What happens next</h2>
          <ol className="grid list-decimal gap-1 pl-5 text-sm">
            <li className={isRead ? 'text-faint' : ''}>
              {isRead ? 'It was read against the target.' : 'It is being read against the target.'}
            </li>
            <li>Your instructor reviews it: notes on frames, and a grade. It waits for that now.</li>
            <li>It comes back to the course page, and here, where you go through the notes one by one.</li>
            <li>The next take can start from this one at any time, also now.</li>
          </ol>
        </section>
      )}
    </div>
  );
}

/** The next take begins where this one ended; a draft already begun is gone on with. */
function NextTakeButton({ view }: { view: ReviewedTake }) {
  const [begin, { isLoading }] = useBeginDraftMutation();
  const navigate = useNavigate();
  const next = Math.max(...view.siblings.map((take) => take.number)) + 1;
  const start = async (): Promise<void> => {
    const answer = await begin({ exerciseId: view.exerciseId, begin: { fromTakeId: view.id } });
    if (answer.data) await navigate(`/drafts/${answer.data.id}`);
    else sayProblem(explain(answer.error));
  };
  return (
    <Button
      kind="main"
      disabled={isLoading}
      tip={`A draft of take ${next} that is already begun is gone on with`}
      onClick={() => void start()}
    >
      Start take {next} from this
    </Button>
  );
}

function ReturnedReview({
  view,
  review,
  onFinding,
}: {
  view: ReviewedTake;
  review: Review;
  onFinding: (finding: Finding) => void;
}) {
  const findings = view.reading?.findings ?? [];
  return (
    <Tabs.Root defaultValue="review" className="flex h-full min-h-0 flex-col">
      <TabBar
        label="Words on the take"
        tabs={[
          { id: 'review', label: 'Review' },
          { id: 'findings', label: `Findings ${findings.length}` },
          { id: 'takes', label: `Takes ${view.siblings.length}` },
        ]}
      />
      <div className="min-h-0 flex-1 overflow-y-auto">
        <Tabs.Content value="review">
          <NotesInTurn view={view} review={review} />
          {!view.left && <ShowButton view={view} />}
        </Tabs.Content>
        <Tabs.Content value="findings">
          {view.reading && view.target === null && (
            <p className="mb-2 text-xs text-faint">
              The model of this exercise is not shown: the findings say what is off in your take, not by how much.
            </p>
          )}
          {view.reading ? (
            <>
              <ClipSureness reading={view.reading} />
              <FindingsList whole findings={findings} onChoose={onFinding} />
            </>
          ) : (
            <Empty title="No reading">This take was reviewed without its computed reading.</Empty>
          )}
        </Tabs.Content>
        <Tabs.Content value="takes">
          <TakesPanel takeId={view.id} />
        </Tabs.Content>
      </div>
    </Tabs.Root>
  );
}

/** Grade and closing words, and the notes one by one: each takes the playhead to its frame. */
function NotesInTurn({ view, review }: { view: ReviewedTake; review: Review }) {
  const clock = useClock();
  const [at, setAt] = useState<number | null>(null);
  const note = at === null ? null : review.notes[at];
  const goTo = (index: number): void => {
    clock.stop();
    clock.seek(review.notes[index]!.frame);
    setAt(index);
  };
  const count = review.notes.length;
  const done = review.notes.filter((other) => other.done).length;
  const subject = view.motion.subjects.find((other) => other.id === note?.subjectId);
  return (
    <div className="grid gap-3 pb-2">
      <div className="flex items-start gap-3">
        <p
          className="figures rounded-lg border-2 border-target px-3 py-1 text-xl font-semibold text-target"
          aria-label={`Grade ${withMark(String(review.grade))}`}
        >
          {withMark(String(review.grade))}
        </p>
        <div>
          <p className="text-xs text-faint">
            {review.instructorName}
            {review.returnedAt && `, returned ${formatDistanceToNow(review.returnedAt, { addSuffix: true })}`}
          </p>
          <p className="whitespace-pre-wrap">{review.summary || 'No closing words.'}</p>
          {review.again && <p className="mt-1 font-semibold">Your instructor asks for another take.</p>}
          <p className="figures mt-1 text-xs text-faint">{scores(view, review)}</p>
        </div>
      </div>
      {count === 0 ? (
        <Empty title="No notes on single frames" />
      ) : (
        <section aria-label="Notes, one by one" className="rounded-md border border-rule bg-page p-3">
          <div className="flex items-center gap-2">
            <Button
              square
              aria-label="Note before"
              disabledReason={!note ? 'Begin with the first note.' : at === 0 && 'This is the first note.'}
              onClick={() => goTo(at! - 1)}
            >
              <ChevronLeft size={16} />
            </Button>
            <Button
              square
              aria-label="Next note"
              disabledReason={at === count - 1 && 'This is the last note.'}
              onClick={() => goTo(at === null ? 0 : at + 1)}
            >
              <ChevronRight size={16} />
            </Button>
            <p className="text-sm text-faint">
              {note ? `Note ${at! + 1} of ${count}` : count === 1 ? 'One note' : `${count} notes: read them one by one`}
              {done > 0 && `, ${done} done`}
            </p>
            {note && (
              <span className="figures ml-auto rounded-full border-2 border-ink px-2 text-xs font-semibold">
                {note.lastFrame === null ? `frame ${note.frame}` : `frames ${note.frame}–${note.lastFrame}`}
              </span>
            )}
          </div>
          {note && (
            <>
              <p aria-live="polite" className="mt-2 mb-2 whitespace-pre-wrap">
                {subject && <span className="font-semibold">{subject.name}: </span>}
                {note.text}
              </p>
              {!view.left && <NoteDone key={`done ${note.id}`} takeId={view.id} note={note} />}
              <NoteReplies key={note.id} takeId={view.id} note={note} mayReply={!view.left} />
            </>
          )}
        </section>
      )}
    </div>
  );
}

/** The score of each criterion, as the instructor gave it where that is another than was read. */
function scores({ reading }: ReviewedTake, { criteria }: Review): string {
  return (
    reading?.criteria
      .map(({ id, label, score }) => `${label.toLowerCase()} ${Math.round(criteria[id] ?? score)}`)
      .join(' · ') ?? ''
  );
}
