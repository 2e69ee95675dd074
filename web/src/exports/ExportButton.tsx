import type { MotionDocument, Project, Reading, SheetNote } from '@undulan/core';
import { FileDown } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useClock } from '../time/index.ts';
import { Button } from '../ui/index.ts';
import type { Exported } from './still-files.ts';

const ExportDialog = lazy(async () => ({ default: (await import('./ExportDialog.tsx')).ExportDialog }));

interface ExportButtonProps {
  title: string;
  motion: MotionDocument;
  target?: MotionDocument | null;
  terms?: Project['terms'];
  reading?: Reading | null;
  notes?: readonly SheetNote[];
  review?: Exported['review'];
}

/** Opens what can be saved as a file of the motion that is open. */
export function ExportButton({
  title,
  motion,
  target = null,
  terms = null,
  reading = null,
  notes = [],
  review = null,
}: ExportButtonProps) {
  const clock = useClock();
  const [frame, setFrame] = useState<number | null>(null);
  return (
    <>
      <Button
        square
        aria-label="Save as a file"
        tip="Save as a file: pictures, film, tables"
        onClick={() => setFrame(Math.round(clock.frame))}
      >
        <FileDown size={15} />
      </Button>
      {frame !== null && (
        <Suspense fallback={null}>
          <ExportDialog
            of={{ title, motion, target, frame, terms, reading, notes, review }}
            onClose={() => setFrame(null)}
          />
        </Suspense>
      )}
    </>
  );
}
