import type { Assignment } from '@undulan/contract';
import { X } from 'lucide-react';
import { Fragment } from 'react';
import { BriefText, termsInWords } from '../../brief/index.ts';
import { TargetCharts } from '../../panels/charts/index.ts';
import { Button } from '../../ui/index.ts';
import { EarlierNotes } from './EarlierNotes.tsx';
import { EditsToTry } from './EditsToTry.tsx';

/**
 * The brief, what is fixed, and the target's chart: in the place of the numbers, with picture and strips still to be
 * used.
 */
export function BriefDrawer({ assignment, onClose }: { assignment: Assignment; onClose: () => void }) {
  const { brief, model, takes } = assignment;
  const lastReturned = takes.findLast((take) => take.state === 'returned');
  return (
    <aside aria-label="Brief and chart" className="flex h-full flex-col rounded-lg border border-rule bg-page">
      <div className="flex items-center justify-between border-b border-rule px-4 py-2">
        <h2 className="text-[15px]">{assignment.title}</h2>
        <Button kind="quiet" square aria-label="Close the brief" onClick={onClose}>
          <X size={16} />
        </Button>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">
        <BriefText brief={brief} />
        <dl className="figures mt-4 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-xs">
          {termsInWords(assignment).map(({ name, words }) => (
            <Fragment key={name}>
              <dt className="text-faint">{name}</dt>
              <dd>{words}</dd>
            </Fragment>
          ))}
        </dl>
        {lastReturned && <EarlierNotes takeId={lastReturned.id} number={lastReturned.number} target={model} />}
        {lastReturned && assignment.showsEdits && <EditsToTry takeId={lastReturned.id} number={lastReturned.number} />}
        <h3 className="mt-5 mb-2 text-sm">Target chart</h3>
        {model ? (
          <TargetCharts motion={model} />
        ) : (
          <p className="text-sm text-faint">Your instructor keeps the model motion of this exercise back for now.</p>
        )}
      </div>
    </aside>
  );
}
