import { framesPerSecond, type Rate } from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useRef } from 'react';
import { soundClicks } from './click-track.ts';
import { FrameRuler } from './FrameRuler.tsx';
import type { Run } from './planner-state.ts';
import { RUN_ROW_PX, RunRow } from './RunRow.tsx';
import { useOnTick, useStopwatch } from './stopwatch.ts';
import { PlayRow, useSound } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';

interface RunRowsProps {
  runs: readonly Run[];
  average: Run | null;
  spreadMs: readonly number[] | null;
  /** The row whose clicks play; the average's is one past the runs. */
  chosen: number;
  rate: Rate;
  onChoose: (index: number) => void;
  onBeat: (index: number, beat: number, atMs: number) => void;
}

/** All runs under one ruler, and the chosen one as a click track. */
export function RunRows({ runs, average, spreadMs, chosen, rate, onChoose, onBeat }: RunRowsProps) {
  const watch = useStopwatch();
  const [sound, setSound] = useSound();
  const stopSound = useRef<(() => void) | null>(null);
  const lamp = useRef<HTMLSpanElement>(null);
  const { state } = usePlanner();
  const rows = average ? [...runs, average] : runs;
  const playing = rows[chosen] ?? rows[0]!;
  const fps = framesPerSecond(rate);
  const longestMs = Math.max(...rows.map((row) => row.at(-1)!));

  useOnTick(
    watch,
    useCallback(
      (seconds: number) => {
        const ms = seconds * 1000;
        const beat = watch.running ? playing.findLastIndex((tap) => tap <= ms) : -1;
        if (lamp.current) {
          lamp.current.textContent = beat < 0 ? '–' : String(beat + 1);
          lamp.current.toggleAttribute('data-lit', beat >= 0 && ms - playing[beat]! < 140);
        }
        if (watch.running && ms > playing.at(-1)! + 600) watch.stop();
      },
      [watch, playing],
    ),
  );
  const play = (): void => {
    stopSound.current?.();
    watch.start();
    stopSound.current = sound
      ? soundClicks(watch, (n) => (n < playing.length ? { atSeconds: playing[n]! / 1000, strong: n === 0 } : null))
      : null;
  };
  return (
    <>
      <PlayRow watch={watch} what="Click track" onPlay={play} sound={[sound, (on) => (watch.stop(), setSound(on))]}>
        <span
          ref={lamp}
          aria-hidden="true"
          className={clsx(
            'figures grid h-8 w-8 place-items-center rounded-full border-2 border-rule text-sm',
            'data-lit:border-accent data-lit:bg-accent data-lit:text-on-accent',
          )}
        >
          –
        </span>
        <span className="text-xs text-faint">
          {chosen === runs.length ? 'the average' : `run ${chosen + 1}`}; do it again along with the clicks and press:
          that is a new run to compare
        </span>
      </PlayRow>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <FrameRuler
          rate={rate}
          frames={Math.ceil((longestMs / 1000) * fps) + 1}
          heightPx={rows.length * RUN_ROW_PX + 8}
          watch={watch}
          roundSeconds={null}
          label="Runs over frames"
        >
          {(scale) =>
            rows.map((row, i) => (
              <RunRow
                key={i}
                name={i === runs.length ? 'average' : `run ${i + 1}`}
                taps={row}
                names={state.beatNames}
                spreadMs={i === runs.length ? spreadMs : null}
                against={average && i < runs.length && row.length === average.length ? average : null}
                y={i * RUN_ROW_PX}
                scale={scale}
                fps={fps}
                isChosen={i === chosen}
                onChoose={() => onChoose(i)}
                onBeat={i === runs.length ? null : (beat, atMs) => onBeat(i, beat, atMs)}
              />
            ))
          }
        </FrameRuler>
      </div>
    </>
  );
}
