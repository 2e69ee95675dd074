import type { Dice } from './dice.ts';

const BITE = 40;

/** A text as a disk, a person or a wicked program might leave it: cut, changed, run together, blown up. */
export function brokenText(dice: Dice, whole: string): string {
  const at = dice(0, Math.max(0, whole.length - 1));
  const kinds = [
    () => whole.slice(0, at),
    () => whole.slice(0, at) + String.fromCharCode(dice(0, 255)) + whole.slice(at + 1),
    () => whole.slice(0, at) + whole.slice(Math.min(whole.length, at + dice(1, BITE))),
    () => whole.slice(0, at) + '9'.repeat(dice(1, 400)) + whole.slice(at),
    () => whole.slice(0, at) + whole.slice(at, at + BITE).repeat(dice(2, 30)) + whole.slice(at),
    () => whole.replace(/-?\d+(\.\d+)?/g, (number) => (dice(0, 20) === 0 ? `${dice(-5, 5)}e${dice(0, 30)}` : number)),
  ];
  return kinds[dice(0, kinds.length - 1)]!();
}

/** The same of bytes. */
export function brokenBytes(dice: Dice, whole: Uint8Array): Uint8Array {
  const bytes = whole.slice();
  if (dice(0, 3) === 0) return bytes.slice(0, dice(0, bytes.length));
  for (let i = dice(1, 12); i > 0; i--) bytes[dice(0, bytes.length - 1)] = dice(0, 255);
  return bytes;
}
