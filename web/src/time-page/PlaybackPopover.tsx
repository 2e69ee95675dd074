import { readDecimal } from '@undulan/core';
import { clsx } from 'clsx';
import { SPEED_LIMITS, usePlaySettings } from '../time/index.ts';
import { Button, CommitInput, Popover, Select, Tick } from '../ui/index.ts';

/** Which keys key stepping stops at. */
export interface KeyStepping {
  choices: readonly { id: string; label: string }[];
  chosen: string;
  onChoose: (id: string) => void;
}

const SPEEDS = [25, 50, 100, 200, -100];

function isSpeed(percent: number): boolean {
  const size = Math.abs(percent);
  return size >= SPEED_LIMITS.least && size <= SPEED_LIMITS.most;
}

const shown = (speed: number): string => `${String(speed).replace('-', '−')} %`;

const BOX = 'mt-3 space-y-1 border-t border-rule pt-3';

/**
 * How the motion is looked at: viewing speed, dropping or not, frames or between them, where key stepping stops. None
 * of it changes the motion.
 */
export function PlaybackPopover({ stepping }: { stepping: KeyStepping | undefined }) {
  const [settings, change] = usePlaySettings();
  const { speed, everyFrame, smooth } = settings;
  const unusual = speed !== 100 || everyFrame || smooth;
  return (
    <Popover
      label="How it is played"
      trigger={
        <Button
          aria-label={`Viewing at ${shown(speed)}`}
          className={clsx('figures w-[58px] px-0! text-xs!', unusual ? 'border-ochre! font-semibold text-ochre' : '')}
        >
          {shown(speed)}
        </Button>
      }
    >
      <p className="font-semibold">Viewing speed</p>
      <p className="mb-2 text-xs text-faint">Only for looking. The length of the motion stays as it is.</p>
      <div className="flex items-center gap-1">
        <label className="mr-1 flex items-center gap-1 text-xs text-faint">
          <CommitInput
            aria-label="Viewing speed in percent"
            aria-description={`From ${SPEED_LIMITS.least} to ${SPEED_LIMITS.most}; negative plays backward`}
            className="figures h-7! w-16! text-right"
            value={shown(speed)}
            onCommit={(text) => {
              const read = readDecimal(text, { unit: '%' });
              if (!read.ok || !isSpeed(read.value))
                return `From ${SPEED_LIMITS.least} to ${SPEED_LIMITS.most} %; negative plays backward.`;
              change({ speed: read.value });
              return null;
            }}
          />
        </label>
        {SPEEDS.map((preset) => (
          <Button
            key={preset}
            aria-pressed={preset === speed}
            className={clsx(
              'figures h-7! flex-1 px-0! text-xs!',
              preset === speed ? 'border-accent! font-semibold text-accent' : '',
            )}
            onClick={() => change({ speed: preset })}
          >
            {String(preset).replace('-', '−')}
          </Button>
        ))}
      </div>
      <p className="mt-1 text-xs text-faint">
        {SPEED_LIMITS.least} to {SPEED_LIMITS.most} %; negative plays backward.
      </p>
      <fieldset className={BOX}>
        <legend className="sr-only">When the screen is late</legend>
        <Choice
          name="late"
          label="Real time"
          hint="late frames are dropped and counted"
          on={!everyFrame}
          onChoose={() => change({ everyFrame: false })}
        />
        <Choice
          name="late"
          label="Every frame"
          hint="however long it takes"
          on={everyFrame}
          onChoose={() => change({ everyFrame: true })}
        />
      </fieldset>
      <fieldset className={BOX}>
        <legend className="sr-only">What is shown</legend>
        <Choice
          name="shown"
          label="On frames"
          hint="as it will be seen, exposures and all"
          on={!smooth}
          onChoose={() => change({ smooth: false })}
        />
        <Choice
          name="shown"
          label="Smooth between frames"
          hint="the motion itself"
          on={smooth}
          onChoose={() => change({ smooth: true })}
        />
      </fieldset>
      {stepping && (
        <label className={clsx(BOX, 'block')}>
          <span className="font-semibold">Key stepping stops at keys of</span>
          <Select
            aria-label="Key stepping stops at keys of"

            value={stepping.chosen}
            onChoose={stepping.onChoose}
            choices={stepping.choices}
          />
        </label>
      )}
    </Popover>
  );
}

function Choice({
  name,
  label,
  hint,
  on,
  onChoose,
}: {
  name: string;
  label: string;
  hint: string;
  on: boolean;
  onChoose: () => void;
}) {
  return (
    <Tick type="radio" name={name} checked={on} onTick={onChoose} className="items-baseline">
      <span>
        {label} <span className="text-xs text-faint">{hint}</span>
      </span>
    </Tick>
  );
}
