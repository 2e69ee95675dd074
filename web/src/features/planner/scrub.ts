import { withMark } from '../../ui/index.ts';

const NUMBER = /[−-]?\d+(?:[.,](\d+))?/;

/**
 * The text with its first number changed by `steps` of `step`, unit and all else kept: `2.5 s` one step of 0.5 up is
 * `3.0 s`. Stays at or above `least`. A text without a number, or a timecode or fraction whose parts hang together,
 * stays as it is. The number is written as the person reads it.
 */
export function scrubText(text: string, steps: number, step: number, least: number): string {
  const match = NUMBER.exec(text);
  if (!match || /\d\s*[:;/]\s*\d/.test(text)) return text;
  const decimals = Math.max(match[1]?.length ?? 0, String(step).split('.')[1]?.length ?? 0);
  const value = Math.max(least, Number(match[0].replace('−', '-').replace(',', '.')) + steps * step);
  return text.replace(match[0], withMark(value.toFixed(match[1] || step % 1 !== 0 ? decimals : 0)));
}
