import { drawingUp, findChannel, pileOf, type Subject } from '@undulan/core';
import { useState } from 'react';
import { z } from 'zod';
import { applyEdit, type EditRequest, selectMotion } from '../../editing/index.ts';
import { WhatIsThis } from '../../help/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { formatFrames, useClock, useRestingFrame } from '../../time/index.ts';
import { Button, DecimalInput } from '../../ui/index.ts';

const FRAMES = z.int().min(1).max(1000);

/** The pile of drawings of a subject: which is up here, another from here on, how long each is held. */
export function DrawingsFields({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const frame = useRestingFrame();
  const motion = useAppSelector(selectMotion)!;
  const [all, setAll] = useState(2);
  const run = (request: EditRequest): void => {
    clock.stop();
    dispatch(applyEdit(request));
  };
  const pile = pileOf(subject.look);
  const isDrawn = subject.look.drawings !== undefined;
  const called = isDrawn ? 'Drawing' : 'Picture';
  const up = drawingUp(motion, subject.id, frame);
  const keys = findChannel(subject, 'drawing')?.keys ?? [];
  const at = keys.findLastIndex((key) => key.frame <= frame);
  const [here, next] = [keys[at], keys[at + 1]];
  const held = here && next ? next.frame - here.frame : null;
  return (
    <fieldset aria-label="Drawings" className="grid gap-1.5 text-xs text-faint">
      <p className="flex items-center gap-1">
        {up > 0
          ? `${called} ${up} of ${pile} is up on frame ${formatFrames(frame)}`
          : `No ${called.toLowerCase()} is up on frame ${formatFrames(frame)}`}
        {held !== null && `, for ${held} ${held === 1 ? 'frame' : 'frames'}`}.
        <WhatIsThis of="Drawings" />
      </p>
      {isDrawn && (
        <div className="flex flex-wrap items-center gap-1.5">
          <Button
            small
            tip={`Empty, from frame ${formatFrames(frame)} on`}
            onClick={() => run({ operation: 'addDrawing', args: [subject.id, frame, 'empty'] })}
          >
            New drawing here
          </Button>
          <Button
            small
            tip={`As the one before, from frame ${formatFrames(frame)} on`}
            onClick={() => run({ operation: 'addDrawing', args: [subject.id, frame, 'copy'] })}
          >
            Copy of this one here
          </Button>
          <Button
            small
            disabledReason={pile < 2 && 'It is the only drawing.'}
            onClick={() => run({ operation: 'removeDrawing', args: [subject.id, frame] })}
          >
            Take this one out
          </Button>
        </div>
      )}
      {keys.length > 1 && (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          {held !== null && (
            <label className="flex items-center gap-1.5">
              this one for
              <DecimalInput
                aria-label="Frames this drawing is held"
                within={FRAMES}
                className="figures h-7! w-14!"
                value={held}
                onDecimal={(frames) => run({ operation: 'holdDrawing', args: [subject.id, frame, frames] })}
              />
              frames
            </label>
          )}
          <label className="flex items-center gap-1.5">
            each for
            <DecimalInput
              aria-label="Frames each drawing is held"
              within={FRAMES}
              className="figures h-7! w-14!"
              value={all}
              onDecimal={setAll}
            />
            frames
            <Button small onClick={() => run({ operation: 'exposeDrawings', args: [subject.id, all] })}>
              All
            </Button>
          </label>
        </div>
      )}
    </fieldset>
  );
}
