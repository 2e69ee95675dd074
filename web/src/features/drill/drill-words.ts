import type { DrillRun } from '@undulan/contract';
import type { Choice, SeeingTrial } from '@undulan/core';

export const DRILLS: Record<Choice, { name: string; asks: string; says: string }> = {
  'lands-later': {
    name: 'Which lands later?',
    asks: 'Which one comes to rest later?',
    says: 'Two moves that differ in when they end, by whole frames.',
  },
  'starts-slower': {
    name: 'Which starts slower?',
    asks: 'Which one leaves more slowly?',
    says: 'Two moves of the same keys that differ in how they leave.',
  },
};

export const sizeWords = (choice: Choice, size: number): string => {
  if (choice === 'starts-slower') return `${Math.round(size)} % of ease`;
  const frames = Number(size.toFixed(1));
  return `${frames} ${frames === 1 ? 'frame' : 'frames'}`;
};

/** What of a trial is so, once it is answered. */
export function truthWords(choice: Choice, { answer, size }: SeeingTrial): string {
  const side = `the ${answer} one`;
  return choice === 'lands-later'
    ? `${side} lands ${sizeWords(choice, size)} later`
    : `${side} leaves more slowly, by ${sizeWords(choice, size)}`;
}

/** What a drill says of someone's eye. */
export function resultWords({
  choice,
  size,
  low,
  high,
  guessed,
}: Pick<DrillRun, 'choice' | 'size' | 'low' | 'high' | 'guessed'>): string {
  if (guessed) return 'What cannot be missed was missed: this says little. Do it again, and look.';
  const between =
    choice === 'lands-later' ? `${low.toFixed(1)} to ${high.toFixed(1)}` : `${Math.round(low)} to ${Math.round(high)}`;
  return `About ${sizeWords(choice, size)} (${between}), 3 times in 4.`;
}
