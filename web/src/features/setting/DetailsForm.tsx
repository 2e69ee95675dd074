import { zodResolver } from '@hookform/resolvers/zod';
import { ExerciseDetails, ModelShown } from '@undulan/contract';
import { sameData } from '@undulan/core';
import { clsx } from 'clsx';
import { useForm } from 'react-hook-form';
import * as z from 'zod';
// Not by its index, which every reader of a brief has: the editor is large, and only instructors write.
import { BriefEditor } from '../../brief/index.ts';
import { changeDetails, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Field, INPUT, Select } from '../../ui/index.ts';

const SHOWN_WORDS: Record<ModelShown, string> = {
  always: 'always',
  'after-first-take': 'after their first take',
  'after-return': 'after a review is returned',
  never: 'never',
};

function figure(text: string, what: string, low: number, high: number): z.ZodType<number, string> {
  return z
    .string()
    .trim()
    .regex(/^\d+(\.\d+)?$/, `${text} takes a number of ${what}.`)
    .transform(Number)
    .pipe(z.number().min(low, `At least ${low} ${what}.`).max(high, `At most ${high} ${what}.`));
}

const Form = z.object({
  title: ExerciseDetails.shape.title,
  keyFrames: figure('Key timing', 'frames', 0.25, 48),
  spacingPercent: figure('Spacing', 'percent', 0.5, 100),
  modelShown: ModelShown,
});
type Typed = z.input<typeof Form>;

/**
 * Title, brief, tolerances and who sees the model. Kept as soon as a field is left; what is wrong stays typed with its
 * reason.
 */
export function DetailsForm({ courseId }: { courseId: string }) {
  const dispatch = useAppDispatch();
  const details = useAppSelector(selectWork)!.details!;
  const { title, brief, tolerances, modelShown } = details;
  const form = useForm<Typed, unknown, z.output<typeof Form>>({
    resolver: zodResolver(Form),
    mode: 'onChange',
    values: {
      title,
      keyFrames: String(tolerances.keyFrames),
      spacingPercent: String(tolerances.spacingPercent),
      modelShown,
    },
    resetOptions: { keepDirtyValues: true },
  });
  const { errors } = form.formState;

  const commit = form.handleSubmit((typed) => {
    const next: Omit<ExerciseDetails, 'brief'> = {
      title: typed.title,
      tolerances: { keyFrames: typed.keyFrames, spacingPercent: typed.spacingPercent },
      modelShown: typed.modelShown,
    };
    const changed = Object.fromEntries(
      Object.entries(next).filter(([name, value]) => !sameData(value, details[name as keyof ExerciseDetails])),
    );
    if (Object.keys(changed).length > 0) dispatch(changeDetails(changed));
    form.reset(form.getValues());
  });
  const leave = (): void => void commit();

  return (
    <form className="grid gap-3 px-0.5 pb-2" noValidate onSubmit={(event) => void commit(event)}>
      <Field label="Title" error={errors.title?.message}>
        {(ids) => <input {...ids} {...form.register('title', { onBlur: leave })} className={INPUT} />}
      </Field>
      <BriefEditor courseId={courseId} brief={brief} onCommit={(next) => dispatch(changeDetails({ brief: next }))} />
      <div className="grid grid-cols-3 gap-3">
        <Field label="Key timing ±, frames" error={errors.keyFrames?.message}>
          {(ids) => (
            <input
              {...ids}
              {...form.register('keyFrames', { onBlur: leave })}
              inputMode="decimal"
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
        <Field label="Spacing ±, %" error={errors.spacingPercent?.message}>
          {(ids) => (
            <input
              {...ids}
              {...form.register('spacingPercent', { onBlur: leave })}
              inputMode="decimal"
              className={clsx(INPUT, 'figures')}
            />
          )}
        </Field>
        <Field label="Learners see the model">
          {(ids) => (
            <Select
              {...ids}
              {...form.register('modelShown', { onChange: leave })}
              choices={ModelShown.options.map((option) => ({ id: option, label: SHOWN_WORDS[option] }))}
            />
          )}
        </Field>
      </div>
    </form>
  );
}
