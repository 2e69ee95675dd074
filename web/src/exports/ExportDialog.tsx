import { framesPerSecond } from '@undulan/core';
import { useState } from 'react';
import * as z from 'zod';
import { Button, DecimalField, Dialog, Field, sayProblem, Select, Tick } from '../ui/index.ts';
import { canBeClear, MOVING, MOVING_KINDS, type MovingKind, planOf, usualChoices } from './export-plan.ts';
import { PaperReview } from './PaperReview.tsx';
import { PaperSheet } from './PaperSheet.tsx';
import { startExport } from './run-export.ts';
import {
  type Exported,
  missingFor,
  PAPER_KINDS,
  type PaperKind,
  PAPERS,
  saveStill,
  STILL,
  STILL_KINDS,
  type StillKind,
} from './still-files.ts';

const Width = z.int().min(16).max(4096);
const Rate = z.number().min(1).max(120);
const Every = z.int().min(1).max(1000);

interface ExportDialogProps {
  of: Exported;
  onClose: () => void;
}

type Kind = MovingKind | StillKind | PaperKind;
const isMoving = (kind: Kind): kind is MovingKind => kind in MOVING;
const isPaper = (kind: Kind): kind is PaperKind => kind in PAPERS;

/** Which file, how large and of which frames; moving ones go on being made when this is closed. */
export function ExportDialog({ of, onClose }: ExportDialogProps) {
  const { title, motion, frame } = of;
  const [kind, setKind] = useState<Kind>('gif');
  const [choices, setChoices] = useState(() => usualChoices(motion));
  const [every, setEvery] = useState(4);
  const [onPaper, setOnPaper] = useState(false);
  const change = (part: Partial<typeof choices>): void => setChoices({ ...choices, ...part });
  const plan = planOf(motion, { ...choices, ...(isMoving(kind) && { kind }) });
  const isDrawn = isMoving(kind) || kind === 'picture' || kind === 'sheet';
  const missing = isMoving(kind) ? null : missingFor(kind, of);
  const save = async (): Promise<void> => {
    if (isMoving(kind)) {
      void startExport(title, motion, { ...choices, kind });
      onClose();
      return;
    }
    if (isPaper(kind)) {
      setOnPaper(true);
      return;
    }
    try {
      await saveStill(kind, of, { look: plan, every });
      onClose();
    } catch (error) {
      sayProblem(`The file could not be made: ${(error as Error).message}.`);
    }
  };
  const seconds = plan.frames.length / plan.fps;
  if (onPaper)
    return kind === 'paper-review' ? (
      <PaperReview of={of} onClose={onClose} />
    ) : (
      <PaperSheet of={of} onClose={onClose} />
    );
  return (
    <Dialog
      open
      onClose={onClose}
      title="Save as a file"
      actions={
        <>
          <Button onClick={onClose}>Not now</Button>
          <Button kind="main" disabledReason={missing ?? false} onClick={() => void save()}>
            Save
          </Button>
        </>
      }
    >
      <div className="grid gap-3">
        <Field label="What">
          {({ id }) => (
            <Select
              id={id}
              value={kind}
              choices={[
                ...MOVING_KINDS.map((moving) => ({ id: moving, label: `Moving: ${MOVING[moving].label}` })),
                ...STILL_KINDS.map((still) => ({ id: still, label: STILL[still] })),
                ...PAPER_KINDS.map((paper) => ({ id: paper, label: PAPERS[paper] })),
              ]}
              onChoose={setKind}
            />
          )}
        </Field>
        {isDrawn && (
          <div className="grid grid-cols-3 gap-3">
            <DecimalField
              label="Width, px"
              within={Width}
              value={choices.widthPx}
              onDecimal={(widthPx) => change({ widthPx })}
            />
            {isMoving(kind) && (
              <DecimalField
                label="Frames a second"
                within={Rate}
                value={choices.fps}
                onDecimal={(fps) => change({ fps })}
              />
            )}
            {isMoving(kind) && (
              <Field label="Drawings">
                {({ id }) => (
                  <Select
                    id={id}
                    value={choices.exposure ?? 0}
                    choices={[
                      { id: 0, label: 'as they are exposed' },
                      { id: 1, label: 'on ones' },
                      { id: 2, label: 'on twos' },
                      { id: 3, label: 'on threes' },
                      { id: 4, label: 'on fours' },
                    ]}
                    onChoose={(exposure) => change({ exposure: exposure === 0 ? null : exposure })}
                  />
                )}
              </Field>
            )}
            {kind === 'sheet' && (
              <DecimalField label="Every so many frames" within={Every} value={every} onDecimal={setEvery} />
            )}
          </div>
        )}
        {isDrawn && (
          <div className="flex flex-wrap gap-x-5 gap-y-2 text-sm">
            {isMoving(kind) && motion.workRange && (
              <Tick checked={choices.span === 'work'} onTick={(on) => change({ span: on ? 'work' : 'range' })}>
                the work range alone
              </Tick>
            )}
            {isMoving(kind) && (kind === 'gif' || kind === 'apng') && (
              <Tick checked={choices.loops} onTick={(loops) => change({ loops })}>
                again and again
              </Tick>
            )}
            {(!isMoving(kind) || canBeClear(kind)) && (
              <Tick checked={choices.transparent} onTick={(transparent) => change({ transparent })}>
                see-through ground
              </Tick>
            )}
            <Tick checked={choices.trail} onTick={(trail) => change({ trail })}>
              with the trail
            </Tick>
            {kind !== 'sheet' && (
              <Tick checked={choices.numbers} onTick={(numbers) => change({ numbers })}>
                with frame numbers
              </Tick>
            )}
          </div>
        )}
        <p role="status" className="text-sm text-faint">
          {missing ??
            (isMoving(kind)
              ? `${plan.frames.length} pictures of ${plan.widthPx} × ${plan.heightPx} px, ${seconds.toFixed(3)} s` +
                (plan.fps === framesPerSecond(motion.rate) ? '.' : `, at another rate than the motion’s.`) +
                (kind === 'gif' ? gifWords(plan.fps) : '')
              : kind === 'picture'
                ? `Frame ${frame}, ${plan.widthPx} × ${plan.heightPx} px.`
                : isPaper(kind)
                  ? 'It is shown first; the browser prints it, or saves it as PDF.'
                  : 'Made at once.')}
        </p>
      </div>
    </Dialog>
  );
}

/** GIF counts in hundredths of a second: what that does to a rate. */
function gifWords(fps: number): string {
  const exact = 100 / fps;
  if (Number.isInteger(exact)) return ` Each stands for ${exact} hundredths of a second.`;
  const [less, more] = [Math.floor(exact), Math.ceil(exact)];
  const fast = less < 2 ? ' Many programs show what is under 2 hundredths more slowly.' : '';
  return ` They stand for ${less} or ${more} hundredths of a second: all of it is as long as it should be.${fast}`;
}
