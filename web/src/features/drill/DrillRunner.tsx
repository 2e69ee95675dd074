import type { DrillAnswer } from '@undulan/contract';
import {
  type Choice,
  CHOICE_SIZES,
  estimateThreshold,
  looksGuessed,
  mainMovement,
  makeTrial,
  type MotionDocument,
  nextTrial,
  timingChartAt,
} from '@undulan/core';
import { useEffect, useMemo, useState } from 'react';
import { TimingChartFigure } from '../../panels/charts/index.ts';
import { Button } from '../../ui/index.ts';
import { DRILLS, resultWords, truthWords } from './drill-words.ts';
import { TrialPictures } from './TrialPictures.tsx';

/** A drill is over after so many; it can be left after these few. */
const TRIALS = 40;
const FEWEST = 8;

interface DrillRunnerProps {
  choice: Choice;
  seed: number;
  moves: readonly MotionDocument[];
  onDone: (answers: DrillAnswer[]) => void;
}

/** One trial after the other, each answered and then explained, until the eye is known. */
export function DrillRunner({ choice, seed, moves, onDone }: DrillRunnerProps) {
  const [answers, setAnswers] = useState<DrillAnswer[]>([]);
  const [picked, setPicked] = useState<'left' | 'right' | null>(null);
  const [round, setRound] = useState(0);
  const levels = CHOICE_SIZES[choice];
  const given = picked === null ? answers : answers.slice(0, -1);
  const number = given.length;
  const trial = useMemo(() => {
    const { size, isCatch } = nextTrial(given, levels);
    // Each trial is drawn from the drill's seed by its number.
    return {
      ...makeTrial(choice, moves[(seed + number) % moves.length]!, size, (seed + 7919 * number) >>> 0),
      isCatch,
    };
    // The trial stays while it is answered.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [choice, moves, seed, number]);
  const right = picked === trial.answer;

  const pick = (side: 'left' | 'right'): void => {
    if (picked !== null) return;
    setPicked(side);
    setAnswers([
      ...answers,
      { size: trial.size, right: side === trial.answer, ...(trial.isCatch && { isCatch: true }) },
    ]);
  };
  const goOn = (): void => {
    if (picked === null) return;
    if (answers.length >= TRIALS) {
      onDone(answers);
      return;
    }
    setPicked(null);
    setRound(round + 1);
  };
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.target instanceof HTMLInputElement) return;
      const act = {
        ArrowLeft: () => pick('left'),
        ArrowRight: () => pick('right'),
        Enter: goOn,
        ' ': () => setRound(round + 1),
      }[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  const found = estimateThreshold(answers, levels);
  return (
    <div className="flex h-full flex-col gap-3 p-5">
      <div className="flex items-center gap-4">
        <h2 className="flex-1 text-lg">{DRILLS[choice].asks}</h2>
        <span className="text-sm text-faint">
          trial {number + 1} of {TRIALS}, at {trial.left.rate.num / trial.left.rate.den} fps, as it is seen
        </span>
        <Button onClick={() => setRound(round + 1)}>
          Again <kbd className="figures text-xs text-faint">Space</kbd>
        </Button>
        <Button
          disabledReason={answers.length < FEWEST && `After ${FEWEST} trials something can be said.`}
          onClick={() => onDone(answers)}
        >
          Stop here
        </Button>
      </div>
      <TrialPictures trial={trial} round={round} revealed={picked !== null} />
      <div className="grid grid-cols-2 gap-8">
        {(['left', 'right'] as const).map((side) => (
          <div key={side} className="text-center">
            <Button
              kind={picked === side ? 'main' : 'plain'}
              className="h-10! px-6!"
              disabledReason={picked !== null && 'It is answered.'}
              onClick={() => pick(side)}
            >
              The {side} one <kbd className="figures text-xs">{side === 'left' ? '←' : '→'}</kbd>
            </Button>
          </div>
        ))}
      </div>
      <div className="grid min-h-44 grid-cols-2 gap-8">
        {picked !== null && (
          <section aria-label="What it was" className="rounded-lg border border-rule bg-page p-4">
            <p role="status" className={right ? 'font-semibold text-target' : 'font-semibold text-take-ink'}>
              {right ? 'Yes' : 'No'}: {truthWords(choice, trial)}.
            </p>
            <p className="mb-1 text-sm">Everything else is the same.</p>
            {(['left', 'right'] as const).map((side) => (
              <SideChart key={side} motion={trial[side]} side={side} later={trial.answer === side} />
            ))}
            <Button kind="main" className="mt-2" onClick={goOn}>
              {answers.length >= TRIALS ? 'Finish' : 'Next'} <kbd className="figures text-xs">Enter</kbd>
            </Button>
          </section>
        )}
        {answers.length >= FEWEST && picked !== null && (
          <section aria-label="So far" className="rounded-lg border border-rule bg-page p-4 text-sm">
            <h3 className="text-[15px]">How small a difference you see</h3>
            <p>{resultWords({ choice, ...found, guessed: looksGuessed(answers) })}</p>
          </section>
        )}
      </div>
    </div>
  );
}

function SideChart({ motion, side, later }: { motion: MotionDocument; side: string; later: boolean }) {
  const moved = mainMovement(motion);
  const chart = moved && timingChartAt(motion, moved.subject, moved.track, moved.events.at(-1)!, { closing: true });
  if (!chart) return null;
  return (
    <div>
      <p className="text-xs text-faint">{side}</p>
      <TimingChartFigure chart={chart} tone={later ? 'take' : 'target'} />
    </div>
  );
}
