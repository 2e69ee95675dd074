import { framesPerSecond, type Rate, readRun, tempoOf } from '@undulan/core';
import { clsx } from 'clsx';
import { Minus, Plus, Trash2 } from 'lucide-react';
import { Button, INPUT } from '../../ui/index.ts';
import { withBeat, withoutBeat } from './change-run.ts';
import type { Run } from './planner-state.ts';
import { usePlanner } from './use-planner.ts';

interface BeatTableProps {
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
export function BeatTable({ run, rate, spreadMs, left, onRun, onRemove }: BeatTableProps) {
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
