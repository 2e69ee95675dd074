import { type Cue, frameAt, onGrain } from '@undulan/core';
import { useClock } from '../time/index.ts';
import { Button, Toggle } from '../ui/index.ts';
import { useReference } from './reference-context.tsx';

/** What sets in in the sound, shown on its wave, as cues. */
export function OnsetCues({ onCues }: { onCues: (cues: Cue[]) => void }) {
  const { onsets, placed } = useReference()!;
  const { rate } = useClock();
  const placement = placed!.placement;
  const taken = onsets.taken.filter(({ seconds }) => seconds >= placement.fromSeconds && seconds < placement.toSeconds);
  const cues = taken.map(({ seconds }) => ({ frame: onGrain(frameAt(placement, seconds, rate)), name: 'onset' }));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <Toggle
        on={onsets.on}
        className="h-7! text-xs!"
        tip="Where something sets in (spectral flux); press a mark on the wave to drop it"
        onClick={() => onsets.look(!onsets.on)}
      >
        Find onsets
      </Toggle>
      {onsets.on && (
        <>
          <label className="flex items-center gap-2 text-xs text-faint">
            Keenness
            <input
              type="range"
              min={0}
              max={1}
              step={0.05}
              value={onsets.sensitivity}
              onChange={(event) => onsets.hear(Number(event.target.value))}
              className="w-24 accent-[var(--accent)]"
            />
          </label>
          <span className="figures text-xs text-faint" role="status">
            {onsets.found.length} found, {taken.length} taken
          </span>
          <Button small disabledReason={cues.length === 0 && 'No onset is taken.'} onClick={() => onCues(cues)}>
            Mark {cues.length === 1 ? '1 cue' : `${cues.length} cues`}
          </Button>
        </>
      )}
    </div>
  );
}
