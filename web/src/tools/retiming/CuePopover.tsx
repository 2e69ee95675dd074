import { Cue, FRAME_LIMIT, problemOf } from '@undulan/core';
import { ChevronDown, Trash2 } from 'lucide-react';
import { useEffect } from 'react';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useShortcuts, useShownKeys } from '../../keyboard/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, parsePlace, useClock } from '../../time/index.ts';
import { Button, CommitInput, Popover, readySound, soundClick, Tick, useStored } from '../../ui/index.ts';

/** Named frames: beats and contacts. Keys and the playhead snap to them; they can be heard while playing. */
export function CuePopover() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const keys = useShownKeys();
  const cues = useAppSelector(selectMotion)?.cues ?? [];
  const [heard, setHeard] = useStored('cues-heard', false);
  useCueClicks(cues, heard);
  const put = (next: Cue[]): void =>
    void dispatch(applyEdit({ operation: 'setCues', args: [{ cues: next.toSorted((a, b) => a.frame - b.frame) }] }));
  const addHere = (): void => {
    if (!cues.some((cue) => cue.frame === clock.frame)) put([...cues, { frame: clock.frame, name: '' }]);
  };
  const change = (index: number, part: Partial<Cue>): void =>
    put(cues.map((cue, i) => (i === index ? { ...cue, ...part } : cue)));
  useShortcuts({ cueHere: addHere });
  return (
    <Popover
      label="Cue marks"
      holds="named frames, beats, contacts, click while playing"
      trigger={
        <Button small>
          Cues {cues.length > 0 && <span className="figures text-faint">{cues.length}</span>} <ChevronDown size={12} />
        </Button>
      }
    >
      <p className="font-semibold">Cue marks</p>
      <p className="mb-2 text-xs text-faint">
        Named frames, such as beats and contacts. Keys and the playhead snap to them.
      </p>
      <ul className="-mx-1 max-h-60 space-y-1 overflow-y-auto p-1">
        {cues.map((cue, i) => (
          <li key={`${cue.frame}/${i}`} className="flex items-center gap-1">
            <CommitInput
              aria-label={`Frame of cue ${i + 1}`}
              className="figures h-7! w-16! text-right"
              value={formatFrames(cue.frame)}
              onCommit={(text) => {
                const place = parsePlace(text, { range: clock.range, rate: clock.rate, now: cue.frame });
                if (!place.ok) return problemOf(place);
                if (!Cue.shape.frame.safeParse(place.value).success)
                  return `Frames run from −${FRAME_LIMIT} to ${FRAME_LIMIT}.`;
                change(i, { frame: place.value });
                return null;
              }}
            />
            <CommitInput
              aria-label={`Name of cue ${i + 1}`}
              className="h-7! flex-1"
              counts="as-typed"
              placeholder="name"
              maxLength={60}
              value={cue.name}
              onCommit={(text) => {
                change(i, { name: text.trim() });
                return null;
              }}
            />
            <Button
              square
              kind="quiet"
              className="h-7! w-7!"
              aria-label={`Remove cue ${i + 1}`}
              onClick={() => put(cues.filter((_, other) => other !== i))}
            >
              <Trash2 size={13} />
            </Button>
          </li>
        ))}
      </ul>
      <Button className="mt-2 h-8! w-full" onClick={addHere}>
        Cue at the playhead ({keys('cueHere')})
      </Button>
      <Tick
        className="mt-3"
        checked={heard}
        onTick={(on) => {
          if (on) readySound();
          setHeard(on);
        }}
      >
        Click on each while playing
      </Tick>
    </Popover>
  );
}

/** Sounds a click whenever playing comes to or over a cue. */
function useCueClicks(cues: readonly Cue[], heard: boolean): void {
  const clock = useClock();
  useEffect(() => {
    if (!heard) return undefined;
    let before: number | null = null;
    return clock.subscribe(() => {
      const { frame, playing } = clock;
      if (playing && before !== frame) {
        readySound();
        // Over an end of the loop only what is there now counts.
        const low = before !== null && before < frame ? before : frame - 1;
        if (cues.some((cue) => cue.frame > low && cue.frame <= frame)) soundClick(0, false);
      }
      before = playing ? frame : null;
    });
  }, [clock, cues, heard]);
}
