import { CourseDefaults } from '@undulan/contract';
import { parseRate, problemOf } from '@undulan/core';
import { useState } from 'react';
import { explain, useChooseDefaultsMutation } from '../../server-data/index.ts';
import { CommitInput, DecimalField, Field, ownRate, sayDone, sayProblem } from '../../ui/index.ts';

const { keyFrames, spacingPercent } = CourseDefaults.shape.tolerances.shape;

/** What new exercises of the course begin with; kept as it is typed. */
export function DefaultsForm({ courseId, defaults: kept }: { courseId: string; defaults: CourseDefaults }) {
  const [defaults, setDefaults] = useState(kept);
  const [choose] = useChooseDefaultsMutation();
  const change = async (next: CourseDefaults): Promise<void> => {
    setDefaults(next);
    const { error } = await choose({ courseId, defaults: next });
    if (!error) sayDone('New exercises begin with that.');
    else {
      setDefaults(defaults);
      sayProblem(explain(error));
    }
  };
  const allow = (tolerances: Partial<CourseDefaults['tolerances']>): void =>
    void change({ ...defaults, tolerances: { ...defaults.tolerances, ...tolerances } });
  return (
    <section aria-label="New exercises" className="grid gap-2">
      <h2 className="text-base">New exercises begin with</h2>
      <div className="flex flex-wrap items-start gap-3">
        <Field label="Frames a second" className="w-36">
          {(ids) => (
            <CommitInput
              {...ids}
              value={ownRate(defaults.rate)}
              onCommit={(text) => {
                const read = parseRate(text);
                if (read.ok) void change({ ...defaults, rate: read.value });
                return problemOf(read);
              }}
            />
          )}
        </Field>
        <DecimalField
          label="A key may be off, frames"
          value={defaults.tolerances.keyFrames}
          within={keyFrames}
          onDecimal={(value) => allow({ keyFrames: value })}
        />
        <DecimalField
          label="Spacing may be off, %"
          value={defaults.tolerances.spacingPercent}
          within={spacingPercent}
          onDecimal={(value) => allow({ spacingPercent: value })}
        />
      </div>
    </section>
  );
}
