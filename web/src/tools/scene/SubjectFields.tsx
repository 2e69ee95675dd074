import { Look, readDecimal, SHAPES } from '@undulan/core';
import { clsx } from 'clsx';
import { useForm, useWatch } from 'react-hook-form';
import { applyEdit, selectSubject } from '../../editing/index.ts';
import { SHAPE_NAMES } from '../../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Field, INPUT, Select } from '../../ui/index.ts';

interface SubjectTyped {
  name: string;
  width: string;
  height: string;
}

/** The selected subject's name and look. */
export function SubjectFields() {
  const dispatch = useAppDispatch();
  const subject = useAppSelector(selectSubject);
  const form = useForm<SubjectTyped>({
    values: {
      name: subject?.name ?? '',
      width: String(subject?.look.widthPx ?? ''),
      height: String(subject?.look.heightPx ?? ''),
    },
    resetOptions: { keepDirtyValues: true },
  });
  const typed = useWatch({ control: form.control }) as SubjectTyped;
  if (!subject) return <p className="text-faint">No subject is selected: click one in the picture.</p>;
  const { look } = subject;
  const setLook = (change: Partial<Look>): void =>
    void dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { look: { ...look, ...change } }] }));
  const sizeOf = (text: string): number | null => readDecimal(text, { within: Look.shape.widthPx });
  const sizeError = (text: string): string | undefined => (sizeOf(text) === null ? 'From 1 to 10000 px.' : undefined);
  const nameError =
    typed.name.trim() === ''
      ? 'Give the subject a name.'
      : typed.name.trim().length > 60
        ? 'At most 60 characters.'
        : undefined;
  const commitName = (): void => {
    const name = form.getValues('name').trim();
    if (name === '' || name.length > 60) return;
    if (name !== subject.name) dispatch(applyEdit({ operation: 'setSubject', args: [subject.id, { name }] }));
    form.resetField('name', { defaultValue: name });
  };
  const commitSize = (side: 'width' | 'height'): void => {
    const text = form.getValues(side);
    const size = sizeOf(text);
    if (size === null) return;
    const sidePx = side === 'width' ? 'widthPx' : 'heightPx';
    if (size !== look[sidePx]) setLook({ [sidePx]: size });
    form.resetField(side, { defaultValue: text });
  };
  return (
    <fieldset className="grid grid-cols-[1.1fr_1.25fr_0.65fr_0.65fr_auto] gap-3">
      <Field label="Subject" error={nameError}>
        {(ids) => <input {...ids} {...form.register('name', { onBlur: commitName })} className={INPUT} />}
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
      <Field label="Width" error={sizeError(typed.width)}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('width', { onBlur: () => commitSize('width') })}
            inputMode="numeric"
            className={clsx(INPUT, 'figures')}
          />
        )}
      </Field>
      <Field label="Height" error={sizeError(typed.height)}>
        {(ids) => (
          <input
            {...ids}
            {...form.register('height', { onBlur: () => commitSize('height') })}
            inputMode="numeric"
            className={clsx(INPUT, 'figures')}
          />
        )}
      </Field>
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
