import { calculate } from '../calculate.ts';
import { accept, quoted, refuse, type Result } from '../result.ts';
import { type Exact, toExact } from './exact.ts';

/**
 * A kind of measure: its bounds in the base unit, and its units by the names people type, each as an exact multiple of
 * the base unit.
 */
export interface Measure {
  what: string;
  base: string;
  least: number;
  most: number;
  units: Record<string, readonly [num: number, den: number]>;
}

/** International foot and inch (1959): 0.3048 m and 0.0254 m exactly. */
export const LENGTH: Measure = {
  what: 'length',
  base: 'm',
  least: 0.001,
  most: 100_000,
  units: { m: [1, 1], cm: [1, 100], mm: [1, 1000], ft: [381, 1250], in: [127, 5000] },
};

export const SPEED: Measure = {
  what: 'speed',
  base: 'm/s',
  least: 0.001,
  most: 10_000,
  units: { 'm/s': [1, 1], 'km/h': [5, 18], mph: [1397, 3125], 'ft/s': [381, 1250] },
};

/** Tempi in whole beats a minute. */
export const SLOWEST_BPM = 1;
export const FASTEST_BPM = 600;

export const TEMPO: Measure = {
  what: 'tempo',
  base: 'bpm',
  least: SLOWEST_BPM,
  most: FASTEST_BPM,
  units: { bpm: [1, 1] },
};
export const COUNT: Measure = {
  what: 'number of counts',
  base: 'counts',
  least: 0.01,
  most: 1000,
  units: { counts: [1, 1] },
};

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

/** What may be typed, for showing beside the field: `1 to 600 bpm`. */
export function boundsOf({ base, least, most }: Measure): string {
  return `${least} to ${most} ${base}`;
}

/**
 * Reads a quantity a person typed: `6 ft`, `5 ft 11 in`, `2.5`, `2,5 m`, `1/3`, `2 m + 30 cm`. A bare number is in
 * `assumed`. In the base unit. Issues: `quantity-not-read`, `unit-unknown`, `quantity-out-of-range`.
 */
export function parseQuantity(text: string, measure: Measure, assumed: string): Result<Exact> {
  const example = `Type a ${measure.what}${measure.units[assumed] ? ` such as 2.5 ${assumed}` : ''}.`;
  const read = calculate(text, {
    assumed,
    inUnit: (value, spelled) => {
      const lower = spelled.toLowerCase();
      const name = SPELLINGS[lower] ?? lower;
      const scale = Object.hasOwn(measure.units, name) ? measure.units[name] : undefined;
      if (!scale) return null;
      return value.mul(scale[0]).div(scale[1]);
    },
  });
  if (!read.ok) {
    const unknown = read.issues[0]!.path[0];
    return unknown === undefined
      ? refuse('quantity-not-read', [], `${quoted(text, `is not a ${measure.what}. `)}${example}`)
      : refuse(
          'unit-unknown',
          [],
          `"${unknown}" is not a unit of ${measure.what} here. Known: ${Object.keys(measure.units).join(', ')}.`,
        );
  }
  if (read.value.lt(measure.least) || read.value.gt(measure.most))
    return refuse('quantity-out-of-range', [], `A ${measure.what} is from ${boundsOf(measure)}.`);
  return accept(toExact(read.value));
}
