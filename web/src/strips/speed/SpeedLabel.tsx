import { CHANNELS, framesPerSecond, withUnit } from '@undulan/core';
import { clsx } from 'clsx';
import { memo, useCallback, useMemo } from 'react';
import { selectUnderWay } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { formatFrames, LiveFigures, useClock } from '../../time/index.ts';
import { Select, Toggle } from '../../ui/index.ts';
import { useValueUnits } from '../../values/index.ts';
import { EvenSpeed } from './EvenSpeed.tsx';
import { figuresOf, type SpeedFigures } from './speed-figures.ts';
import { formatSpeed, jumpWords } from './speed-words.ts';
import { type SettledSpeed, type SpeedOf, useShownLine } from './use-speed-line.ts';

interface SpeedLabelProps {
  speed: SettledSpeed;
  /** Null where the channel is all there is. */
  of: SpeedOf | null;
  onOf: (of: SpeedOf) => void;
  overValue: boolean;
  onOverValue: (overValue: boolean) => void;
}

/** What the speed is of, its figures, and what can be done with it. */
export const SpeedLabel = memo(function SpeedLabel({ speed, of, onOf, overValue, onOverValue }: SpeedLabelProps) {
  const { activeId, line } = speed;
  const unit = useValueUnits().label(activeId);
  return (
    <div className="space-y-0.5">
      {of ? (
        <Select
          aria-label="Speed of"
          size="strip"
          className="w-full"
          value={of}
          onChoose={onOf}
          choices={[
            { id: 'channel', label: `${CHANNELS[activeId].label}, ${unit}/s` },
            { id: 'way', label: `along its way, ${unit}/s` },
          ]}
        />
      ) : (
        <p>
          {line.label}, {unit}/s
        </p>
      )}
      <Figures speed={speed} />
      <div className="flex gap-1">
        <EvenSpeed subject={speed.subject} keyFrames={line.keyFrames} />
        {of !== 'way' && (
          <Toggle
            small
            on={overValue}
            className="h-6! px-1!"
            tip="The value curve beneath, as a reference"
            onClick={() => onOverValue(!overValue)}
          >
            Value
          </Toggle>
        )}
      </div>
    </div>
  );
});

/** Peak and average, written live while a gesture is under way. */
function Figures({ speed }: { speed: SettledSpeed }) {
  const { rate } = useClock();
  const units = useValueUnits();
  const line = useShownLine(speed);
  const underWay = useAppSelector(selectUnderWay);
  const per = units.per(speed.activeId);
  const unit = units.label(speed.activeId);
  const words = useCallback(
    ({ peak, average }: SpeedFigures): string[] => {
      const inUnit = (of: number): string => formatSpeed(of * per);
      return [
        `peak ${inUnit(peak.speed)}`,
        `at ${formatFrames(Math.round(peak.frame * 10) / 10)}`,
        `average ${inUnit(average)}`,
        `= ${withUnit(inUnit(average / framesPerSecond(rate)), `${unit}/frame`)}`,
      ];
    },
    [per, unit, rate],
  );
  const figures = useMemo(() => figuresOf(line, rate), [line, rate]);
  const settled = useMemo(() => figuresOf(speed.line, rate), [speed, rate]);
  const live = useCallback(() => words(figures), [words, figures]);
  return (
    <div className="figures relative">
      {words(settled).map((said, i) => (
        <p key={i} className={clsx('relative', underWay && 'text-transparent')}>
          {underWay && <span data-live="" className="absolute inset-0 text-faint" />}
          {said}
        </p>
      ))}
      {underWay && <LiveFigures textsAt={live} />}
      {figures.jumps.length > 0 && <p className="text-ochre">{jumpWords(figures.jumps)}</p>}
    </div>
  );
}
