import type { MotionDocument } from '@undulan/core';
import * as z from 'zod';
import { ColourField, DecimalField, Field, Select, Tick } from '../ui/index.ts';
import { BESIDE, type Beside, canBeClear, type MovingChoices, type MovingKind } from './export-plan.ts';

const Width = z.int().min(16).max(4096);
const Rate = z.number().min(1).max(120);
const Every = z.int().min(1).max(1000);

/** How pictures of a motion are drawn: moving, one, many on a sheet, or in vectors. */
export type DrawnKind = { moving: MovingKind } | { still: 'picture' | 'sheet' | 'picture-svg' | 'moving-svg' };

export interface Drawn {
  choices: MovingChoices;
  /** On a contact sheet every so many frames. */
  every: number;
  /** A moving SVG goes on between frames, by the eases of its keys. */
  eased: boolean;
}

interface DrawnOptionsProps {
  kind: DrawnKind;
  motion: MotionDocument;
  hasTarget: boolean;
  drawn: Drawn;
  onChange: (drawn: Drawn) => void;
}

const EXPOSURES = [
  { id: 0, label: 'as exposed' },
  { id: 1, label: 'on ones' },
  { id: 2, label: 'on twos' },
  { id: 3, label: 'on threes' },
  { id: 4, label: 'on fours' },
] as const;

/** What can be chosen of pictures: their size and rate, and what is drawn with the scene. */
export function DrawnOptions({ kind, motion, hasTarget, drawn, onChange }: DrawnOptionsProps) {
  const { choices, every, eased } = drawn;
  const change = (part: Partial<MovingChoices>): void => onChange({ ...drawn, choices: { ...choices, ...part } });
  const moving = 'moving' in kind ? kind.moving : null;
  const still = 'still' in kind ? kind.still : null;
  const isVector = still === 'picture-svg' || still === 'moving-svg';
  const mayBeClear = moving === null || canBeClear(moving);
  const loops = moving === 'gif' || moving === 'apng' || still === 'moving-svg';
  const kindsBeside = (Object.keys(BESIDE) as Beside[]).filter((id) => id !== 'target' || hasTarget);
  return (
    <>
      <div className="grid grid-cols-3 gap-3">
        {!isVector && (
          <DecimalField
            label="Width, px"
            within={Width}
            value={choices.widthPx}
            onDecimal={(widthPx) => change({ widthPx })}
          />
        )}
        {moving && (
          <DecimalField
            label="Frames a second"
            within={Rate}
            value={choices.fps}
            onDecimal={(fps) => change({ fps })}
          />
        )}
        {moving && (
          <Field label="Drawings">
            {({ id }) => (
              <Select
                id={id}
                value={choices.exposure ?? 0}
                choices={[...EXPOSURES]}
                onChoose={(exposure) => change({ exposure: exposure === 0 ? null : exposure })}
              />
            )}
          </Field>
        )}
        {still === 'sheet' && (
          <DecimalField
            label="Every so many frames"
            within={Every}
            value={every}
            onDecimal={(next) => onChange({ ...drawn, every: next })}
          />
        )}
        {!isVector && (
          <Field label="Beside it">
            {({ id }) => (
              <Select
                id={id}
                value={choices.beside}
                choices={kindsBeside.map((beside) => ({ id: beside, label: BESIDE[beside] }))}
                onChoose={(beside) => change({ beside })}
              />
            )}
          </Field>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 text-sm">
        {moving && motion.workRange && (
          <Tick checked={choices.span === 'work'} onTick={(on) => change({ span: on ? 'work' : 'range' })}>
            the work range alone
          </Tick>
        )}
        {loops && (
          <Tick checked={choices.loops} onTick={(on) => change({ loops: on })}>
            again and again
          </Tick>
        )}
        {still === 'moving-svg' && (
          <Tick checked={eased} onTick={(on) => onChange({ ...drawn, eased: on })}>
            between frames too, by the eases of keys
          </Tick>
        )}
        <Tick checked={choices.trail} onTick={(trail) => change({ trail })}>
          with the trail
        </Tick>
        {!isVector && (
          <Tick checked={choices.onion} onTick={(onion) => change({ onion })}>
            with onion skin
          </Tick>
        )}
        {still !== 'sheet' && (
          <Tick checked={choices.numbers} onTick={(numbers) => change({ numbers })}>
            with frame numbers
          </Tick>
        )}
        {mayBeClear && (
          <Tick checked={choices.transparent} onTick={(transparent) => change({ transparent })}>
            see-through ground
          </Tick>
        )}
        {!(mayBeClear && choices.transparent) && (
          <span className="flex items-center gap-2">
            <ColourField
              label="Ground"
              value={choices.ground ?? motion.stage.background}
              onColour={(ground) => change({ ground })}
            />
            ground
          </span>
        )}
      </div>
    </>
  );
}
