import type { DecimalMark } from '@undulan/contract';
import { formatExact, formatFixed, formatRange, formatRate, formatSigned, shareWords } from '@undulan/core';

/** What stands between the whole of a number and its parts, as the person reads it. */
let mark: DecimalMark = '.';

/** Chosen with the account: what is on the screen is drawn anew by whoever calls it. */
export function applyMark(chosen: DecimalMark): void {
  mark = chosen;
}

/** Words of the program with their numbers as the person reads them. Not for what people themselves wrote. */
export function withMark(words: string): string {
  return mark === '.' ? words : words.replace(/(?<=\d)\.(?=\d)/g, mark);
}

/** A number with so many decimals, as the person reads it. */
export const fixed = (value: number, decimals: number): string => withMark(formatFixed(value, decimals));

/** The same with its sign before it, also where it is above nothing. */
export const signed = (value: number, decimals: number): string => withMark(formatSigned(value, decimals));

/** The same with as few decimals as it needs, so many at most. */
export const brief = (value: number, decimals: number): string =>
  withMark(String(Number(value.toFixed(decimals)) + 0).replace('-', '−'));

/** Writes as another does, with numbers as the person reads them. */
const own =
  <Args extends unknown[]>(write: (...args: Args) => string) =>
  (...args: Args): string =>
    withMark(write(...args));

export const ownRate = own(formatRate);
export const ownExact = own(formatExact);
export const ownRange = own(formatRange);
export const ownShare = own(shareWords);
