import type { Ask } from '@undulan/contract';
import type { AskAnswer } from '@undulan/core';
import { useState } from 'react';
import * as z from 'zod';
import { TickRail } from '../../../panels/lanes/index.ts';
import { useClock } from '../../../time/index.ts';
import { Button, DecimalField, sayProblem } from '../../../ui/index.ts';
import { answerWords } from './ask-words.ts';
import type { ClassConnection } from './class-connection.ts';

interface AskAnswerFormProps {
  line: ClassConnection;
  ask: Ask;
}

const OnFrame = z.int().min(-100_000).max(100_000);
const Frames = z.int().min(0).max(100_000);

/** The one thing to answer. */
export function AskAnswerForm({ line, ask }: AskAnswerFormProps) {
  const send = async (answer: AskAnswer): Promise<void> => {
    const said = await line.say('answer', { askId: ask.id, answer });
    if (!said) sayProblem('The line to the class is down: answer again in a moment.');
    else if (said.ok) line.answered(ask.id, answer);
    else sayProblem(said.problem);
  };
  const isOpen = !ask.closed && !ask.revealed;
  return (
    <section aria-label="The question" className="rounded-lg border-2 border-accent bg-page p-3">
      <h2 className="mb-2 text-base">{ask.question}</h2>
      {isOpen && <Asked kind={ask.kind} ask={ask} onAnswer={(answer) => void send(answer)} />}
      <p role="status" className="mt-2 text-sm text-faint">
        {ask.own ? (
          <>
            Your answer: <b className="text-ink">{answerWords(ask.own, ask.lanes)}</b>
            {isOpen && '. You can answer again.'}
          </>
        ) : isOpen ? (
          'Not answered yet.'
        ) : (
          'It takes no more answers.'
        )}
      </p>
    </section>
  );
}

interface AskedProps {
  kind: Ask['kind'];
  ask: Ask;
  onAnswer: (answer: AskAnswer) => void;
}

function Asked({ kind, ask, onAnswer }: AskedProps) {
  const clock = useClock();
  const [ticks, setTicks] = useState(() => {
    const count = ask.ticks ?? 5;
    return Array.from({ length: count }, (_, i) => (i + 1) / (count + 1));
  });
  switch (kind) {
    case 'tap':
      return (
        // Pressed, not released: a finger's way up is late.
        <Button
          kind="main"
          className="h-14! w-full text-base!"
          onPointerDown={() => onAnswer({ frame: clock.frame })}
          onKeyDown={(event) => {
            if (event.repeat || (event.key !== ' ' && event.key !== 'Enter')) return;
            event.preventDefault();
            onAnswer({ frame: clock.frame });
          }}
        >
          Now
        </Button>
      );
    case 'lane':
      return (
        <div className="flex flex-wrap gap-2">
          {ask.lanes.map(({ id, name }) => (
            <Button key={id} onClick={() => onAnswer({ laneId: id })}>
              {name}
            </Button>
          ))}
        </div>
      );
    case 'count':
    case 'ruler':
      return (
        <DecimalField
          label={kind === 'count' ? 'Frames' : 'On frame'}
          hint="Enter sends it."
          within={kind === 'count' ? Frames : OnFrame}
          value={null}
          takesSame
          onDecimal={(value) => onAnswer(kind === 'count' ? { frames: value } : { frame: value })}
        />
      );
    case 'chart':
      return (
        <div>
          <TickRail label="Timing chart" ticks={ticks} onTicks={setTicks} />
          <Button kind="main" onClick={() => onAnswer({ ticks })}>
            Answer
          </Button>
        </div>
      );
  }
}
