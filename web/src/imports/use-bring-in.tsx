import { lazy, type ReactElement, Suspense, useState } from 'react';
import { selectMotion } from '../editing/index.ts';
import { useAppSelector } from '../state/index.ts';
import type { Imported } from './imported.ts';
import { useMotionFile } from './use-motion-file.tsx';

const BringInDialog = lazy(async () => ({ default: (await import('./BringInDialog.tsx')).BringInDialog }));

/** Brings the motion of a file into the work that is open: `choose` asks for it, `parts` must stand on the page. */
export function useBringIn(courseId: string): { parts: ReactElement; choose: () => void } {
  const rate = useAppSelector((state) => selectMotion(state)?.rate);
  const [came, setCame] = useState<Imported | null>(null);
  const { parts, choose } = useMotionFile({ rate, onImported: setCame });
  return {
    choose,
    parts: (
      <>
        {parts}
        {came && (
          <Suspense fallback={null}>
            <BringInDialog courseId={courseId} came={came} onClose={() => setCame(null)} />
          </Suspense>
        )}
      </>
    ),
  };
}
