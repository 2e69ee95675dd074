import { capital, uncapital } from '../first-letter.ts';
import { withUnit } from '../with-unit.ts';

export { capital, uncapital };

/** `3 frames`, `1 frame`, `2.5 frames`. */
export function frames(count: number): string {
  const rounded = roundTo(Math.abs(count), 2);
  return `${rounded} frame${rounded === 1 ? '' : 's'}`;
}

/** Rounds for showing, without trailing zeros. */
export function roundTo(value: number, digits: number): number {
  const scale = 10 ** digits;
  return Math.round(value * scale) / scale;
}

/** Of what goes from 0 to about 1, and of metres, a tenth is much. */
const FINE_UNITS: readonly string[] = ['×', 'share', 'm'];

/** `12.3 px`, `0.08×`. */
export function amount(value: number, unit: string): string {
  return withUnit(roundTo(value, FINE_UNITS.includes(unit) ? 2 : 1), unit);
}

/** A subject's name inside a sentence: `Drawer` → `the drawer`. */
export function theSubject(name: string): string {
  return /^the\s/i.test(name) ? name.toLowerCase() : `the ${name.toLowerCase()}`;
}

/** `Dishes`, `Tongs`; not `Glass`, `Citrus`, `Chassis`. */
function isPlural(name: string): boolean {
  return /[^sui]s$/i.test(name.trim());
}

function thirdPerson(verb: string): string {
  if (verb === 'be') return 'is';
  return /(s|sh|ch|x|z|o)$/.test(verb) ? `${verb}es` : `${verb}s`;
}

/**
 * A subject doing something, its verb agreeing: `Drawer`, `arrive` → `the drawer arrives`; `Dishes`, `be` → `the dishes
 * are`.
 */
export function subjectDoes(name: string, verb: string): string {
  const form = !isPlural(name) ? thirdPerson(verb) : verb === 'be' ? 'are' : verb;
  return `${theSubject(name)} ${form}`;
}

/** `the cart stands still for 5 frames at frame 12`: so long, at that frame of the target. */
export function standsFor(name: string, at: { frames: number; targetFrame: number }): string {
  return `${subjectDoes(name, 'stand')} still for ${frames(at.frames)} at frame ${roundTo(at.targetFrame, 2)}`;
}

/** The ways a place can go, by its coordinates. */
export const WAYS = ['across', 'up and down'] as const;

/** A sentence said of one coordinate of a place: `Across: the pea is …`. */
export function inCoordinate(c: number, sentence: string): string {
  return `${capital(WAYS[c]!)}: ${uncapital(sentence)}`;
}

/** Whether a sentence says already of which coordinate it is. */
export function saysCoordinate(sentence: string): boolean {
  return WAYS.some((way) => sentence.startsWith(`${capital(way)}: `));
}
