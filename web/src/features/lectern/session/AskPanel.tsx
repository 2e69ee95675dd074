import type { Ask } from '@undulan/contract';
import {
  ASK_KINDS,
  type AskKind,
  type Board,
  type BoardClock,
  type MotionDocument,
  ticksAsked,
  truthOf,
} from '@undulan/core';
import { useState } from 'react';
import { Button, CommitText, Field, sayProblem, Select, Toggle } from '../../../ui/index.ts';
import { ASKS } from './ask-words.ts';
import { AskResults } from './AskResults.tsx';
import type { ClassConnection, ClassNow } from './class-connection.ts';

interface AskPanelProps {
  line: ClassConnection;
  now: ClassNow;
  board: Board;
  motions: readonly MotionDocument[];
  clock: BoardClock;
}

/** The frame of the board's clock on which a lane shows one of its own: the first of those that do. */
function clockOf({ range, frameOf }: BoardClock, lane: number, own: number): number {
  for (let frame = range.first; frame <= range.last; frame++) if (frameOf(lane, frame) >= own) return frame;
  return range.last;
}

/** Asking the class, and what comes back. */
export function AskPanel({ line, now, board, motions, clock }: AskPanelProps) {
  const [kind, setKind] = useState<AskKind>('tap');
  const [laneId, setLaneId] = useState(board.lanes[0]!.id);
  const [typed, setTyped] = useState<string | null>(null);
  const lane = board.lanes.find(({ id }) => id === laneId) ?? board.lanes[0]!;
  const question = typed ?? ASKS[kind].asks(lane.name);
  const lanes = board.lanes.map(({ id }, i) => ({
    id,
    motion: motions[i]!,
    clockOf: (frame: number) => clockOf(clock, i, frame),
  }));
  const truth = truthOf(kind, lanes, lane.id);
  const ask = async (): Promise<void> => {
    const ticks = kind === 'chart' ? ticksAsked(motions[board.lanes.indexOf(lane)]!).length : undefined;
    const named = board.lanes.map(({ id, name }) => ({ id, name }));
    const body = {
      kind,
      boardId: board.id,
      laneId: lane.id,
      lanes: named,
      question,
      truth,
      ...(ticks ? { ticks } : {}),
    };
    const said = await line.say('ask', body);
    if (!said) sayProblem('The line to the class is down: ask again in a moment.');
    else if (!said.ok) sayProblem(said.problem);
    else setTyped(null);
  };
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-2">
        <Select
          aria-label="Kind of question"
          value={kind}
          choices={ASK_KINDS.map((id) => ({ id, label: ASKS[id].label }))}
          onChoose={(next) => {
            setKind(next);
            setTyped(null);
          }}
        />
        <Select
          aria-label="About which lane"
          value={lane.id}
          disabled={kind === 'lane'}
          choices={board.lanes.map(({ id, name }) => ({ id, label: name }))}
          onChoose={setLaneId}
        />
      </div>
      <Field label="Question">
        {({ id }) => (
          <CommitText
            id={id}
            rows={2}
            counts="as-typed"
            value={question}
            onCommit={(text) => {
              if (text.trim() === '' || text.length > 300) return 'A question has 1 to 300 characters.';
              setTyped(text);
              return null;
            }}
          />
        )}
      </Field>
      <Button
        kind="main"
        disabledReason={
          now.status !== 'here'
            ? 'The line to the class is down.'
            : kind !== 'lane' && truth === null && 'Nothing moves in this lane.'
        }
        onClick={() => void ask()}
      >
        Ask the class
      </Button>
      {now.asks.toReversed().map((one) => (
        <AskedOne key={one.id} line={line} ask={one} here={now.here} />
      ))}
    </div>
  );
}

function AskedOne({ line, ask, here }: { line: ClassConnection; ask: Ask; here: number }) {
  const settle = async (settings: object): Promise<void> => {
    const said = await line.say('settle', { askId: ask.id, settings });
    if (said && !said.ok) sayProblem(said.problem);
  };
  return (
    <section aria-label={`Question ${ask.number}`} className="grid gap-2 rounded-lg border border-rule p-3">
      <p className="text-sm">
        <b className="figures mr-1">{ask.number}</b> {ask.question}
      </p>
      <p className="text-xs text-faint">
        {ask.count} of {Math.max(here, ask.count)} answered
        {ask.closed && ' · closed'}
        {ask.revealed && ' · revealed'}
      </p>
      <AskResults ask={ask} />
      <div className="flex flex-wrap gap-1.5">
        <Toggle small on={ask.revealed} onClick={() => void settle({ revealed: !ask.revealed })}>
          Reveal
        </Toggle>
        <Toggle small on={ask.namesShown} onClick={() => void settle({ namesShown: !ask.namesShown })}>
          Names
        </Toggle>
        <Toggle small on={ask.closed} onClick={() => void settle({ closed: !ask.closed })}>
          Closed
        </Toggle>
      </div>
    </section>
  );
}
