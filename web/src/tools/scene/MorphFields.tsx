import { createMorph, lookOfDrawings, type Subject } from '@undulan/core';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { linesOfLook } from '../../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Field, Select } from '../../ui/index.ts';

const NOTHING = '';
const SOMETHING = 'kept';

/** What the subject becomes as its morph goes from 0 to 1: the outline of another subject. */
export function MorphFields({ subject }: { subject: Subject }) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { look } = subject;
  const lines = linesOfLook(look);
  if (!lines) return null;
  const set = (choice: string): void => {
    if (choice === SOMETHING) return;
    const rest = { ...look };
    delete rest.morphTo;
    delete rest.morphStarts;
    const other = motion.subjects.find(({ id }) => id === choice);
    const into = other && linesOfLook(other.look);
    const drawn = look.drawings ? rest : lookOfDrawings(rest, [{ lines }]);
    const next = into ? { ...drawn, morphTo: { lines: into } } : rest;
    dispatch(applyEdit({ operation: 'morphSubject', args: [subject.id, next] }));
  };
  const says = look.morphTo && look.drawings && createMorph(look.drawings[0]!, look.morphTo).says;
  const others = motion.subjects.filter((other) => other.id !== subject.id && linesOfLook(other.look));
  return (
    <div className="grid gap-1 text-xs text-faint">
      <Field label="Becomes">
        {(ids) => (
          <Select
            {...ids}
            value={look.morphTo ? SOMETHING : NOTHING}
            onChoose={set}
            choices={[
              { id: NOTHING, label: 'nothing else' },
              ...(look.morphTo ? [{ id: SOMETHING, label: 'another outline' }] : []),
              ...others.map(({ id, name }) => ({ id, label: `the outline of ${name}` })),
            ]}
          />
        )}
      </Field>
      {look.morphTo && (
        <p>
          Its channel Morph, from 0 to 1, makes it the other. With Points the match is seen, and where it begins is
          dragged. {says}
        </p>
      )}
    </div>
  );
}
