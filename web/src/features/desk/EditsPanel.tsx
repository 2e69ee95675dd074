import type { TakeEdits, TakeView } from '@undulan/contract';
import { clsx } from 'clsx';
import { useTakeEditsQuery } from '../../server-data/index.ts';
import { Empty, LoadFailed, Loading, withMark } from '../../ui/index.ts';

interface EditsPanelProps {
  view: TakeView;
  /** Those that are shown in the pictures, from the first on. */
  tried: TakeEdits['edits'];
  onTry: (edits: TakeEdits['edits']) => void;
}

const leftOf = (count: number): string => (count === 0 ? 'nothing left' : `${count} left`);

/** The fewest edits that put the take right, one after another: one chosen is shown with all before it. */
export function EditsPanel({ view, tried, onTry }: EditsPanelProps) {
  const { currentData, error, refetch } = useTakeEditsQuery({ id: view.id, readingId: view.readingId });
  if (error) return <LoadFailed what="edits" error={error} onRetry={() => void refetch()} />;
  if (!currentData) return <Loading what="the fewest edits" />;
  const { edits, left, why } = currentData;
  if (why) return <Empty title="No edits key by key">{why}</Empty>;
  if (edits.length === 0 && left.length === 0)
    return <Empty title="Nothing to edit">Keys and spacing are within the tolerances.</Empty>;
  const row = 'flex w-full items-baseline gap-3 px-2.5 py-1.5 text-left hover:bg-shade';
  const step = (n: number): { 'aria-pressed': boolean; className: string; onClick: () => void } => ({
    'aria-pressed': tried.length === n,
    className: clsx(row, tried.length === n ? 'bg-shade font-semibold' : ''),
    onClick: () => onTry(edits.slice(0, n)),
  });
  return (
    <section aria-label="Fewest edits" className="text-[13px] leading-snug">
      <p className="pb-1.5 text-xs text-faint">
        The fewest edits found that bring it within the tolerances. One chosen is shown with those before it; the take
        stays as it is.
      </p>
      <ol className="overflow-hidden rounded-md border border-rule bg-page">
        <li className="border-b border-rule">
          <button type="button" {...step(0)}>
            <span className="figures w-5 shrink-0 text-xs">0</span>
            <span className="min-w-0 flex-1">As handed in.</span>
            <span className="figures shrink-0 text-xs font-normal text-faint">
              {leftOf(view.reading?.findings.length ?? 0)} · {view.reading?.proposedGrade}
            </span>
          </button>
        </li>
        {edits.map(({ sentence, clears, left: count, grade }, i) => (
          <li key={i} className="border-b border-rule last:border-0">
            <button type="button" {...step(i + 1)}>
              <span className="figures w-5 shrink-0 text-xs">{i + 1}</span>
              <span className="min-w-0 flex-1">
                {withMark(sentence)}
                {clears.map((cleared) => (
                  <span key={cleared} className="mt-0.5 block text-xs font-normal text-faint">
                    no more: {withMark(cleared)}
                  </span>
                ))}
              </span>
              <span className="figures shrink-0 text-xs font-normal text-faint">
                {leftOf(count)} · {grade}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {left.length > 0 && (
        <p className="pt-1.5 text-xs text-faint">No edit puts this right: {withMark(left.join(' '))}</p>
      )}
    </section>
  );
}
