import { trimmed, withUnit } from '@undulan/core';
import { signed, withMark } from '../../ui/index.ts';

/** A frame, whole or between two. */
export const frameWords = (frame: number): string => withMark(trimmed(frame, 2));

/** Where something shows: by name where it is one or two. */
export function inExercises(titles: readonly string[]): string {
  if (titles.length === 0) return 'in no exercise';
  if (titles.length <= 2) return `in ${titles.join(' and ')}`;
  return `in ${titles.length} exercises`;
}

/** Whether a fault goes away by itself. */
export function stayedWords(stays: number | null): string {
  if (stays === null) return 'nobody has tried again';
  if (stays === 0) return 'gone in the next take';
  if (stays === 1) return 'all still have it one take later';
  return `${Math.round(100 * stays)} % still have it one take later`;
}

/** Units in which a size tells something by itself. */
const TELLING = new Set(['frames', '%', 'px', '°']);

/** A fault's usual size; nothing where it has none that tells. */
export function typicalWords({ off, unit }: { off: number; unit: string }): string {
  if (!TELLING.has(unit) || off === 0) return '';
  const digits = Math.abs(off) < 10 ? 1 : 0;
  return `; median ${withUnit(signed(off, digits), unit)}`;
}
