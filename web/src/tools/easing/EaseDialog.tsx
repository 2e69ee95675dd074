import { NewEase } from '@undulan/contract';
import {
  type CssEasing,
  type CurveShape,
  type EaseShape,
  easingSpacing,
  readCssEasing,
  writeCssEasing,
} from '@undulan/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useState } from 'react';
import { explain, useSaveEaseMutation } from '../../server-data/index.ts';
import { Button, Dialog, Field, INPUT, sayDone, usePointerDrag } from '../../ui/index.ts';
import { EaseRunner } from './EaseRunner.tsx';

const SQUARE_PX = 200;
const MARGIN_PX = 90;
const NUDGE = 0.01;
/** How far handles may go past the square, in ways. */
const LOWEST = -0.4;
const HIGHEST = 1.4;
const POINTS = 96;
const START: CurveShape = { x1: 0.42, y1: 0, x2: 0.58, y2: 1 };

interface EaseDialogProps {
  courseId: string;
  start: EaseShape;
  onClose: () => void;
}

const within = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Math.round(value * 1000) / 1000));

/**
 * Draws an ease on the unit square, by its two handles or written in the CSS notation, and keeps it in the course's
 * palette.
 */
export function EaseDialog({ courseId, start, onClose }: EaseDialogProps) {
  const [css, setCss] = useState(() => writeCssEasing(start.leave === 'curve' ? start : { leave: 'curve', ...START }));
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<{ name?: string; css?: string }>({});
  const [save, { isLoading }] = useSaveEaseMutation();
  const read = readCssEasing(css);
  const easing: CssEasing | null = read.ok ? read.value : null;
  const setShape = (shape: CurveShape): void => {
    setCss(writeCssEasing({ leave: 'curve', ...shape }));
    setProblem({});
  };
  const keep = async (): Promise<void> => {
    const ease = NewEase.safeParse({ name, css });
    if (!ease.success) {
      const said = (field: 'name' | 'css') => ease.error.issues.find((issue) => issue.path[0] === field)?.message;
      setProblem({ ...(said('name') && { name: said('name')! }), ...(said('css') && { css: said('css')! }) });
      return;
    }
    const answer = await save({ courseId, ease: ease.data });
    if (answer.error) setProblem({ name: explain(answer.error) });
    else {
      sayDone('The ease is in the palette of the course.');
      onClose();
    }
  };
  const copy = async (): Promise<void> => {
    await navigator.clipboard.writeText(css);
    sayDone('Copied.');
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title="Draw an ease"
      actions={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button kind="main" disabled={isLoading} onClick={() => void keep()}>
            Keep in the palette
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[auto_1fr] gap-4">
        <UnitSquare easing={easing} onShape={setShape} />
        <div className="flex flex-col gap-3">
          <Field label="Name" error={problem.name}>
            {(ids) => (
              <input {...ids} className={INPUT} value={name} onChange={(event) => setName(event.target.value)} />
            )}
          </Field>
          <Field label="In CSS notation" error={problem.css ?? (read.ok ? undefined : read.issues[0]!.message)}>
            {(ids) => (
              <textarea
                {...ids}
                rows={4}
                spellCheck={false}
                className={clsx(INPUT, 'figures h-auto! py-1.5 text-xs')}
                value={css}
                onChange={(event) => {
                  setCss(event.target.value);
                  setProblem({});
                }}
              />
            )}
          </Field>
          <p className="text-xs text-faint">
            Paste a cubic-bezier() or linear() here, or copy this one to use it elsewhere.
          </p>
          <Button
            small
            className="self-start"
            disabledReason={!easing && 'This is no ease yet.'}
            onClick={() => void copy()}
          >
            Copy the notation
          </Button>
          <EaseRunner progress={easing && finely(easing)} />
        </div>
      </div>
    </Dialog>
  );
}

function finely(easing: CssEasing): (t: number) => number {
  const table = easingSpacing(easing, POINTS);
  return (t) => table[Math.round(t * POINTS)]!;
}

const ARROWS: Partial<Record<string, [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/**
 * Time to the right, the way gone up, with the two handles to drag or move by arrow keys; what is given by points is
 * drawn without handles.
 */
function UnitSquare({ easing, onShape }: { easing: CssEasing | null; onShape: (shape: CurveShape) => void }) {
  const x = (t: number): number => 10 + t * SQUARE_PX;
  const y = (share: number): number => MARGIN_PX + (1 - share) * SQUARE_PX;
  const drag = usePointerDrag<{ shape: CurveShape; which: 1 | 2 }>({
    onMove: ({ shape, which }, { dxPx, dyPx }) => onShape(moved(shape, which, dxPx / SQUARE_PX, -dyPx / SQUARE_PX)),
    onEnd: () => undefined,
    onCancel: () => undefined,
  });
  const curve = easing?.kind === 'curve' ? easing.shape : null;
  const line =
    easing &&
    easingSpacing(easing, POINTS)
      .map((share, k) => `${k === 0 ? 'M' : 'L'}${x(k / POINTS).toFixed(1)} ${y(share).toFixed(1)}`)
      .join('');
  const handles =
    curve &&
    ([
      { which: 1, from: [0, 0], at: [curve.x1, curve.y1], label: 'Leaving handle' },
      { which: 2, from: [1, 1], at: [curve.x2, curve.y2], label: 'Arriving handle' },
    ] as const);
  return (
    <svg
      width={SQUARE_PX + 20}
      height={SQUARE_PX + 2 * MARGIN_PX}
      className="touch-none rounded-md bg-shade"
      role="group"
      aria-label="The ease on the unit square"
    >
      <rect x={x(0)} y={y(1)} width={SQUARE_PX} height={SQUARE_PX} fill="var(--page)" stroke="var(--rule)" />
      <line x1={x(0)} y1={y(0)} x2={x(1)} y2={y(1)} stroke="var(--rule)" strokeDasharray="4 4" />
      <text x={x(0)} y={y(0) + 16} fontSize={11} fill="var(--faint)">
        time
      </text>
      <text x={x(0)} y={y(1) - 6} fontSize={11} fill="var(--faint)">
        way gone
      </text>
      {line && <path d={line} fill="none" stroke="var(--ink)" strokeWidth={2.5} />}
      {handles?.map(({ which, from, at, label }) => (
        <g
          key={which}
          role="slider"
          tabIndex={0}
          aria-label={label}
          aria-valuenow={at[1]}
          aria-valuetext={`${at[0]} of the time, ${at[1]} of the way`}
          className="cursor-move"
          onPointerDown={(event) => curve && drag(event, { shape: curve, which })}
          onKeyDown={(event: KeyboardEvent) => {
            const arrow = ARROWS[event.key];
            if (!arrow || !curve) return;
            event.preventDefault();
            const times = event.shiftKey ? 10 : 1;
            onShape(moved(curve, which, arrow[0] * NUDGE * times, arrow[1] * NUDGE * times));
          }}
        >
          <line x1={x(from[0])} y1={y(from[1])} x2={x(at[0])} y2={y(at[1])} stroke="var(--accent)" strokeWidth={1.5} />
          <circle cx={x(at[0])} cy={y(at[1])} r={14} fill="transparent" />
          <circle cx={x(at[0])} cy={y(at[1])} r={6} fill="var(--page)" stroke="var(--accent)" strokeWidth={2.5} />
        </g>
      ))}
    </svg>
  );
}

/** The curve with one handle moved; its time stays within the segment's, its height within sight. */
function moved(shape: CurveShape, which: 1 | 2, dx: number, dy: number): CurveShape {
  return which === 1
    ? { ...shape, x1: within(shape.x1 + dx, 0, 1), y1: within(shape.y1 + dy, LOWEST, HIGHEST) }
    : { ...shape, x2: within(shape.x2 + dx, 0, 1), y2: within(shape.y2 + dy, LOWEST, HIGHEST) };
}
