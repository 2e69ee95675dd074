import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { ReviewText, type TakeView } from '@undulan/contract';
import * as z from 'zod';
import { Button, Field, INPUT } from '../../ui/index.ts';
import type { ReviewWriter } from './use-review-writer.ts';

const Form = z.object({
  grade: z
    .string()
    .trim()
    .regex(/^\d*(\.\d+)?$/, 'A grade is a number from 0 to 100.')
    .transform((text) => (text === '' ? null : Number(text)))
    .pipe(ReviewText.shape.grade),
  summary: ReviewText.shape.summary,
});
type Typed = z.input<typeof Form>;

/** The criteria's results, the grade proposed from them and the one given, and closing words. Kept when a field is left. */
export function GradeForm({ view, writer }: { view: TakeView; writer: ReviewWriter }) {
  const { review, reading } = view;
  const fixed = view.state === 'returned';
  const form = useForm<Typed, unknown, z.output<typeof Form>>({
    resolver: zodResolver(Form),
    mode: 'onChange',
    values: { grade: review?.grade === null || !review ? '' : String(review.grade), summary: review?.summary ?? '' },
    resetOptions: { keepDirtyValues: true },
  });
  const { errors } = form.formState;
  const commit = form.handleSubmit(async (words) => {
    if (words.grade === review?.grade && words.summary === review.summary) return;
    if (await writer.save(words)) form.reset(form.getValues());
  });
  const leave = (): void => void commit();
  const proposed = reading?.proposedGrade;

  return (
    <form className="grid gap-3 px-0.5 pb-2" noValidate onSubmit={(event) => void commit(event)}>
      <table className="w-full text-[13px]">
        <tbody>
          {reading?.criteria.map((criterion) => (
            <tr key={criterion.id} className="border-b border-rule">
              <th scope="row" className="py-1 text-left font-semibold">
                {criterion.label}
              </th>
              <td className="py-1 text-faint">
                off by <span className="figures">{criterion.error.toFixed(2)}</span> {criterion.unit}, <span className="figures">{criterion.tolerance}</span> allowed
              </td>
              <td className="figures py-1 text-right font-semibold">{Math.round(criterion.score)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex items-end gap-3">
        <Field label="Grade, 0 to 100" error={errors.grade?.message} className="w-36">
          {(ids) => <input {...ids} {...form.register('grade', { onBlur: leave })} inputMode="decimal" disabled={fixed} className={`${INPUT} figures`} />}
        </Field>
        {proposed !== undefined && !fixed && (
          <Button
            onClick={() => {
              form.setValue('grade', String(proposed), { shouldDirty: true, shouldValidate: true });
              leave();
            }}
          >
            Take the proposed {proposed}
          </Button>
        )}
      </div>
      <Field label="Closing words" error={errors.summary?.message}>
        {(ids) => <textarea {...ids} {...form.register('summary', { onBlur: leave })} rows={3} disabled={fixed} className={`${INPUT} h-auto! py-1.5`} />}
      </Field>
      {writer.problem && (
        <p role="alert" className="flex items-center gap-2 text-sm text-danger">
          {writer.problem} <Button onClick={leave}>Save again</Button>
        </p>
      )}
    </form>
  );
}
