import { type Drill, type Matched, type MatchTrial, variantOf } from '@undulan/core';
import { type ReactNode, useMemo, useState } from 'react';
import * as z from 'zod';
import { LaneChart, markOf, TickRail } from '../../panels/lanes/index.ts';
import { useClock } from '../../time/index.ts';
import { Button, DecimalField, fixed, sayProblem } from '../../ui/index.ts';
import { TrialPictures } from './TrialPictures.tsx';
import { RailFigure, RulerFigure } from './TruthFigures.tsx';
import { useKeys } from './use-keys.ts';

interface MatchViewProps {
  drill: Drill;
  trial: MatchTrial;
  answered: boolean;
  onAnswer: (answer: Matched) => void;
  goOn: ReactNode;
}

/** What is typed next goes there without a click. */
const focusField = (room: HTMLElement | null): void => room?.querySelector('input')?.focus();

const Frames = z.int().min(1).max(1000);
const itself = (frame: number): number => frame;

/** How far drawings are from where they are, in percent of the way, in the mean. */
export function apartOf(ticks: readonly number[], truth: readonly number[]): number {
  const all = truth.reduce((sum, tick, i) => sum + Math.abs((ticks[i] ?? 0) - tick), 0);
  return (100 * all) / Math.max(1, truth.length);
}

const evenly = (count: number): number[] => Array.from({ length: count }, (_, i) => (i + 1) / (count + 1));

/** One move of which something is told: its frames, the moment it lands, or its chart. */
export function MatchView({ drill: { kind }, trial, answered, onAnswer, goOn }: MatchViewProps) {
  const clock = useClock();
  const [said, setSaid] = useState<number | null>(null);
  const [ticks, setTicks] = useState(() => evenly(trial.ticks.length));
  const sides = useMemo(() => [{ name: 'The move', motion: trial.motion, marked: false }], [trial]);

  const sayFrames = (frames: number): void => {
    setSaid(frames);
    onAnswer({ truth: trial.frames, off: (100 * (frames - trial.frames)) / trial.frames });
  };
  const tap = (): void => {
    if (answered) return;
    if (!clock.playing) {
      sayProblem('Tap while it plays: let it play again.');
      return;
    }
    const { frame } = clock;
    setSaid(frame);
    onAnswer({ truth: trial.lands, off: frame - trial.lands });
  };
  useKeys((key) => {
    if (kind !== 'tap-contact' || key !== ' ' || answered) return false;
    tap();
    return true;
  });
  return (
    <>
      <TrialPictures sides={sides} revealed={answered} />
      {!answered && (
        <div ref={focusField} className="mx-auto w-full max-w-xl">
          {kind === 'how-many-frames' ? (
            <DecimalField label="Frames" hint="Enter answers." within={Frames} value={null} onDecimal={sayFrames} />
          ) : kind === 'tap-contact' ? (
            // Pressed, not released: a finger's way up is late.
            <Button kind="main" className="h-14! w-full text-base!" onPointerDown={tap}>
              Now <kbd className="figures text-xs">Space</kbd>
            </Button>
          ) : (
            <div className="flex items-center gap-4">
              <div className="flex-1">
                <TickRail label="Timing chart" ticks={ticks} onTicks={setTicks} />
              </div>
              <Button kind="main" onClick={() => onAnswer({ truth: 0, off: apartOf(ticks, trial.ticks) })}>
                Answer
              </Button>
            </div>
          )}
        </div>
      )}
      {answered && (
        <section aria-label="What it was" className="rounded-lg border border-rule bg-page p-4">
          <div className="mb-2 flex items-start gap-4">
            <p role="status" className="flex-1 font-semibold">
              {kind === 'how-many-frames'
                ? `It takes ${trial.frames} frames; you said ${said}.`
                : kind === 'tap-contact'
                  ? `It lands on frame ${trial.lands}; you tapped on ${said}: ${tapWords(said! - trial.lands)}.`
                  : `Your drawings are ${fixed(apartOf(ticks, trial.ticks), 0)} % of the way off, in the mean.`}
            </p>
            {goOn}
          </div>
          {kind === 'how-many-frames' ? (
            <TwoLengths trial={trial} said={said!} />
          ) : kind === 'tap-contact' ? (
            <RulerFigure range={trial.motion.range} truth={trial.lands} said={said!} />
          ) : (
            <div className="grid grid-cols-2 gap-8">
              <RailFigure label="As it is" ticks={trial.ticks} tone="target" />
              <RailFigure label="As you drew it" ticks={ticks} tone="take" />
            </div>
          )}
        </section>
      )}
    </>
  );
}

const tapWords = (off: number): string => {
  if (off === 0) return 'on it';
  return `${Math.abs(off)} ${Math.abs(off) === 1 ? 'frame' : 'frames'} ${off > 0 ? 'late' : 'early'}`;
};

/** The move as long as it is, and as long as it was said to be, over the same frames. */
function TwoLengths({ trial: { motion }, said }: { trial: MatchTrial; said: number }) {
  const both = useMemo(() => {
    const asSaid = variantOf(motion, { kind: 'length', amount: said });
    const last = Math.max(motion.range.last, asSaid.range.last);
    return [motion, asSaid].map((one) => ({ ...one, range: { first: motion.range.first, last } }));
  }, [motion, said]);
  return (
    <div className="grid grid-cols-2 gap-8">
      {both.map((one, i) => (
        <div key={i}>
          <p className="text-xs text-faint">{i === 0 ? 'as it is' : 'as you said'}</p>
          <LaneChart
            kind="curve"
            motion={one}
            name={i === 0 ? 'the move' : 'the move as you said'}
            mark={markOf(i + 1)}
            frameOf={itself}
          />
        </div>
      ))}
    </div>
  );
}
