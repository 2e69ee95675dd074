/**
 * An ease takes the share of the time gone, `t` in [0,1], and gives the share of the way gone; 0 → 0 and 1 → 1 exactly.
 */
export type Ease = (t: number) => number;

const BACK = 1.70158;
const BACK_BOTH = BACK * 1.525;
const ELASTIC = (2 * Math.PI) / 3;
const ELASTIC_BOTH = (2 * Math.PI) / 4.5;

function bounceOut(t: number): number {
  const n = 7.5625;
  const d = 2.75;
  if (t < 1 / d) return n * t * t;
  if (t < 2 / d) return n * (t - 1.5 / d) ** 2 + 0.75;
  if (t < 2.5 / d) return n * (t - 2.25 / d) ** 2 + 0.9375;
  return n * (t - 2.625 / d) ** 2 + 0.984375;
}

function bounceOutSlope(t: number): number {
  const n = 7.5625;
  const d = 2.75;
  const middle = t < 1 / d ? 0 : t < 2 / d ? 1.5 : t < 2.5 / d ? 2.25 : 2.625;
  return 2 * n * (t - middle / d);
}

/**
 * One family: its slow-start form with its derivative; `both` only where the usual slow-both-ends form is not two
 * halves of it.
 */
interface Family {
  in: Ease;
  inSlope: Ease;
  both?: Ease;
  bothSlope?: Ease;
}

/** a·2^(k·t)·sin(w·t − p) and its derivative: what elastic is made of. */
const swell = (k: number, w: number, p: number) => ({
  value: (t: number) => 2 ** (k * t - 10) * Math.sin(w * t - p),
  slope: (t: number) => 2 ** (k * t - 10) * (k * Math.LN2 * Math.sin(w * t - p) + w * Math.cos(w * t - p)),
});
const elasticIn = swell(10, 10 * ELASTIC, 10.75 * ELASTIC);
const elasticBoth = swell(20, 20 * ELASTIC_BOTH, 11.125 * ELASTIC_BOTH);

const FAMILIES = {
  sine: { in: (t) => 1 - Math.cos((t * Math.PI) / 2), inSlope: (t) => (Math.PI / 2) * Math.sin((t * Math.PI) / 2) },
  quad: { in: (t) => t * t, inSlope: (t) => 2 * t },
  cubic: { in: (t) => t ** 3, inSlope: (t) => 3 * t ** 2 },
  quart: { in: (t) => t ** 4, inSlope: (t) => 4 * t ** 3 },
  quint: { in: (t) => t ** 5, inSlope: (t) => 5 * t ** 4 },
  expo: { in: (t) => 2 ** (10 * t - 10), inSlope: (t) => 10 * Math.LN2 * 2 ** (10 * t - 10) },
  circ: { in: (t) => 1 - Math.sqrt(1 - t * t), inSlope: (t) => t / Math.sqrt(1 - t * t) },
  back: {
    in: (t) => t * t * ((BACK + 1) * t - BACK),
    inSlope: (t) => t * (3 * (BACK + 1) * t - 2 * BACK),
    both: (t) =>
      t < 0.5
        ? ((2 * t) ** 2 * ((BACK_BOTH + 1) * 2 * t - BACK_BOTH)) / 2
        : ((2 * t - 2) ** 2 * ((BACK_BOTH + 1) * (2 * t - 2) + BACK_BOTH) + 2) / 2,
    bothSlope: (t) => {
      const u = t < 0.5 ? 2 * t : 2 - 2 * t;
      return u * (3 * (BACK_BOTH + 1) * u - 2 * BACK_BOTH);
    },
  },
  elastic: {
    in: (t) => -elasticIn.value(t),
    inSlope: (t) => -elasticIn.slope(t),
    both: (t) => (t < 0.5 ? -elasticBoth.value(t) / 2 : 1 + elasticBoth.value(1 - t) / 2),
    bothSlope: (t) => -elasticBoth.slope(t < 0.5 ? t : 1 - t) / 2,
  },
  bounce: { in: (t) => 1 - bounceOut(1 - t), inSlope: (t) => bounceOutSlope(1 - t) },
} as const satisfies Record<string, Family>;

export type EaseFamily = keyof typeof FAMILIES;
export type EaseDirection = 'in' | 'out' | 'in-out';
export type EaseName = `${EaseFamily}-${EaseDirection}`;

export const EASE_FAMILIES = Object.keys(FAMILIES) as EaseFamily[];

/** What each direction does to the motion, in a learner's words. */
export const EASE_DIRECTIONS: Record<EaseDirection, string> = {
  in: 'slow start',
  out: 'slow finish',
  'in-out': 'slow both ends',
};

/** The formulas give 0 and 1 only to rounding for some families; the ends of a motion must be hit exactly. */
function exactEnds(ease: Ease): Ease {
  return (t) => (t <= 0 ? 0 : t >= 1 ? 1 : ease(t));
}

function easesOfFamily(family: Family): Record<EaseDirection, Ease> {
  const start = family.in;
  const finish: Ease = (t) => 1 - start(1 - t);
  const halves: Ease = (t) => (t < 0.5 ? start(2 * t) / 2 : 0.5 + finish(2 * t - 1) / 2);
  return { in: exactEnds(start), out: exactEnds(finish), 'in-out': exactEnds(family.both ?? halves) };
}

/**
 * All named eases by name, such as `sine-in-out`. Formulas: the families' usual ones (Penner 2001, "Motion, Tweening,
 * and Easing").
 */
export const EASES = Object.fromEntries(
  EASE_FAMILIES.flatMap((family) =>
    Object.entries(easesOfFamily(FAMILIES[family])).map(([direction, ease]) => [`${family}-${direction}`, ease]),
  ),
) as Record<EaseName, Ease>;

function slopesOfFamily({ inSlope, bothSlope }: Family): Record<EaseDirection, Ease> {
  return {
    in: inSlope,
    out: (t) => inSlope(1 - t),
    'in-out': bothSlope ?? ((t) => inSlope(t < 0.5 ? 2 * t : 2 - 2 * t)),
  };
}

/**
 * The derivative of each named ease: share of the way per share of the time, t in [0,1]; infinite where circ stands
 * upright.
 */
export const EASE_SLOPES = Object.fromEntries(
  EASE_FAMILIES.flatMap((family) =>
    Object.entries(slopesOfFamily(FAMILIES[family])).map(([direction, slope]) => [`${family}-${direction}`, slope]),
  ),
) as Record<EaseName, Ease>;

export const EASE_NAMES = Object.keys(EASES) as [EaseName, ...EaseName[]];
