import { CourseDefaults } from '@undulan/contract';
import { parseRate, problemOf } from '@undulan/core';
import { KeptStatus, useKeptChoice } from '../../saving/index.ts';
import { useChooseDefaultsMutation } from '../../server-data/index.ts';
import { CommitInput, DecimalField, Field, ownRate } from '../../ui/index.ts';

const { keyFrames, spacingPercent } = CourseDefaults.shape.tolerances.shape;

/** What new exercises of the course begin with; kept as it is typed. */
export function DefaultsForm({ courseId, defaults: kept }: { courseId: string; defaults: CourseDefaults }) {
  const [write] = useChooseDefaultsMutation();
  const { choice, status, change } = useKeptChoice(kept, (defaults) => write({ courseId, defaults }));
  const allow = (tolerances: Partial<CourseDefaults['tolerances']>): void =>
    change((now) => ({ ...now, tolerances: { ...now.tolerances, ...tolerances } }));
  return (
    <section aria-label="New exercises" className="grid gap-2">
      <div className="flex items-baseline gap-3">
        <h2 className="text-base">New exercises begin with</h2>
        <KeptStatus status={status} />
      </div>
      <div className="flex flex-wrap items-start gap-3">
        <Field label="Frames a second" className="w-36">
          {(ids) => (
            <CommitInput
              {...ids}
              className="figures"
              value={ownRate(choice.rate)}
              onCommit={(text) => {
                const read = parseRate(text);
                if (read.ok) change((now) => ({ ...now, rate: read.value }));
                return problemOf(read);
              }}
            />
          )}
        </Field>
        <DecimalField
          label="A key may be off, frames"
          value={choice.tolerances.keyFrames}
          within={keyFrames}
          onDecimal={(value) => allow({ keyFrames: value })}
        />
        <DecimalField
          label="Spacing may be off, %"
          value={choice.tolerances.spacingPercent}
          within={spacingPercent}
          onDecimal={(value) => allow({ spacingPercent: value })}
        />
      </div>
    </section>
  );
}
