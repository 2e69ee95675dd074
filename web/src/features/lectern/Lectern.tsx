import type { LanesLaid, StoredLesson } from '@undulan/contract';
import { type Board, boardClock, describeLane, type MotionDocument, whatDiffers } from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { motionsOf, shownLanes } from '../../panels/lanes/index.ts';
import { UndoButtons } from '../../panels/work/index.ts';
import { Shell } from '../../shell/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { Button, Empty, Toggle, useIsTyping, withMark } from '../../ui/index.ts';
import { AddLaneMenu } from './AddLaneMenu.tsx';
import { BoardChoices } from './BoardChoices.tsx';
import { BoardList } from './BoardList.tsx';
import { BoardTexts } from './BoardTexts.tsx';
import { Lanes } from './Lanes.tsx';
import type { LaneActions } from './LaneSide.tsx';
import { LecternTime } from './LecternTime.tsx';
import {
  addBoard,
  addLane,
  addVariant,
  moveLane,
  removeLane,
  setVariant,
  withBoard,
  withLane,
} from './lesson-edits.ts';
import { LessonEnd } from './LessonEnd.tsx';
import { LessonMenu } from './LessonMenu.tsx';
import { MoveDialog } from './MoveDialog.tsx';
import { NameInput } from './NameInput.tsx';
import { usePresenting } from './presenting.ts';
import { AskPanel, useLeading } from './session/index.ts';
import { StaleDialog } from './StaleDialog.tsx';
import { useFullScreen } from './use-full-screen.ts';
import { type LedSession, useLedSession } from './use-led-session.tsx';
import { type LessonEditing, useLesson } from './use-lesson.ts';

/** Where keeping the lesson stands, in words, as long as nothing is typed that does not count yet. */
const STANDINGS: Record<LessonEditing['standing'], string> = {
  saved: 'Saved',
  saving: 'Saving …',
  away: 'Not saved: the server is away. It goes on trying.',
  stale: 'Changed elsewhere',
};

/** The lesson on the Lectern. */
export function Lectern({ stored }: { stored: StoredLesson }) {
  const editing = useLesson(stored);
  const { lesson, change } = editing;
  const mayKeep = stored.role === 'instructor';
  const isTyping = useIsTyping();
  const says = editing.standing === 'saved' && isTyping ? 'Typing …' : STANDINGS[editing.standing];
  const [address, setAddress] = useSearchParams();
  const chosen = address.get('board');
  const setChosen = useCallback(
    (boardId: string): void => setAddress({ board: boardId }, { replace: true }),
    [setAddress],
  );
  const board = lesson.boards.find(({ id }) => id === chosen) ?? lesson.boards[0];
  const [from, setFrom] = useState<'board' | 'lane' | null>(null);
  const [isFull, toggleFull] = useFullScreen();
  // On a projector it is shown, not made: no notes, no fields.
  const mayMake = mayKeep && !isFull;
  const leading = useLedSession(stored);
  usePresenting(stored.id, lesson, board?.id, setChosen);
  const onMove = (name: string, motion: MotionDocument): void => {
    if (from === 'lane' && board) change((now) => withBoard(now, board.id, (one) => addLane(one, name, motion)));
    else {
      change((now) => addBoard(now, name, motion).lesson);
      setChosen(addBoard(lesson, name, motion).boardId);
    }
  };
  const shell = {
    crumbs: [{ label: stored.courseTitle, to: `/courses/${stored.courseId}` }, { label: lesson.name }],
    status: mayKeep ? says : 'What you change here is not kept',
    actions: (
      <>
        {mayKeep && (
          <UndoButtons
            undoName={editing.canUndo ? 'the last change' : null}
            redoName={editing.canRedo ? 'what was taken back' : null}
            undo={editing.undo}
            redo={editing.redo}
          />
        )}
        <LessonMenu stored={stored} lesson={lesson} />
        {mayKeep && leading.bar}
        <Button onClick={toggleFull}>{isFull ? 'Leave full screen' : 'Full screen'}</Button>
      </>
    ),
  };
  const aside = (
    <>
      {mayMake && (
        <NameInput
          label="Name of the lesson"
          what="the lesson"
          most={120}
          className="w-full text-[0.94rem]"
          value={lesson.name}
          onName={(name) => change((now) => ({ ...now, name }))}
        />
      )}
      <BoardList
        lesson={lesson}
        boardId={board?.id ?? ''}
        onChoose={setChosen}
        onChange={mayMake ? (edit) => change(edit) : null}
        onAdd={() => setFrom('board')}
      />
      <LessonEnd
        stored={stored}
        lesson={lesson}
        onChange={mayMake ? (end) => change((now) => ({ ...now, ...end })) : null}
      />
    </>
  );
  return (
    <>
      {from && (
        <MoveDialog
          title={from === 'lane' ? 'A lane of another move' : 'A board of which move?'}
          courseId={stored.courseId}
          onMove={onMove}
          onClose={() => setFrom(null)}
        />
      )}
      {editing.standing === 'stale' && (
        <StaleDialog courseId={stored.courseId} lesson={lesson} onForget={editing.forget} />
      )}
      {board ? (
        <BoardOnLectern
          key={board.id}
          {...{ stored, editing, board, shell, aside, leading, isFull }}
          onFrom={() => setFrom('lane')}
        />
      ) : (
        <Shell {...shell}>
          <div className="grid h-full grid-cols-[14.75rem_minmax(0,1fr)]">
            <aside className="border-r border-rule p-4">{aside}</aside>
            <Empty title="No board yet">A board shows one move in several variants. Add the first at the left.</Empty>
          </div>
        </Shell>
      )}
    </>
  );
}

interface BoardOnLecternProps {
  stored: StoredLesson;
  editing: LessonEditing;
  board: Board;
  shell: Omit<React.ComponentProps<typeof Shell>, 'children'>;
  aside: React.ReactNode;
  leading: LedSession;
  isFull: boolean;
  onFrom: () => void;
}

function BoardOnLectern({ stored, editing, board, shell, aside, leading, isFull, onFrom }: BoardOnLecternProps) {
  const { change } = editing;
  const navigate = useNavigate();
  const mayMake = stored.role === 'instructor' && !isFull;
  const [covered, setCovered] = useState(board.coversFirst);
  const [alone, setAlone] = useState<string | null>(null);
  const [laid, setLaid] = useState<LanesLaid>('rows');
  const [trails, setTrails] = useState(true);
  const motions = useMemo(() => motionsOf(board), [board]);
  const clock = useMemo(() => boardClock(motions, board.alignedAt), [motions, board.alignedAt]);
  const lanes = useMemo(() => shownLanes(board, motions, clock), [board, motions, clock]);
  const says = useMemo(
    () =>
      motions.map((motion, i) =>
        withMark(i === 0 ? describeLane(motion) : whatDiffers(motions[0]!, motion, stored.tolerances)),
      ),
    [motions, stored.tolerances],
  );
  const edit = useCallback(
    (how: (board: Board) => Board, gesture?: string) => change((now) => withBoard(now, board.id, how), gesture),
    [change, board.id],
  );
  const actions: LaneActions = {
    onVariant: (laneId, variant) => edit((one) => setVariant(one, laneId, variant), `amount ${laneId}`),
    onSolo: (laneId) => setAlone(alone === laneId ? null : laneId),
    keeping: mayMake
      ? {
          onRename: (laneId, name) => edit((one) => withLane(one, laneId, (lane) => ({ ...lane, name }))),
          onMove: (laneId, by) => edit((one) => moveLane(one, laneId, by)),
          onRemove: (laneId) => {
            setAlone(null);
            edit((one) => removeLane(one, laneId));
          },
          // The spread fetches the lesson: it must be as it stands here.
          onOpen: (laneId) =>
            void editing.settle().then(() => navigate(`/lessons/${stored.id}/boards/${board.id}/lanes/${laneId}`)),
        }
      : null,
  };
  const led = useMemo(() => ({ covered, alone, laid, trails }), [covered, alone, laid, trails]);
  return (
    <ClockProvider range={clock.range} rate={clock.rate}>
      <Leading line={leading.line} board={board} led={led} />
      <Shell {...shell}>
        <div className="flex h-full min-h-0 flex-col">
          <div
            className={clsx(
              'grid min-h-0 flex-1',
              leading.asking ? 'grid-cols-[14.75rem_minmax(0,1fr)_18.75rem]' : 'grid-cols-[14.75rem_minmax(0,1fr)]',
            )}
          >
            <aside className="grid content-start gap-4 overflow-y-auto border-r border-rule p-4">
              {aside}
              <BoardTexts
                board={board}
                covered={covered}
                onCover={setCovered}
                onText={mayMake ? (part) => edit((one) => ({ ...one, ...part })) : null}
              />
            </aside>
            <div className="flex min-h-0 flex-col gap-2 p-3">
              <div className="flex flex-wrap items-center gap-2">
                {mayMake ? (
                  <NameInput
                    label="Name of the board"
                    what="the board"
                    most={80}
                    className="min-w-40 flex-1 text-base"
                    value={board.name}
                    onName={(name) => edit((one) => ({ ...one, name }))}
                  />
                ) : (
                  <h2 className="flex-1 text-base">{board.name}</h2>
                )}
                <BoardChoices
                  board={board}
                  motion={motions[0]!}
                  onChoice={(part) => edit((one) => ({ ...one, ...part }))}
                />
                {(['over', 'beside'] as const).map((way) => (
                  <Toggle
                    key={way}
                    small
                    on={laid === way}
                    disabledReason={alone !== null && 'One lane is shown alone.'}
                    onClick={() => setLaid(laid === way ? 'rows' : way)}
                  >
                    {way === 'over' ? 'Over each other' : 'Side by side'}
                  </Toggle>
                ))}
                <Toggle small on={trails} onClick={() => setTrails(!trails)}>
                  Trails
                </Toggle>
                {!board.coversFirst && (
                  <Toggle small on={covered} onClick={() => setCovered(!covered)}>
                    Cover charts
                  </Toggle>
                )}
                {mayMake && (
                  <AddLaneMenu
                    board={board}
                    onVariant={(kind) => edit((one) => addVariant(one, kind))}
                    onFrom={onFrom}
                  />
                )}
              </div>
              <div className="min-h-0 flex-1 overflow-y-auto">
                <Lanes {...{ board, lanes, says, alone, laid, trails, covered, actions }} />
              </div>
            </div>
            {leading.asking && leading.line && leading.now && (
              <aside aria-label="Questions" className="overflow-y-auto border-l border-rule p-3">
                <AskPanel line={leading.line} now={leading.now} {...{ board, motions, clock }} />
              </aside>
            )}
          </div>
          <LecternTime motion={motions[0]!} />
        </div>
      </Shell>
    </ClockProvider>
  );
}

interface LeadingProps {
  line: LedSession['line'];
  board: Board;
  led: Parameters<typeof useLeading>[2];
}

/** Shows the class what stands here; inside the clock that it follows. */
function Leading({ line, board, led }: LeadingProps) {
  useLeading(line, board, led);
  return null;
}
