import { type ChoiceTrial, type Chosen, type Drill, DRILL_FAULTS, type DrillFault, mainMovement } from '@undulan/core';
import { useMemo, useState } from 'react';
import { DRILLS, FAULTS, truthWords } from '../../drills/index.ts';
import { LaneChart, markOf } from '../../panels/lanes/index.ts';
import { Button } from '../../ui/index.ts';
import { TrialPictures, type TrialSide } from './TrialPictures.tsx';
import { useKeys } from './use-keys.ts';

const SIDES = ['left', 'right'] as const;
type Side = (typeof SIDES)[number];

interface ChoiceViewProps {
  drill: Drill;
  trial: ChoiceTrial;
  answered: boolean;
  onAnswer: (answer: Chosen) => void;
  /** Told under the truth once it is answered. */
  goOn: React.ReactNode;
}

/** A choice of two: both shown, or one with two charts; the side is chosen, and of faults in turn what it is. */
export function ChoiceView({ drill, trial, answered, onAnswer, goOn }: ChoiceViewProps) {
  const [side, setSide] = useState<Side | null>(null);
  const [named, setNamed] = useState<DrillFault | null>(null);
  const ofCharts = drill.kind === 'choose-chart';
  const asksName = drill.kind === 'spot-the-fault' && drill.fault === null;
  const answer = (chosen: Side, name: DrillFault | null): void =>
    onAnswer({
      size: trial.size,
      right: chosen === trial.answer,
      ...(trial.isCatch && { isCatch: true }),
      ...(trial.fault && { fault: trial.fault }),
      ...(name && { named: name }),
    });
  const pick = (chosen: Side): void => {
    if (answered || side) return;
    setSide(chosen);
    if (!asksName) answer(chosen, null);
  };
  const name = (fault: DrillFault): void => {
    if (answered || !side || !asksName) return;
    setNamed(fault);
    answer(side, fault);
  };
  useKeys((key) => {
    if (key === 'ArrowLeft') pick('left');
    else if (key === 'ArrowRight') pick('right');
    else if (/^[1-6]$/.test(key)) name(DRILL_FAULTS[Number(key) - 1]!);
    else return false;
    return true;
  });
  const shown = useMemo(
    (): TrialSide[] =>
      ofCharts
        ? [{ name: 'The move', motion: trial[trial.answer], marked: false }]
        : SIDES.map((one) => ({
            name: `The ${one} one`,
            motion: trial[one],
            marked: answered && trial.answer === one,
          })),
    [ofCharts, trial, answered],
  );
  return (
    <>
      <TrialPictures sides={shown} revealed={answered} />
      <div className="grid grid-cols-2 gap-8">
        {SIDES.map((one) => (
          <div key={one} className="text-center">
            {ofCharts && <SideChart drill={drill} trial={trial} side={one} plain={!answered} />}
            <Button
              kind={side === one ? 'main' : 'plain'}
              className="h-10! px-6!"
              disabledReason={(answered && 'It is answered.') || (side !== null && 'It is chosen.')}
              onClick={() => pick(one)}
            >
              The {one} one <kbd className="figures text-xs">{one === 'left' ? '←' : '→'}</kbd>
            </Button>
          </div>
        ))}
      </div>
      {asksName && side && !answered && (
        <div role="group" aria-label="What it is" className="flex flex-wrap items-center justify-center gap-2">
          <span className="text-sm">And what is it?</span>
          {DRILL_FAULTS.map((fault, i) => (
            <Button key={fault} onClick={() => name(fault)}>
              {FAULTS[fault].name} <kbd className="figures text-xs">{i + 1}</kbd>
            </Button>
          ))}
        </div>
      )}
      {answered && side && (
        <section aria-label="What it was" className="rounded-lg border border-rule bg-page p-4">
          <div className="flex items-start gap-4">
            <div className="flex-1">
              <p
                role="status"
                className={side === trial.answer ? 'font-semibold text-target' : 'font-semibold text-take-ink'}
              >
                {side === trial.answer ? 'Yes' : 'No'}: {truthWords(drill, trial)}.
              </p>
              <p className="text-sm">
                {named && named !== trial.fault && `You called it ${FAULTS[named].name.toLowerCase()}. `}
                Everything else is the same.
              </p>
            </div>
            {goOn}
          </div>
          {!ofCharts && (
            <div className="mt-2 grid grid-cols-2 gap-8">
              {SIDES.map((one) => (
                <SideChart key={one} drill={drill} trial={trial} side={one} plain={false} />
              ))}
            </div>
          )}
        </section>
      )}
    </>
  );
}

/** The chart that shows best what is asked: the curve of when and where, the spacing, or the speed at a pop. */
function chartOf({ kind }: Drill, { fault }: ChoiceTrial): 'timing' | 'curve' | 'speed' {
  if (fault === 'popped-arc' || fault === 'late-pose') return 'speed';
  return kind === 'lands-later' || fault === 'drift' ? 'curve' : 'timing';
}

function SideChart({
  drill,
  trial,
  side,
  plain,
}: {
  drill: Drill;
  trial: ChoiceTrial;
  side: Side;
  /** Both look the same until it is answered. */
  plain: boolean;
}) {
  const motion = trial[side];
  const mark = markOf(!plain && trial.answer === side ? 2 : 1);
  const last = mainMovement(motion)?.events.at(-1) ?? motion.range.last;
  const kind = chartOf(drill, trial);
  const frameOf = useMemo(() => (kind === 'timing' ? () => last : (frame: number) => frame), [kind, last]);
  const says = `${DRILLS[drill.kind].name} the ${side} one`;
  return <LaneChart kind={kind} motion={motion} name={says} mark={mark} frameOf={frameOf} />;
}
