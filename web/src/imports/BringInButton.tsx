import { FileUp } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { selectMotion } from '../editing/index.ts';
import { useAppSelector } from '../state/index.ts';
import { Button } from '../ui/index.ts';
import type { Imported } from './imported.ts';
import { useMotionFile } from './use-motion-file.tsx';

const BringInDialog = lazy(async () => ({ default: (await import('./BringInDialog.tsx')).BringInDialog }));

/** Brings the motion of a file into the work that is open. */
export function BringInButton({ courseId }: { courseId: string }) {
  const rate = useAppSelector((state) => selectMotion(state)?.rate);
  const [came, setCame] = useState<Imported | null>(null);
  const { parts, choose } = useMotionFile({ courseId, rate, onImported: setCame });
  return (
    <>
      {parts}
      <Button
        square
        aria-label="Bring in from a file"
        tip="Bring in from a file: a project, a table, glTF"
        onClick={choose}
      >
        <FileUp size={15} />
      </Button>
      {came && (
        <Suspense fallback={null}>
          <BringInDialog came={came} onClose={() => setCame(null)} />
        </Suspense>
      )}
    </>
  );
}
