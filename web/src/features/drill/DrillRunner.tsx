import type { DrillAnswer } from '@undulan/contract';
import { type Drill, isChoice, type MotionDocument, outcomeOf, trialOf } from '@undulan/core';
import { useMemo, useState } from 'react';
import { DRILLS, resultWords, trainedName } from '../../drills/index.ts';
import { ClockProvider } from '../../time/index.ts';
import { Button } from '../../ui/index.ts';
import { ChoiceView } from './ChoiceView.tsx';
import { MatchView } from './MatchView.tsx';
import { PlayOnce } from './TrialPictures.tsx';
import { useKeys } from './use-keys.ts';

/** A drill is over after so many; it can be left after these few. */
const TRIALS = 40;
const FEWEST = 8;

interface DrillRunnerProps {
  drill: Drill;
  seed: number;
  moves: readonly MotionDocument[];
  /** What was answered before the page went. */
  begun: DrillAnswer[];
  onAnswers: (answers: DrillAnswer[]) => void;
  onDone: (answers: DrillAnswer[]) => void;
}

/** One trial after the other, each answered and then explained, until the eye is known. */
export function DrillRunner({ drill, seed, moves, begun, onAnswers, onDone }: DrillRunnerProps) {
  const [answers, setAnswers] = useState(begun);
  const [number, setNumber] = useState(Math.min(begun.length, TRIALS - 1));
  const [round, setRound] = useState(0);
  const answered = answers.length > number;
  const trial = useMemo(
    () => trialOf({ ...drill, seed }, moves, answers.slice(0, number)),
    // The trial stays while it is answered.
    // oxlint-disable-next-line react/exhaustive-deps
    [drill, moves, seed, number],
  );
  const { range, rate } = isChoice(trial) ? trial.left : trial.motion;
  const answer = (given: DrillAnswer): void => {
    if (answered) return;
    setAnswers([...answers, given]);
    onAnswers([...answers, given]);
  };
  const isOver = answers.length >= TRIALS;
  const goOn = (): void => {
    if (!answered) return;
    if (isOver) {
      onDone(answers);
      return;
    }
    setNumber(number + 1);
    setRound(round + 1);
  };
  const taps = drill.kind === 'tap-contact';
  const again = (): void => setRound(round + 1);
  useKeys((key) => {
    if (key === 'Enter') goOn();
    else if (key === ' ' && !(taps && !answered)) again();
    else if (key.toLowerCase() === 'a' && taps) again();
    else return false;
    return true;
  });
  const next = (
    <Button kind="main" onClick={goOn}>
      {isOver ? 'Finish' : 'Next'} <kbd className="figures text-xs">Enter</kbd>
    </Button>
  );
  const shown = { drill, answered, onAnswer: answer, goOn: next };
  return (
    <div className="flex h-full flex-col gap-3 overflow-y-auto p-5">
      <div className="flex items-center gap-4">
        <h2 className="flex-1 text-lg">{DRILLS[drill.kind].asks}</h2>
        <span className="text-sm text-faint">
          trial {number + 1} of {TRIALS}, at {rate.num / rate.den} fps, as it is seen
        </span>
        <Button onClick={again}>
          Again <kbd className="figures text-xs text-faint">{taps ? 'A' : 'Space'}</kbd>
        </Button>
        <Button
          disabledReason={answers.length < FEWEST && `After ${FEWEST} trials something can be said.`}
          onClick={() => onDone(answers)}
        >
          Stop here
        </Button>
      </div>
      <ClockProvider key={number} range={range} rate={rate}>
        <PlayOnce round={round} />
        {isChoice(trial) ? <ChoiceView trial={trial} {...shown} /> : <MatchView trial={trial} {...shown} />}
      </ClockProvider>
      {answered && answers.length >= FEWEST && <SoFar drill={drill} answers={answers} />}
    </div>
  );
}

function SoFar({ drill, answers }: { drill: Drill; answers: readonly DrillAnswer[] }) {
  const { results, guessed } = outcomeOf(drill, answers);
  return (
    <section aria-label="So far" className="rounded-lg border border-rule bg-page px-4 py-2 text-sm">
      {results.map((result) => (
        <p key={result.of}>
          {results.length > 1 && <b>{trainedName(result.of)}: </b>}
          {resultWords(result, guessed, drill.fps)}
        </p>
      ))}
    </section>
  );
}
