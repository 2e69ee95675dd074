import { CourseDefaults } from '@undulan/contract';
import { parseRate, problemOf } from '@undulan/core';
import { useRef, useState } from 'react';
import { explain, useChooseDefaultsMutation } from '../../server-data/index.ts';
import { CommitInput, DecimalField, Field, ownRate, sayProblem } from '../../ui/index.ts';

const { keyFrames, spacingPercent } = CourseDefaults.shape.tolerances.shape;

interface DefaultsWriter {
  defaults: CourseDefaults;
  /** Whether all of it is kept; empty while nothing was changed. */
  status: '' | 'Saving …' | 'Saved' | 'Not saved';
  change: (part: Partial<CourseDefaults>) => void;
}

/** Writes them one after another, that of two changes the later one stays; what cannot be kept is taken back. */
function useDefaultsWriter(courseId: string, kept: CourseDefaults): DefaultsWriter {
  const [choose] = useChooseDefaultsMutation();
  const [defaults, setDefaults] = useState(kept);
  const [status, setStatus] = useState<DefaultsWriter['status']>('');
  const [latest, written] = [useRef(kept), useRef(kept)];
  const queue = useRef(Promise.resolve());
  const write = async (): Promise<void> => {
    const sent = latest.current;
    if (sent === written.current) return;
    const { error } = await choose({ courseId, defaults: sent });
    if (!error) written.current = sent;
    // What was changed meanwhile is written next.
    if (latest.current !== sent) return;
    setStatus(error ? 'Not saved' : 'Saved');
    if (!error) return;
    latest.current = written.current;
    setDefaults(written.current);
    sayProblem(explain(error));
  };
  const change = (part: Partial<CourseDefaults>): void => {
    latest.current = { ...latest.current, ...part };
    setDefaults(latest.current);
    setStatus('Saving …');
    queue.current = queue.current.then(write);
  };
  return { defaults, status, change };
}

/** What new exercises of the course begin with; kept as it is typed. */
export function DefaultsForm({ courseId, defaults: kept }: { courseId: string; defaults: CourseDefaults }) {
  const { defaults, status, change } = useDefaultsWriter(courseId, kept);
  const allow = (tolerances: Partial<CourseDefaults['tolerances']>): void =>
    change({ tolerances: { ...defaults.tolerances, ...tolerances } });
  return (
    <section aria-label="New exercises" className="grid gap-2">
      <div className="flex items-baseline gap-3">
        <h2 className="text-base">New exercises begin with</h2>
        <span role="status" className="text-sm text-faint">
          {status}
        </span>
      </div>
      <div className="flex flex-wrap items-start gap-3">
        <Field label="Frames a second" className="w-36">
          {(ids) => (
            <CommitInput
              {...ids}
              value={ownRate(defaults.rate)}
              onCommit={(text) => {
                const read = parseRate(text);
                if (read.ok) change({ rate: read.value });
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
