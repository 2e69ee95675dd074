import { averageRuns, framesPerSecond, type Rate, readRun, tempoOf } from '@undulan/core';
import { clsx } from 'clsx';
import { Minus, Plus, Trash2 } from 'lucide-react';
import { type RefObject, useCallback, useRef, useState } from 'react';
import { Button, ButtonGroup, INPUT } from '../../ui/index.ts';
import { soundClicks } from './click-track.ts';
import { FrameRuler } from './FrameRuler.tsx';
import { MOST_RUNS, type Run } from './planner-state.ts';
import { RUN_ROW_PX, RunRow } from './RunRow.tsx';
import { useOnTick, useStopwatch } from './stopwatch.ts';
import { NotYet, PlayRow, ToolHeading, ToolSpread, useSound } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';
import { type TapRun, useTapRun } from './use-tap-run.ts';

/** A beat moves no nearer than this to its neighbours. */
const LEAST_GAP_MS = 5;

/** The run with one beat at another time, kept between its neighbours; the first stays at 0. */
function withBeat(run: Run, beat: number, atMs: number): Run {
  const low = (run[beat - 1] ?? 0) + LEAST_GAP_MS;
  const high = (run[beat + 1] ?? Infinity) - LEAST_GAP_MS;
  return run.map((tap, i) => (i === beat ? Math.round(Math.min(Math.max(atMs, low), Math.max(low, high))) : tap));
}

/** The run without one beat; its times count from the first that is left. */
function withoutBeat(run: Run, beat: number): Run {
  const left = run.filter((_, i) => i !== beat);
  return left.map((tap) => tap - left[0]!);
}

/** Performing the action and pressing at each beat: the taps become cues in seconds and frames. */
export function ActTool() {
  const { state, change, rate } = usePlanner();
  const { runs } = state;
  const [chosen, setChosen] = useState(0);
  const average = runs.length > 1 ? averageRuns(runs) : null;
  const isAverage = average !== null && chosen === runs.length;
  const at = Math.min(chosen, runs.length - 1);
  const run = isAverage ? average.meanMs : runs[at];

  const pad = useRef<HTMLButtonElement>(null);
  const tapRun = useTapRun(
    pad,
    useCallback(
      (taps: Run) => {
        if (runs.length >= MOST_RUNS) return;
        change({ runs: [...runs, taps] });
        setChosen(runs.length);
      },
      [runs, change],
    ),
  );
  const setRun = (index: number, next: Run): void =>
    change({ runs: runs.map((other, i) => (i === index ? next : other)) });
  const removeRun = (index: number): void => {
    change({ runs: runs.filter((_, i) => i !== index) });
    setChosen(0);
  };
  if (!rate.ok)
    return (
      <ToolSpread
        left={<ToolHeading title="Act it out">Set a valid rate in the plan below first.</ToolHeading>}
        right={<NotYet>Waiting for a rate.</NotYet>}
      />
    );
  const names = Array.from({ length: runs.length }, (_, i) => `Run ${i + 1}`);

  return (
    <ToolSpread
      left={
        <>
          <ToolHeading title="Act it out">
            Perform the action and press at each of its beats. Several runs show how sure the timing is.
          </ToolHeading>
          <Pad pad={pad} tapRun={tapRun} rate={rate.value} isFull={runs.length >= MOST_RUNS} />
          {runs.length > 0 && (
            <div className="mt-3 text-sm">
              <ButtonGroup
                apart
                label="Run"
                value={String(chosen)}
                choices={[...names, ...(average ? ['Average'] : [])].map((label, i) => ({ id: String(i), label }))}
                onChoose={(id) => setChosen(Number(id))}
              />
            </div>
          )}
          {run && (
            <Beats
              run={run}
              rate={rate.value}
              spreadMs={isAverage ? average.spreadMs : null}
              left={isAverage ? average.left : 0}
              onRun={isAverage ? null : (next) => setRun(at, next)}
              onRemove={isAverage ? null : () => removeRun(at)}
            />
          )}
        </>
      }
      right={
        run ? (
          <Runs
            runs={runs}
            average={average?.meanMs ?? null}
            spreadMs={average?.spreadMs ?? null}
            chosen={isAverage ? runs.length : at}
            rate={rate.value}
            onChoose={setChosen}
            onBeat={(index, beat, atMs) => setRun(index, withBeat(runs[index]!, beat, atMs))}
          />
        ) : (
          <NotYet>Your runs show here, one under the other, on a ruler of seconds and frames.</NotYet>
        )
      }
    />
  );
}

function Pad({
  pad,
  tapRun,
  rate,
  isFull,
}: {
  pad: RefObject<HTMLButtonElement | null>;
  tapRun: TapRun;
  rate: Rate;
  isFull: boolean;
}) {
  const { taps, tap, finish, cancel } = tapRun;
  const seconds = (taps?.at(-1) ?? 0) / 1000;
  return (
    <>
      <button
        ref={pad}
        type="button"
        data-pad
        disabled={isFull && !taps}
        onPointerDown={(event) => {
          if (event.button === 0) tap(event.timeStamp);
        }}
        className={clsx(
          'grid h-36 w-full touch-none place-items-center rounded-xl border-2 text-center',
          'select-none active:scale-[0.99] active:border-accent active:bg-shade disabled:opacity-50',
          taps ? 'border-take bg-page' : 'border-dashed border-faint bg-page hover:border-accent',
        )}
      >
        <span>
          <span className="block font-display text-2xl font-bold">
            {taps ? `Beat ${taps.length}` : isFull ? 'Delete a run to act another' : 'Press at the first beat'}
          </span>
          <span className={clsx('block text-sm text-faint', taps ? 'figures' : '')}>
            {taps
              ? `${seconds.toFixed(3)} s · ${(seconds * framesPerSecond(rate)).toFixed(1)} frames since the first`
              : 'here, or with the space bar'}
          </span>
        </span>
      </button>
      {taps && (
        <div className="mt-2 flex items-center gap-2">
          <Button kind="main" onClick={finish}>
            Done (Enter)
          </Button>
          <Button onClick={cancel}>Throw away (Esc)</Button>
        </div>
      )}
    </>
  );
}

interface BeatsProps {
  run: Run;
  rate: Rate;
  /** Of an average, beat by beat; and how many runs were left out of it. */
  spreadMs: readonly number[] | null;
  left: number;
  onRun: ((run: Run) => void) | null;
  onRemove: (() => void) | null;
}

const signedMs = (ms: number): string =>
  Math.abs(ms) < 0.05 ? '0' : `${ms > 0 ? '+' : '−'}${Math.abs(ms).toFixed(1)}`;

/** The beats of a run as cues: named, in seconds and frames, to nudge by a frame or take out. */
function Beats({ run, rate, spreadMs, left, onRun, onRemove }: BeatsProps) {
  const { state, change } = usePlanner();
  const frameMs = 1000 / framesPerSecond(rate);
  const beats = readRun(run, rate);
  const tempo = tempoOf(run);
  const last = beats.at(-1)!;
  const rename = (beat: number, name: string): void => {
    const names = Array.from(
      { length: Math.max(state.beatNames.length, beat + 1) },
      (_, i) => state.beatNames[i] ?? '',
    );
    names[beat] = name;
    change({ beatNames: names });
  };
  return (
    <section aria-label="Beats" className="mt-3">
      <table className="w-full rounded-lg border border-rule bg-page text-sm">
        <thead>
          <tr className="border-b border-rule text-left text-xs text-faint">
            <th className="px-2 py-1.5 font-semibold">cue</th>
            <th className="px-1 py-1.5 text-right font-semibold">seconds</th>
            <th className="px-1 py-1.5 text-right font-semibold">frames</th>
            <th className="px-1 py-1.5 text-right font-semibold">whole</th>
            <th className="px-1 py-1.5 text-right font-semibold">off, ms</th>
            <th className="py-1.5">
              <span className="sr-only">{onRun ? 'Change' : 'Spread'}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {beats.map((beat, i) => (
            <tr key={i} className="border-b border-rule last:border-0">
              <td className="flex items-center gap-1.5 px-2 py-1">
                <span className="figures w-5 text-xs text-faint">{i + 1}</span>
                <input
                  aria-label={`Name of beat ${i + 1}`}
                  maxLength={40}
                  placeholder="name it"
                  value={state.beatNames[i] ?? ''}
                  onChange={(event) => rename(i, event.target.value)}
                  className={clsx(INPUT, 'h-6! px-1.5!')}
                />
              </td>
              <td className="figures px-1 py-1 text-right">{beat.seconds.toFixed(3)}</td>
              <td className="figures px-1 py-1 text-right">{beat.frames.toFixed(2)}</td>
              <td className="figures px-1 py-1 text-right font-semibold">{beat.rounded}</td>
              <td className="figures px-1 py-1 text-right text-faint">
                {signedMs((beat.rounded - beat.frames) * frameMs)}
              </td>
              <td className="w-[5.4rem] py-1 pr-1 text-right whitespace-nowrap">
                {onRun ? (
                  <>
                    <Button
                      kind="quiet"
                      square
                      className="h-6! w-6!"
                      aria-label={`Beat ${i + 1} a frame earlier`}
                      disabledReason={i === 0 && 'The first beat is where the run begins.'}
                      onClick={() => onRun(withBeat(run, i, run[i]! - frameMs))}
                    >
                      <Minus size={12} />
                    </Button>
                    <Button
                      kind="quiet"
                      square
                      className="h-6! w-6!"
                      aria-label={`Beat ${i + 1} a frame later`}
                      disabledReason={i === 0 && 'The first beat is where the run begins.'}
                      onClick={() => onRun(withBeat(run, i, run[i]! + frameMs))}
                    >
                      <Plus size={12} />
                    </Button>
                    <Button
                      kind="quiet"
                      square
                      className="h-6! w-6!"
                      aria-label={`Delete beat ${i + 1}`}
                      disabledReason={run.length <= 2 && 'A run has at least two beats.'}
                      onClick={() => onRun(withoutBeat(run, i))}
                    >
                      <Trash2 size={12} />
                    </Button>
                  </>
                ) : (
                  <span className="figures text-xs text-faint">± {((spreadMs?.[i] ?? 0) / frameMs).toFixed(1)} f</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {left > 0 && (
        <p className="mt-1 text-xs text-ochre">
          {left === 1 ? 'One run has' : `${left} runs have`} another number of beats than run 1 and cannot be averaged
          with it.
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
        <Button
          tip={`The last beat falls on frame ${1 + last.rounded} when the first is on 1`}
          disabledReason={last.rounded < 1 && 'The run is shorter than a frame.'}
          onClick={() => change({ length: `${last.rounded + 1}f` })}
        >
          Use as length: {last.rounded + 1} f
        </Button>
        {tempo !== null && (
          <Button
            tip="The even tempo that fits the beats best"
            onClick={() => change({ tool: 'counts', tempo: `${tempo.toFixed(1)} bpm`, counts: String(run.length - 1) })}
          >
            To Counts: {run.length - 1} at {tempo.toFixed(1)} bpm
          </Button>
        )}
        {onRemove && (
          <Button kind="danger" className="ml-auto" onClick={onRemove}>
            Delete run
          </Button>
        )}
      </div>
    </section>
  );
}

interface RunsProps {
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
function Runs({ runs, average, spreadMs, chosen, rate, onChoose, onBeat }: RunsProps) {
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
