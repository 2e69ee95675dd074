import { framesPerSecond } from '@undulan/core';
import { useState } from 'react';
import { PLAIN_ONION } from '../picture/stage/index.ts';
import { Button, Dialog, Field, fixed, readStored, sayProblem, Select } from '../ui/index.ts';
import { type Drawn, type DrawnKind, DrawnOptions } from './DrawnOptions.tsx';
import { MOVING, MOVING_KINDS, type MovingKind, type MovingPlan, planOf, usualChoices } from './export-plan.ts';
import { PaperCharts } from './PaperCharts.tsx';
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

interface ExportDialogProps {
  of: Exported;
  onClose: () => void;
}

type Kind = MovingKind | StillKind | PaperKind;
const isMoving = (kind: Kind): kind is MovingKind => kind in MOVING;
const isPaper = (kind: Kind): kind is PaperKind => kind in PAPERS;

const PAPER = { 'paper-charts': PaperCharts, 'paper-sheet': PaperSheet, 'paper-review': PaperReview } as const;

/** How a file's pictures are drawn; null where it has none. */
function drawnKind(kind: Kind): DrawnKind | null {
  if (isMoving(kind)) return { moving: kind };
  if (kind === 'picture' || kind === 'sheet' || kind === 'picture-svg' || kind === 'moving-svg') return { still: kind };
  return null;
}

/** Which file, how large and of which frames; moving ones go on being made when this is closed. */
export function ExportDialog({ of, onClose }: ExportDialogProps) {
  const { title, motion, target } = of;
  const [kind, setKind] = useState<Kind>('gif');
  const [drawn, setDrawn] = useState<Drawn>(() => ({ choices: usualChoices(motion), every: 4, eased: true }));
  const [onPaper, setOnPaper] = useState<PaperKind | null>(null);
  const { choices } = drawn;
  const plan = planOf(motion, { ...choices, ...(isMoving(kind) && { kind }) });
  const looks = drawnKind(kind);
  const missing = isMoving(kind) ? null : missingFor(kind, of);
  const save = async (): Promise<void> => {
    const onion = { ...readStored('onion', PLAIN_ONION), on: true };
    if (isMoving(kind)) {
      void startExport(title, { motion, target, onion }, { ...choices, kind });
      onClose();
      return;
    }
    if (isPaper(kind)) {
      setOnPaper(kind);
      return;
    }
    try {
      await saveStill(kind, of, { look: plan, onion, loops: choices.loops, ...drawn });
      onClose();
    } catch (error) {
      sayProblem(`The file could not be made: ${(error as Error).message}.`);
    }
  };
  if (onPaper) {
    const Sheet = PAPER[onPaper];
    return <Sheet of={of} onClose={onClose} />;
  }
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
        {looks && (
          <DrawnOptions kind={looks} motion={motion} hasTarget={target !== null} drawn={drawn} onChange={setDrawn} />
        )}
        <p role="status" className="text-sm text-faint">
          {missing ?? wordsFor(kind, of, plan)}
        </p>
      </div>
    </Dialog>
  );
}

/** What will be made. */
function wordsFor(kind: Kind, { motion, frame }: Exported, plan: MovingPlan): string {
  const size = `${plan.widthPx} × ${plan.heightPx} px`;
  if (isMoving(kind)) {
    const seconds = fixed(plan.frames.length / plan.fps, 3);
    const rate = plan.fps === framesPerSecond(motion.rate) ? '.' : ', at another rate than the motion’s.';
    return `${plan.frames.length} pictures of ${size}, ${seconds} s${rate}${kind === 'gif' ? gifWords(plan.fps) : ''}`;
  }
  if (kind === 'picture') return `Frame ${frame}, ${size}.`;
  if (kind === 'picture-svg') return `Frame ${frame}, a group for each subject.`;
  if (kind === 'moving-svg')
    return 'It plays by itself where SVG is shown: a group for each subject, moved by a style sheet.';
  return isPaper(kind) ? 'It is shown first; the browser prints it, or saves it as PDF.' : 'Made at once.';
}

/** GIF counts in hundredths of a second: what that does to a rate. */
function gifWords(fps: number): string {
  const exact = 100 / fps;
  if (Number.isInteger(exact)) return ` Each stands for ${exact} hundredths of a second.`;
  const [less, more] = [Math.floor(exact), Math.ceil(exact)];
  const fast = less < 2 ? ' Many programs show what is under 2 hundredths more slowly.' : '';
  return ` They stand for ${less} or ${more} hundredths of a second: all of it is as long as it should be.${fast}`;
}
