import { capital, uncapital } from '../first-letter.ts';
import { listed } from '../listed.ts';
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

/** `3 frames late`, `1 frame early`: by so many frames, positive is late. */
export const lateBy = (shift: number): string => `${frames(shift)} ${shift > 0 ? 'late' : 'early'}`;

/** A speed of less is told to two digits. */
const FEW_PERCENT = 10;

/** The speed at so many frames for one of the target's, in percent: however slow it is, it is not 0. */
export const percentOfSpeed = (pace: number): number =>
  100 / pace < FEW_PERCENT ? Number((100 / pace).toPrecision(2)) : roundTo(100 / pace, 0);

/** `at 80 % of the speed: 35 frames where the target takes 28`. */
export const atSpeed = (percent: number, taken: number, asked: number): string =>
  `at ${percent} % of the speed: ${frames(taken)} where the target takes ${roundTo(asked, 2)}`;

/** Sizes that differ by less look alike. */
export const SAME_SIZE = 0.06;

/** ` but at frames 12 and 16`; nothing where there are none. */
export function butAt(frameNumbers: readonly number[]): string {
  const named = frameNumbers.map((frame) => String(roundTo(frame, 2)));
  if (named.length === 0) return '';
  return ` but at frame${named.length === 1 ? '' : 's'} ${listed(named)}`;
}

/** What goes less of its way than this stands, to the eye, and in the noise of a recording. */
const NO_WAY = 0.02;

/** Whether what is of such a size does not move at all. */
export const standsAt = (size: number): boolean => Math.abs(size) < NO_WAY;

/** A subject, or, without a name, everything doing something: `everything goes`. */
export const whoDoes = (name: string | null, verb: string): string =>
  name === null ? `everything ${thirdPerson(verb)}` : subjectDoes(name, verb);

/**
 * `The cart goes 60 % of the way, throughout`; `The cart goes the other way, 60 % as far`; but at some. `The cart stays
 * unchanged, throughout`. `inTrack` says of which movement, where that is to be said.
 */
export function sizeInWords(name: string | null, inTrack: string, size: number, but: readonly number[]): string {
  if (standsAt(size)) return capital(`${whoDoes(name, 'stay')} unchanged${inTrack}, throughout.`);
  const goes = whoDoes(name, 'go');
  const percent = `${roundTo(Math.abs(size) * 100, 0)} %`;
  if (size >= 0) return capital(`${goes} ${percent} of the way${inTrack}, throughout${butAt(but)}.`);
  const asFar = Math.abs(size + 1) > SAME_SIZE ? `, ${percent} as far` : '';
  return capital(`${goes} the other way${inTrack}${asFar}${but.length > 0 ? `, throughout${butAt(but)}` : ''}.`);
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
