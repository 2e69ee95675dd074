import { NewRemark, type ShownTake } from '@undulan/contract';
import { formatDistanceToNow } from 'date-fns';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  explain,
  useAddRemarkMutation,
  useRemoveRemarkMutation,
  useShownTakeQuery,
  useTakeDownMutation,
} from '../../server-data/index.ts';
import { Shell } from '../../shell/index.ts';
import { ComparisonSpread, PagesChoice, usePages } from '../../spread/index.ts';
import { ClockProvider, useClock, useRestingFrame } from '../../time/index.ts';
import { Button, Field, INPUT, LoadFailed, Loading, Problem, sayDone, sayProblem } from '../../ui/index.ts';

const NO_NOTES: never[] = [];

/** A shown take: played, stepped, seen as curve and loom, and remarked on frame by frame. */
export function ShownTakePage() {
  const { takeId = '' } = useParams();
  const { data, error, refetch } = useShownTakeQuery(takeId, { refetchOnMountOrArgChange: true });
  if (data) return <Opened key={takeId} shown={data} />;
  return (
    <Shell crumbs={[{ label: 'Gallery' }]}>
      {error ? <LoadFailed what="take" error={error} onRetry={() => void refetch()} /> : <Loading what="the take" />}
    </Shell>
  );
}

function Opened({ shown }: { shown: ShownTake }) {
  const { view, mayTakeDown } = shown;
  const [pages, setPages] = usePages('review');
  const [takeDown, { isLoading }] = useTakeDownMutation();
  const navigate = useNavigate();
  const gallery = `/courses/${view.courseId}/gallery`;
  const down = async (): Promise<void> => {
    const { error } = await takeDown(view.id);
    if (error) {
      sayProblem(explain(error));
      return;
    }
    sayDone('It is not shown any more.');
    await navigate(gallery);
  };
  return (
    <ClockProvider range={view.motion.range} rate={view.motion.rate}>
      <Shell
        crumbs={[
          { label: view.courseTitle, to: `/courses/${view.courseId}` },
          { label: 'Gallery', to: gallery },
          { label: view.title },
        ]}
        actions={
          <>
            {mayTakeDown && (
              <Button disabled={isLoading} tip="Its remarks go with it" onClick={() => void down()}>
                Take it down
              </Button>
            )}
            <PagesChoice pages={pages} onChange={setPages} />
          </>
        }
      >
        <ComparisonSpread
          view={view}
          takeName={view.title}
          pages={pages}
          notes={NO_NOTES}
          beneath={() => <Words shown={shown} />}
        />
      </Shell>
    </ClockProvider>
  );
}

function Words({ shown: { view, note, remarks } }: { shown: ShownTake }) {
  const clock = useClock();
  const [remove] = useRemoveRemarkMutation();
  const takeAway = async (remarkId: string): Promise<void> => {
    const { error } = await remove({ takeId: view.id, remarkId });
    if (error) sayProblem(explain(error));
  };
  return (
    <div className="grid h-full content-start gap-3 overflow-y-auto px-0.5 pb-2">
      <p className="text-sm">
        <b>{view.learner.name}</b>, {view.exerciseTitle}
        {view.tags.length > 0 && <span className="text-faint"> · {view.tags.join(', ')}</span>}
      </p>
      {note && <p className="text-sm whitespace-pre-wrap">{note}</p>}
      <NewRemarkForm takeId={view.id} />
      <ol aria-label="Remarks" className="grid gap-1">
        {remarks.map(({ id, frame, text, authorName, createdAt, mayRemove }) => (
          <li key={id} className="flex items-start gap-2 border-b border-rule py-1.5 text-sm last:border-0">
            <Button
              small
              aria-label={`To frame ${frame}`}
              onClick={() => {
                clock.stop();
                clock.seek(frame);
              }}
            >
              {frame}
            </Button>
            <span className="min-w-0 flex-1">
              <span className="whitespace-pre-wrap">{text}</span>
              <span className="block text-xs text-faint">
                {authorName}, {formatDistanceToNow(createdAt, { addSuffix: true })}
              </span>
            </span>
            {mayRemove && (
              <Button
                small
                square
                kind="quiet"
                aria-label={`Take the remark on frame ${frame} away`}
                onClick={() => void takeAway(id)}
              >
                <Trash2 size={14} />
              </Button>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

/** A remark on the frame that is shown. */
function NewRemarkForm({ takeId }: { takeId: string }) {
  const clock = useClock();
  const frame = Math.round(useRestingFrame());
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [add, { isLoading }] = useAddRemarkMutation();
  const send = async (): Promise<void> => {
    const read = NewRemark.safeParse({ frame, text: text.trim() });
    setProblem(read.success ? null : read.error.issues[0]!.message);
    if (!read.success) return;
    clock.stop();
    const { error } = await add({ takeId, remark: read.data });
    if (error) setProblem(explain(error));
    else setText('');
  };
  return (
    <form
      aria-label="A remark"
      className="grid gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <div className="flex items-end gap-2">
        <Field label={`A remark on frame ${frame}`} className="flex-1">
          {(ids) => <input {...ids} className={INPUT} value={text} onChange={(event) => setText(event.target.value)} />}
        </Field>
        <Button type="submit" disabled={isLoading}>
          Remark
        </Button>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}
