import { type Board, boardClock, describeLane, whatDiffers } from '@undulan/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { motionsOf, shownLanes } from '../../../panels/lanes/index.ts';
import { Shell } from '../../../shell/index.ts';
import { ClockProvider, useClock, useOnFrame } from '../../../time/index.ts';
import { Empty, Loading, Toggle, withMark } from '../../../ui/index.ts';
import { Lanes } from '../Lanes.tsx';
import { LecternTime } from '../LecternTime.tsx';
import { answerWords } from './ask-words.ts';
import { AskAnswerForm } from './AskAnswerForm.tsx';
import { AskResults } from './AskResults.tsx';
import type { ClassConnection, ClassNow } from './class-connection.ts';
import { useClassConnection, useClassNow } from './use-class.ts';
import { useFollowing, useLedBoard } from './use-following.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 4 };

const STATUS: Record<ClassNow['status'], string> = {
  connecting: 'Joining …',
  here: 'In session',
  away: 'The line is down. It goes on trying.',
  refused: '',
  ended: 'The session is over',
};

/** A session on a learner's side: the board as it stands, one thing to answer, nothing else. */
export function ClassPage() {
  const { code = '' } = useParams();
  const line = useClassConnection(code);
  const now = useClassNow(line);
  const [follows, setFollows] = useState(true);
  const entry = now?.entry;
  const shell = {
    crumbs: [
      ...(entry ? [{ label: entry.session.courseTitle, to: `/courses/${entry.session.courseId}` }] : []),
      { label: entry ? `${entry.session.lessonName}, in session` : 'Session' },
    ],
    status: now && <span role="status">{STATUS[now.status]}</span>,
    actions: now?.status === 'here' && (
      <Toggle on={!follows} onClick={() => setFollows(!follows)}>
        {follows ? 'Look around' : 'Come back'}
      </Toggle>
    ),
  };
  const board = useLedBoard(now ?? { board: null, view: null });
  return line && now && board && now.view ? (
    <Followed key={board.id} {...{ line, now, board, follows, shell }} />
  ) : (
    <Shell {...shell}>
      {now?.status === 'refused' ? (
        <Empty title="You cannot come in">{now.problem}</Empty>
      ) : now?.status === 'ended' ? (
        <Empty title="The session is over">Nothing was shown in it.</Empty>
      ) : now?.status === 'here' ? (
        <Empty title="You are in">It begins when your instructor shows a board.</Empty>
      ) : (
        <Loading what="the session" />
      )}
    </Shell>
  );
}

interface FollowedProps {
  line: ClassConnection;
  now: ClassNow;
  board: Board;
  follows: boolean;
  shell: Omit<React.ComponentProps<typeof Shell>, 'children'>;
}

function Followed({ line, now, board, follows, shell }: FollowedProps) {
  const motions = useMemo(() => motionsOf(board), [board]);
  const clock = useMemo(() => boardClock(motions, board.alignedAt), [motions, board.alignedAt]);
  const lanes = useMemo(() => shownLanes(board, motions, clock), [board, motions, clock]);
  const says = useMemo(
    () =>
      motions.map((motion, i) =>
        withMark(i === 0 ? describeLane(motion) : whatDiffers(motions[0]!, motion, TOLERANCES)),
      ),
    [motions],
  );
  const { alone, laid, trails, covered } = now.view!;
  const asked = now.asks.findLast(({ boardId, closed, revealed }) => boardId === board.id && (!closed || revealed));
  const ended = now.status === 'ended';
  // Another instructor may look on, too.
  const learns = now.entry?.role === 'learner';
  return (
    <ClockProvider range={clock.range} rate={clock.rate}>
      <Following line={line} follows={follows && !ended} />
      <Shell {...shell}>
        <div className="flex h-full min-h-0 flex-col">
          <div className="flex min-h-0 flex-1 gap-4 p-3">
            <div className="flex min-h-0 min-w-0 flex-1 flex-col gap-2">
              <div className="flex items-baseline gap-3">
                <h2 className="flex-1 text-lg">{board.name}</h2>
                <FrameNow />
              </div>
              {board.text !== '' && <p className="text-sm text-faint">{board.text}</p>}
              <div className="min-h-0 flex-1 overflow-y-auto">
                <Lanes
                  {...{ board, lanes, says, laid, trails, covered }}
                  alone={board.lanes.some(({ id }) => id === alone) ? alone : null}
                  actions={{ onVariant: null, onSolo: null, keeping: null }}
                />
              </div>
            </div>
            {(asked || ended) && (
              <aside className="grid w-80 shrink-0 content-start gap-4 overflow-y-auto">
                {asked && !ended && (
                  <>
                    {learns && <AskAnswerForm key={asked.id} line={line} ask={asked} />}
                    {asked.revealed && <AskResults ask={asked} />}
                  </>
                )}
                {ended && <Afterwards asks={now.asks} learns={learns} />}
              </aside>
            )}
          </div>
          {(!follows || ended) && <LecternTime motion={motions[0]!} />}
        </div>
      </Shell>
    </ClockProvider>
  );
}

function Following({ line, follows }: { line: ClassConnection; follows: boolean }) {
  useFollowing(line, follows);
  return null;
}

/** The frame now: what is talked about. */
function FrameNow() {
  const clock = useClock();
  const text = useRef<HTMLElement>(null);
  useOnFrame(
    useCallback(
      (frame) => {
        if (!text.current) return;
        text.current.textContent = String(Math.round(frame));
        text.current.dataset['beganAt'] = String(clock.beganAt ?? '');
      },
      [clock],
    ),
  );
  return (
    <p className="figures text-sm text-faint">
      frame <b ref={text} data-testid="class-frame" className="inline-block w-8 text-right text-ink" /> of{' '}
      {clock.range.last}
    </p>
  );
}

/** What was asked, what was right, and what one answered. */
function Afterwards({ asks, learns }: Pick<ClassNow, 'asks'> & { learns: boolean }) {
  if (asks.length === 0) return <p className="text-sm text-faint">Nothing was asked in this session.</p>;
  return asks.map((ask) => (
    <section
      key={ask.id}
      aria-label={`Question ${ask.number}`}
      className="grid gap-2 rounded-lg border border-rule p-3"
    >
      <p className="text-sm">
        <b className="figures mr-1">{ask.number}</b> {ask.question}
      </p>
      {learns && (
        <p className="text-sm text-faint">
          {ask.own ? (
            <>
              You answered <b className="text-ink">{answerWords(ask.own, ask.lanes)}</b>.
            </>
          ) : (
            'You did not answer.'
          )}
        </p>
      )}
      <AskResults ask={ask} />
    </section>
  ));
}
