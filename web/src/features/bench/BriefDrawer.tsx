import { X } from 'lucide-react';
import type { Assignment } from '@undulan/contract';
import { CHANNELS, formatRate, frameCount, runningSeconds, type Limits } from '@undulan/core';
import { TargetCharts } from '../../spread/index.ts';
import { Button, formatDue } from '../../ui/index.ts';
import { EarlierNotes } from './EarlierNotes.tsx';

const LATE_WORDS: Record<Assignment['latePolicy'], string> = { accept: 'later takes count too', mark: 'later takes are marked late', refuse: 'no takes after that' };

/** What the learner may change, in a line. */
function yoursInWords({ rate, range, subjects, path, channels, maxKeys }: Limits): string {
  const keys = channels ? `keys on ${channels.map((id) => CHANNELS[id].label.toLowerCase()).join(', ')}` : 'keys on all channels';
  const parts = [maxKeys === null ? keys : `${keys}, ${maxKeys} at most`, rate && 'the frame rate', range && 'the range', subjects && 'the subjects', path && 'the paths'];
  return parts.filter(Boolean).join(' · ');
}

/** The brief, what is fixed, and the target's chart: in the place of the numbers, with picture and strips still to be used. */
export function BriefDrawer({ assignment, onClose }: { assignment: Assignment; onClose: () => void }) {
  const { brief, tolerances, model, start, dueAt, latePolicy, takeLimit, takes, mayChange } = assignment;
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
        <p className="whitespace-pre-wrap">{brief || 'There is no brief.'}</p>
        <dl className="figures mt-4 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-xs">
          <dt className="text-faint">rate</dt>
          <dd>{formatRate(start.rate)} fps</dd>
          <dt className="text-faint">range</dt>
          <dd>
            {start.range.first}–{start.range.last}, {frameCount(start.range)} frames, runs {runningSeconds(start.range, start.rate).toFixed(3)} s
          </dd>
          <dt className="text-faint">allowed</dt>
          <dd>
            keys ±{tolerances.keyFrames} frames, spacing ±{tolerances.spacingPercent} %
          </dd>
          <dt className="text-faint">yours</dt>
          <dd>{yoursInWords(mayChange)}</dd>
          {dueAt && (
            <>
              <dt className="text-faint">due</dt>
              <dd>
                {formatDue(dueAt)}, {LATE_WORDS[latePolicy]}
              </dd>
            </>
          )}
          {takeLimit !== null && (
            <>
              <dt className="text-faint">takes</dt>
              <dd>
                {takes.length} of {takeLimit} handed in
              </dd>
            </>
          )}
        </dl>
        {lastReturned && <EarlierNotes takeId={lastReturned.id} number={lastReturned.number} />}
        <h3 className="mt-5 mb-2 text-sm">Target chart</h3>
        {model ? <TargetCharts motion={model} /> : <p className="text-sm text-faint">Your instructor keeps the model motion of this exercise back for now.</p>}
      </div>
    </aside>
  );
}
