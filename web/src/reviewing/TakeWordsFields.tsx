import { clsx } from 'clsx';
import type { UseFormRegister } from 'react-hook-form';
import type { z } from 'zod';
import { Field, INPUT } from '../ui/index.ts';
import type { TYPED_WORDS } from './typed-words.ts';

interface TakeWordsFieldsProps {
  register: UseFormRegister<z.input<typeof TYPED_WORDS>>;
  /** Whom the note is for. */
  to?: string;
}

/** What a learner may say of a take: a title, tags, a note. */
export function TakeWordsFields({ register, to = 'the instructor' }: TakeWordsFieldsProps) {
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Title of the take">
          {(ids) => <input {...ids} {...register('title')} placeholder="none" className={INPUT} />}
        </Field>
        <Field label="Tags, between commas">
          {(ids) => <input {...ids} {...register('tags')} placeholder="none" className={INPUT} />}
        </Field>
      </div>
      <Field label={`Note to ${to}`}>
        {(ids) => (
          <textarea
            {...ids}
            {...register('note')}
            rows={2}
            placeholder="What you tried, what to look at"
            className={clsx(INPUT, 'h-auto! py-1.5')}
          />
        )}
      </Field>
    </>
  );
}
