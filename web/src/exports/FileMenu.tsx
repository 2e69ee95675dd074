import type { MotionDocument, Project, Reading, SheetNote } from '@undulan/core';
import { File } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useBringIn } from '../imports/index.ts';
import { useClock } from '../time/index.ts';
import { Button, Menu, MenuItem, MenuLine } from '../ui/index.ts';
import type { Exported } from './still-files.ts';

const ExportDialog = lazy(async () => ({ default: (await import('./ExportDialog.tsx')).ExportDialog }));
const PaperReview = lazy(async () => ({ default: (await import('./PaperReview.tsx')).PaperReview }));
const PreviewPanel = lazy(async () => ({ default: (await import('./PreviewPanel.tsx')).PreviewPanel }));

interface FileMenuProps {
  title: string;
  motion: MotionDocument;
  target?: MotionDocument | null;
  terms?: Project['terms'];
}

const trigger = (
  <Button square aria-label="Files" tip="Files: saved, brought in; a rendered preview">
    <File size={15} />
  </Button>
);

/** Files of the work that is open: saved, brought in; and its range rendered, to be played in real time. */
export function WorkFiles({
  title,
  motion,
  target = null,
  terms = null,
  courseId,
}: FileMenuProps & { courseId: string }) {
  const clock = useClock();
  const bringIn = useBringIn(courseId);
  const [frame, setFrame] = useState<number | null>(null);
  const [preview, setPreview] = useState(false);
  const exported: Omit<Exported, 'frame'> = { title, motion, target, terms, reading: null, notes: [], review: null };
  return (
    <>
      {bringIn.parts}
      <Menu trigger={trigger}>
        <MenuItem onSelect={() => setFrame(Math.round(clock.frame))}>Save as a file …</MenuItem>
        <MenuItem onSelect={bringIn.choose}>Bring in from a file …</MenuItem>
        <MenuLine />
        <MenuItem onSelect={() => setPreview(true)}>Rendered preview</MenuItem>
      </Menu>
      <Suspense fallback={null}>
        {frame !== null && <ExportDialog of={{ ...exported, frame }} onClose={() => setFrame(null)} />}
        {preview && <PreviewPanel onClose={() => setPreview(false)} />}
      </Suspense>
    </>
  );
}

interface TakeFilesProps extends FileMenuProps {
  reading: Reading | null;
  notes: readonly SheetNote[];
  review: Exported['review'];
}

/** Files of a take that was handed in, and its review on paper. */
export function TakeFiles({ target = null, terms = null, ...take }: TakeFilesProps) {
  const clock = useClock();
  const [shown, setShown] = useState<{ as: 'file' | 'paper'; frame: number } | null>(null);
  const show = (as: 'file' | 'paper'): void => setShown({ as, frame: Math.round(clock.frame) });
  const close = (): void => setShown(null);
  const of = shown && { ...take, target, terms, frame: shown.frame };
  return (
    <>
      <Menu trigger={trigger}>
        <MenuItem onSelect={() => show('file')}>Save as a file …</MenuItem>
        <MenuItem disabledReason={!take.reading && 'It is not read yet.'} onSelect={() => show('paper')}>
          Review on paper …
        </MenuItem>
      </Menu>
      <Suspense fallback={null}>
        {of && shown?.as === 'file' && <ExportDialog of={of} onClose={close} />}
        {of && shown?.as === 'paper' && <PaperReview of={of} onClose={close} />}
      </Suspense>
    </>
  );
}
