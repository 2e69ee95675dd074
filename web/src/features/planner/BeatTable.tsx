import { framesPerSecond, type Rate, readRun, tempoOf } from '@undulan/core';
import { clsx } from 'clsx';
import { Minus, Plus, Trash2 } from 'lucide-react';
import { Button, fixed, INPUT, Table } from '../../ui/index.ts';
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

const signedMs = (ms: number): string => (Math.abs(ms) < 0.05 ? '0' : `${ms > 0 ? '+' : '−'}${fixed(Math.abs(ms), 1)}`);

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
      <Table
        pad="px-1 py-1"
        className="w-full rounded-lg border border-rule bg-page text-sm"
        columns={[
          {
            id: 'cue',
            heading: 'cue',
            headingClassName: 'pl-2',
            className: 'pl-2',
            cell: ({ at }) => (
              <span className="flex items-center gap-1.5">
                <span className="figures w-5 text-xs text-faint">{at + 1}</span>
                <input
                  aria-label={`Name of beat ${at + 1}`}
                  maxLength={40}
                  placeholder="name it"
                  value={state.beatNames[at] ?? ''}
                  onChange={(event) => rename(at, event.target.value)}
                  className={clsx(INPUT, 'h-6! px-1.5!')}
                />
              </span>
            ),
          },
          { id: 'seconds', heading: 'seconds', figures: true, cell: ({ seconds }) => fixed(seconds, 3) },
          { id: 'frames', heading: 'frames', figures: true, cell: ({ frames }) => fixed(frames, 2) },
          {
            id: 'whole',
            heading: 'whole',
            figures: true,
            className: 'font-semibold',
            cell: ({ rounded }) => rounded,
          },
          {
            id: 'off',
            heading: 'off, ms',
            figures: true,
            className: 'text-faint',
            cell: ({ rounded, frames }) => signedMs((rounded - frames) * frameMs),
          },
          {
            id: 'change',
            heading: <span className="sr-only">{onRun ? 'Change' : 'Spread'}</span>,
            className: 'w-[5.4rem] text-right whitespace-nowrap',
            cell: ({ at }) =>
              onRun ? (
                <BeatButtons run={run} at={at} frameMs={frameMs} onRun={onRun} />
              ) : (
                <span className="figures text-xs text-faint">± {fixed((spreadMs?.[at] ?? 0) / frameMs, 1)} f</span>
              ),
          },
        ]}
        rows={beats.map((beat, at) => ({ ...beat, at }))}
      />
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
            To Counts: {run.length - 1} at {fixed(tempo, 1)} bpm
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

interface BeatButtonsProps {
  run: Run;
  at: number;
  frameMs: number;
  onRun: (run: Run) => void;
}

function BeatButtons({ run, at, frameMs, onRun }: BeatButtonsProps) {
  const square = { kind: 'quiet', square: true, className: 'h-6! w-6!' } as const;
  const isFirst = at === 0 && 'The first beat is where the run begins.';
  return (
    <>
      <Button
        {...square}
        aria-label={`Beat ${at + 1} a frame earlier`}
        disabledReason={isFirst}
        onClick={() => onRun(withBeat(run, at, run[at]! - frameMs))}
      >
        <Minus size={12} />
      </Button>
      <Button
        {...square}
        aria-label={`Beat ${at + 1} a frame later`}
        disabledReason={isFirst}
        onClick={() => onRun(withBeat(run, at, run[at]! + frameMs))}
      >
        <Plus size={12} />
      </Button>
      <Button
        {...square}
        aria-label={`Delete beat ${at + 1}`}
        disabledReason={run.length <= 2 && 'A run has at least two beats.'}
        onClick={() => onRun(withoutBeat(run, at))}
      >
        <Trash2 size={12} />
      </Button>
    </>
  );
}
