import Fraction from 'fraction.js';
import { accept, refuse, type Result } from '../result.ts';
import { type Exact, toExact } from './exact.ts';

/** A kind of measure: its units by the names people type, each as an exact multiple of the base unit. */
export interface Measure {
  what: string;
  base: string;
  units: Record<string, readonly [num: number, den: number]>;
}

/** International foot and inch (1959): 0.3048 m and 0.0254 m exactly. */
export const LENGTH: Measure = {
  what: 'length',
  base: 'm',
  units: { m: [1, 1], cm: [1, 100], ft: [381, 1250], in: [127, 5000] },
};

export const SPEED: Measure = {
  what: 'speed',
  base: 'm/s',
  units: { 'm/s': [1, 1], 'km/h': [5, 18], mph: [1397, 3125], 'ft/s': [381, 1250] },
};

export const TEMPO: Measure = { what: 'tempo', base: 'bpm', units: { bpm: [1, 1] } };
export const COUNT: Measure = { what: 'number of counts', base: 'counts', units: { counts: [1, 1] } };

/** The measure with stage pixels beside metres (or pixels a second beside metres a second), at the stage's scale. */
export function withPixels(measure: Measure, pixelsPerMetre: Exact): Measure {
  const unit = measure.base === 'm' ? 'px' : 'px/s';
  return { ...measure, units: { ...measure.units, [unit]: [pixelsPerMetre.den, pixelsPerMetre.num] } };
}

/** Other spellings of units, whatever the measure. */
const SPELLINGS: Record<string, string> = {
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  feet: 'ft',
  foot: 'ft',
  "'": 'ft',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  kmh: 'km/h',
  kph: 'km/h',
  count: 'counts',
  beats: 'counts',
  beat: 'counts',
  pixels: 'px',
};

const PART = /([+-]?\d+(?:[.,]\d{1,9})?(?:\/\d{1,6})?)\s*([^\d\s.,+-]*)\s*/y;
const LARGEST = 1e9;

/** A person's number: decimal point or comma, or a fraction such as `1/3`. */
export function parseNumber(text: string): Fraction {
  return new Fraction(text.replace(',', '.').replace('−', '-'));
}

export interface Quantity {
  /** In the measure's base unit. */
  amount: Exact;
  /** The unit typed (the last, where several parts are added up), or the one assumed. */
  unit: string;
}

/**
 * Reads a quantity a person typed: `6 ft`, `5 ft 11 in`, `2.5`, `2,5 m`, `1/3`. A bare number is in `assumed`.
 * Issues: `quantity-not-read`, `unit-unknown`, `quantity-out-of-range`.
 */
export function parseQuantity(text: string, measure: Measure, assumed: string): Result<Quantity> {
  const typed = text.trim();
  const example = `Type a ${measure.what}${measure.units[assumed] ? ` such as 2.5 ${assumed}` : ''}.`;
  let total = new Fraction(0);
  let unit = assumed;
  let at = 0;
  while (at < typed.length) {
    PART.lastIndex = at;
    const part = PART.exec(typed);
    if (!part || /\/0+$/.test(part[1]!))
      return refuse('quantity-not-read', [], `"${typed}" is not a ${measure.what}. ${example}`);
    const spelled = part[2]!.toLowerCase();
    unit = spelled === '' ? assumed : (SPELLINGS[spelled] ?? spelled);
    const scale = Object.hasOwn(measure.units, unit) ? measure.units[unit] : undefined;
    if (!scale)
      return refuse(
        'unit-unknown',
        [],
        `"${part[2]}" is not a unit of ${measure.what} here. Known: ${Object.keys(measure.units).join(', ')}.`,
      );
    total = total.add(parseNumber(part[1]!).mul(scale[0]).div(scale[1]));
    at = PART.lastIndex;
  }
  if (typed === '') return refuse('quantity-not-read', [], example);
  if (total.abs().gt(LARGEST)) return refuse('quantity-out-of-range', [], `That ${measure.what} is too large.`);
  return accept({ amount: toExact(total), unit });
}

/** As `parseQuantity`, and more than nothing. Adds the issue `quantity-not-positive`. */
export function parsePositive(text: string, measure: Measure, assumed: string): Result<Quantity> {
  const parsed = parseQuantity(text, measure, assumed);
  if (parsed.ok && parsed.value.amount.num <= 0)
    return refuse('quantity-not-positive', [], `The ${measure.what} must be more than 0.`);
  return parsed;
}
