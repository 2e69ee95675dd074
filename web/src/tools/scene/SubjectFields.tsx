import { Look, SHAPES, Subject } from '@undulan/core';
import { applyEdit, selectSubject } from '../../editing/index.ts';
import { SHAPE_NAMES } from '../../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { CommitInput, DecimalField, Field, Select } from '../../ui/index.ts';

/** The selected subject's name and look. */
export function SubjectFields() {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  if (!subject) return <p className="text-faint">No subject is selected: click one in the picture.</p>;
  const { look } = subject;
  const setLook = (change: Partial<Look>): void =>
    void dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { look: { ...look, ...change } }] }));
  const setName = (text: string): string | null => {
    const name = Subject.shape.name.safeParse(text.trim());
    if (name.success) dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { name: name.data }] }));
    return name.error?.issues[0]?.message ?? null;
  };
  return (
    <fieldset className="grid grid-cols-[1.1fr_1.25fr_0.65fr_0.65fr_auto] gap-3">
      <Field label="Subject">
        {(ids) => <CommitInput {...ids} value={subject.name} onCommit={setName} counts="as-typed" />}
      </Field>
      <Field label="Shape">
        {(ids) => (
          <Select
            {...ids}
            value={look.shape}
            onChoose={(choice) => setLook({ shape: choice })}
            choices={SHAPES.map((shape) => ({ id: shape, label: SHAPE_NAMES[shape] }))}
          />
        )}
      </Field>
      <DecimalField
        within={Look.shape.widthPx}
        label="Width"
        value={look.widthPx}
        onDecimal={(widthPx) => setLook({ widthPx })}
      />
      <DecimalField
        within={Look.shape.heightPx}
        label="Height"
        value={look.heightPx}
        onDecimal={(heightPx) => setLook({ heightPx })}
      />
      <Field label="Fill">
        {(ids) => (
          <input
            {...ids}
            type="color"
            className="h-8 w-12 rounded-md border border-rule bg-page p-0.5"
            value={look.fill}
            onChange={(event) => setLook({ fill: event.target.value })}
          />
        )}
      </Field>
    </fieldset>
  );
}
