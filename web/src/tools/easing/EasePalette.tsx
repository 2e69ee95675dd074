import { type CssEasing, type EaseShape, easingSpacing, type KeyRef, readCssEasing } from '@undulan/core';
import { clsx } from 'clsx';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { EditRequest } from '../../editing/index.ts';
import { explain, useEasesQuery, useRemoveEaseMutation } from '../../server-data/index.ts';
import { Button, LoadFailed, Loading, sayProblem } from '../../ui/index.ts';
import { EaseDialog } from './EaseDialog.tsx';
import { EaseGraph } from './EaseGraph.tsx';

/** Points a palette's ease is drawn with. */
const FINE = 64;

interface EasePaletteProps {
  courseId: string;
  /** The ease of the first selected segment: what a new one starts from. */
  own: EaseShape;
  refs: KeyRef[];
  choice: (progress: (t: number) => number, request: EditRequest) => object;
}

/** How far along an easing is at any share of the time, by a fine table. */
function progressOf(easing: CssEasing): (t: number) => number {
  const table = easingSpacing(easing, FINE);
  return (t) => {
    const at = Math.min(FINE - 1, Math.max(0, Math.floor(t * FINE)));
    const into = t * FINE - at;
    return table[at]! * (1 - into) + table[at + 1]! * into;
  };
}

/** The course's own eases: to be used, drawn anew, and taken out by who may. */
export function EasePalette({ courseId, own, refs, choice }: EasePaletteProps) {
  const { data, error, refetch } = useEasesQuery(courseId);
  const [remove] = useRemoveEaseMutation();
  const [drawing, setDrawing] = useState(false);
  const takeOut = async (id: string): Promise<void> => {
    const answer = await remove(id);
    if (answer.error) sayProblem(explain(answer.error));
  };
  return (
    <section aria-label="Palette of the course" className="min-h-0">
      <div className="mb-1 flex items-center justify-between">
        <h4 className="font-semibold">Palette of the course</h4>
        <Button small onClick={() => setDrawing(true)}>
          Draw an ease …
        </Button>
      </div>
      {error && <LoadFailed what="palette" error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Loading what="the palette" />}
      {data?.length === 0 && (
        <p className="text-xs text-faint">No ease is kept yet. Everyone in the course finds here what is.</p>
      )}
      <ul className="max-h-56 overflow-y-auto">
        {data?.map((ease) => {
          const read = readCssEasing(ease.css);
          if (!read.ok) return null;
          const progress = progressOf(read.value);
          return (
            <li key={ease.id} className="flex items-center gap-1">
              <button
                type="button"
                className={clsx(
                  'flex min-w-0 flex-1 items-center gap-2 rounded-md px-1 text-left text-xs hover:bg-shade',
                  'focus-visible:bg-shade',
                )}
                title={`${ease.css}, kept by ${ease.authorName}`}
                {...choice(progress, { operation: 'applyEasing', args: [refs, read.value] })}
              >
                <EaseGraph progress={progress} widthPx={40} heightPx={28} />
                <span className="min-w-0 flex-1">
                  <span className="block truncate">{ease.name}</span>
                  {read.value.kind === 'points' && <span className="block text-faint">a drawing a frame</span>}
                </span>
              </button>
              {ease.mayRemove && (
                <Button
                  kind="quiet"
                  square
                  className="h-6! w-6!"
                  aria-label={`Take ${ease.name} out of the palette`}
                  onClick={() => void takeOut(ease.id)}
                >
                  <Trash2 size={13} />
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {drawing && <EaseDialog courseId={courseId} start={own} onClose={() => setDrawing(false)} />}
    </section>
  );
}
