import type { ModelShown } from '@undulan/contract';

/** When learners see the model, in words. */
export const SHOWN_WORDS: Record<ModelShown, string> = {
  always: 'always',
  'after-first-take': 'after their first take',
  'after-return': 'after a review is returned',
  never: 'never',
};
