import { Clapperboard } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button } from '../ui/index.ts';

const PreviewPanel = lazy(async () => ({ default: (await import('./PreviewPanel.tsx')).PreviewPanel }));

/** Opens the rendered preview of the work that is open. */
export function PreviewButton() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button
        square
        aria-label="Rendered preview"
        aria-pressed={open}
        tip="Rendered preview: plays in real time, whatever the scene weighs"
        onClick={() => setOpen(!open)}
      >
        <Clapperboard size={15} />
      </Button>
      {open && (
        <Suspense fallback={null}>
          <PreviewPanel onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
