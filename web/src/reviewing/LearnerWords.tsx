import type { TakeView } from '@undulan/contract';
import { TakeName } from './TakeName.tsx';

/** What the learner said of a take when handing it in; nothing where they said nothing. */
export function LearnerWords({ view: { learner, title, tags, note } }: { view: TakeView }) {
  if (title === '' && tags.length === 0 && note === '') return null;
  return (
    <section
      aria-label="What the learner says of it"
      className="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-4 py-1.5 text-sm"
    >
      <span className="text-faint">{learner.name}:</span>
      {(title !== '' || tags.length > 0) && (
        <span className="font-semibold">
          <TakeName title={title} tags={tags} />
        </span>
      )}
      {note !== '' && <span className="max-h-16 min-w-0 flex-1 overflow-y-auto whitespace-pre-wrap">{note}</span>}
    </section>
  );
}
