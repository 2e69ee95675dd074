import { withMark } from '../ui/index.ts';
import { Paper } from './Paper.tsx';
import type { Exported } from './still-files.ts';

/** A take's review on one page: grade by criterion, findings, notes, closing words. */
export function PaperReview({ of: { title, reading, notes, review }, onClose }: { of: Exported; onClose: () => void }) {
  return (
    <Paper title={`${title}, review`} onClose={onClose}>
      <h1 className="text-xl">{title}</h1>
      {review?.grade != null && (
        <p className="my-2 text-lg">
          Grade <b>{Math.round(review.grade)}</b>
        </p>
      )}
      {reading && (
        <dl className="figures my-3 flex flex-wrap gap-x-5 gap-y-1 border-y border-rule py-2 text-xs">
          {reading.criteria.map(({ id, label, score }) => (
            <div key={id} className="flex gap-2">
              <dt className="text-faint">{label}</dt>
              <dd>{Math.round(review?.criteria[id] ?? score)}</dd>
            </div>
          ))}
        </dl>
      )}
      {review && review.summary !== '' && <p className="my-3 whitespace-pre-line">{review.summary}</p>}
      {notes.length > 0 && (
        <section>
          <h2 className="mt-4 mb-1 text-base">Notes</h2>
          <ul className="grid gap-1">
            {notes.map(({ frame, lastFrame, text }, i) => (
              <li key={i} className="break-inside-avoid">
                <b className="figures">{lastFrame === null ? frame : `${frame} to ${lastFrame}`}</b> {text}
              </li>
            ))}
          </ul>
        </section>
      )}
      {reading && (
        <section>
          <h2 className="mt-4 mb-1 text-base">Findings</h2>
          {reading.findings.length === 0 ? (
            <p>Nothing is off.</p>
          ) : (
            <ol className="grid list-decimal gap-1 pl-5">
              {reading.findings.map(({ sentence }, i) => (
                <li key={i} className="break-inside-avoid">
                  {withMark(sentence)}
                </li>
              ))}
            </ol>
          )}
        </section>
      )}
    </Paper>
  );
}
