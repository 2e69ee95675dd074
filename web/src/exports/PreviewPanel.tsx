import { type MotionDocument, trimmed } from '@undulan/core';
import { X } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import * as z from 'zod';
import { selectMotion } from '../editing/index.ts';
import { useAppSelector } from '../state/index.ts';
import { Button, DecimalField, Field, fixed, sayProblem, Select, Tick } from '../ui/index.ts';
import {
  bytesOf,
  dropPreview,
  type PreviewChoices,
  previewPlan,
  QUALITIES,
  type Quality,
  type RenderedPreview,
  renderPreview,
  tooLarge,
  usualPreview,
} from './rendered-preview.ts';
import { useRealTime } from './use-real-time.ts';

const Rate = z.number().min(1).max(120);
const QUALITY_WORDS: Record<Quality, string> = { full: 'full', half: 'half', quarter: 'a quarter' };

/** A window beside the work: its range rendered into memory, played in real time; says when it is of another motion. */
export function PreviewPanel({ onClose }: { onClose: () => void }) {
  const motion = useAppSelector(selectMotion)!;
  const [choices, setChoices] = useState(() => usualPreview(motion));
  const { made, done, render, stop } = useRendering(motion, choices);
  const plan = previewPlan(motion, choices);
  const problem = tooLarge(plan);
  const change = (part: Partial<PreviewChoices>): void => setChoices({ ...choices, ...part });
  return createPortal(
    <section
      aria-label="Rendered preview"
      className="fixed right-4 bottom-16 z-40 grid w-[26rem] gap-3 rounded-xl border border-rule bg-page p-4 shadow-2xl"
    >
      <div className="flex items-center justify-between">
        <h2 className="text-base">Rendered preview</h2>
        <Button small square kind="quiet" aria-label="Close the preview" onClick={onClose}>
          <X size={14} />
        </Button>
      </div>
      {made && <Player key={made.madeAt.getTime()} made={made} isStale={made.motion !== motion} />}
      <div className="grid grid-cols-3 items-end gap-3">
        <Field label="Quality">
          {({ id }) => (
            <Select
              id={id}
              value={choices.quality}
              choices={(Object.keys(QUALITIES) as Quality[]).map((quality) => ({
                id: quality,
                label: QUALITY_WORDS[quality],
              }))}
              onChoose={(quality) => change({ quality })}
            />
          )}
        </Field>
        <DecimalField label="Frames a second" within={Rate} value={choices.fps} onDecimal={(fps) => change({ fps })} />
        {done === null ? (
          <Button kind="main" disabledReason={problem} onClick={() => void render()}>
            {made ? 'Render again' : 'Render'}
          </Button>
        ) : (
          <Button onClick={stop}>Stop</Button>
        )}
      </div>
      {motion.workRange && (
        <Tick
          className="text-sm"
          checked={choices.span === 'work'}
          onTick={(on) => change({ span: on ? 'work' : 'range' })}
        >
          the work range alone
        </Tick>
      )}
      {done === null ? (
        <p className="text-xs text-faint">
          {problem ??
            `${plan.frames.length} pictures of ${plan.widthPx} × ${plan.heightPx} px, ${megabytes(bytesOf(plan))}.`}
        </p>
      ) : (
        <progress aria-label="Rendering the preview" max={plan.frames.length} value={done} className="w-full" />
      )}
    </section>,
    document.body,
  );
}

const megabytes = (bytes: number): string => `${fixed(bytes / 1e6, bytes < 1e7 ? 1 : 0)} MB`;

/** Rendering what is open; what was rendered before is let go of. */
function useRendering(motion: MotionDocument, choices: PreviewChoices) {
  const [made, setMade] = useState<RenderedPreview | null>(null);
  const [done, setDone] = useState<number | null>(null);
  const stopper = useRef<AbortController | null>(null);
  const kept = useRef<RenderedPreview | null>(null);
  const stop = useCallback(() => stopper.current?.abort(), []);
  useEffect(
    () => () => {
      stopper.current?.abort();
      if (kept.current) dropPreview(kept.current);
    },
    [],
  );
  const render = async (): Promise<void> => {
    stop();
    const own = new AbortController();
    stopper.current = own;
    setDone(0);
    try {
      const next = await renderPreview(motion, choices, { onTaken: setDone, signal: own.signal });
      if (kept.current) dropPreview(kept.current);
      kept.current = next;
      setMade(next);
    } catch (error) {
      if (!own.signal.aborted) sayProblem(`The preview could not be rendered: ${(error as Error).message}.`);
    } finally {
      setDone(null);
    }
  };
  return { made, done, render, stop };
}

/** The pictures in real time, and how they were made. */
function Player({ made, isStale }: { made: RenderedPreview; isStale: boolean }) {
  const { canvas, isPlaying, toggle, number, shown } = useRealTime(made);
  const { plan, madeAt, tookSeconds } = made;
  return (
    <div className="grid gap-2">
      <div className="relative">
        <canvas
          ref={canvas}
          width={plan.widthPx}
          height={plan.heightPx}
          role="img"
          aria-label={`Frame ${plan.frames[number]!} of the preview`}
          className={`w-full rounded-md border border-rule ${isStale ? 'opacity-60' : ''}`}
        />
        {isStale && (
          <p
            role="status"
            className="absolute top-2 left-2 rounded-md border border-accent bg-page px-2 py-1 text-xs font-semibold"
          >
            The motion has changed since: render it again.
          </p>
        )}
      </div>
      <div className="flex items-center gap-3">
        <Button small onClick={toggle}>
          {isPlaying ? 'Pause' : 'Play'}
        </Button>
        <span className="figures text-xs text-faint">
          frame {plan.frames[number]!} · {isPlaying && shown !== null ? `${fixed(shown, 1)} of ` : ''}
          {trimmed(plan.fps, 3)} pictures a second
        </span>
      </div>
      <p className="figures text-xs text-faint">
        made {madeAt.toLocaleTimeString()} in {fixed(tookSeconds, 1)} s: {plan.widthPx} × {plan.heightPx} px,{' '}
        {plan.frames.length} pictures, {megabytes(bytesOf(plan))}
      </p>
    </div>
  );
}
