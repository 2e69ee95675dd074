import type { SelfCheck } from '@undulan/contract';
import { withMark } from '../ui/index.ts';

/** What a self-check says: three sentences at most, and no grade. */
export function CheckedWords({ check }: { check: SelfCheck }) {
  if (check.sentences.length === 0) return <p>Nothing is off by more than the exercise allows.</p>;
  return (
    <>
      <ul aria-label="What matters most" className="grid list-disc gap-1 pl-5">
        {check.sentences.map((sentence) => (
          <li key={sentence}>{withMark(sentence)}</li>
        ))}
      </ul>
      {check.further > 0 && <p className="mt-1 text-xs text-faint">And {check.further} more, of less weight.</p>}
    </>
  );
}
