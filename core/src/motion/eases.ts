/** An ease takes the share of the time gone, `t` in [0,1], and gives the share of the way gone; 0 → 0 and 1 → 1 exactly. */
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

/** Each family as its slow-start form; `both` only where the usual slow-both-ends form is not two halves of it. */
const FAMILIES = {
  sine: { in: (t) => 1 - Math.cos((t * Math.PI) / 2) },
  quad: { in: (t) => t * t },
  cubic: { in: (t) => t ** 3 },
  quart: { in: (t) => t ** 4 },
  quint: { in: (t) => t ** 5 },
  expo: { in: (t) => 2 ** (10 * t - 10) },
  circ: { in: (t) => 1 - Math.sqrt(1 - t * t) },
  back: {
    in: (t) => t * t * ((BACK + 1) * t - BACK),
    both: (t) =>
      t < 0.5
        ? ((2 * t) ** 2 * ((BACK_BOTH + 1) * 2 * t - BACK_BOTH)) / 2
        : ((2 * t - 2) ** 2 * ((BACK_BOTH + 1) * (2 * t - 2) + BACK_BOTH) + 2) / 2,
  },
  elastic: {
    in: (t) => -(2 ** (10 * t - 10)) * Math.sin((10 * t - 10.75) * ELASTIC),
    both: (t) =>
      t < 0.5
        ? -(2 ** (20 * t - 10) * Math.sin((20 * t - 11.125) * ELASTIC_BOTH)) / 2
        : (2 ** (-20 * t + 10) * Math.sin((20 * t - 11.125) * ELASTIC_BOTH)) / 2 + 1,
  },
  bounce: { in: (t) => 1 - bounceOut(1 - t) },
} as const satisfies Record<string, { in: Ease; both?: Ease }>;

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

function easesOfFamily(family: { in: Ease; both?: Ease }): Record<EaseDirection, Ease> {
  const start = family.in;
  const finish: Ease = (t) => 1 - start(1 - t);
  const halves: Ease = (t) => (t < 0.5 ? start(2 * t) / 2 : 0.5 + finish(2 * t - 1) / 2);
  return { in: exactEnds(start), out: exactEnds(finish), 'in-out': exactEnds(family.both ?? halves) };
}

/** All named eases by name, such as `sine-in-out`. Formulas: the families' usual ones (Penner 2001, "Motion, Tweening, and Easing"). */
export const EASES = Object.fromEntries(
  EASE_FAMILIES.flatMap((family) =>
    Object.entries(easesOfFamily(FAMILIES[family])).map(([direction, ease]) => [`${family}-${direction}`, ease]),
  ),
) as Record<EaseName, Ease>;

export const EASE_NAMES = Object.keys(EASES) as [EaseName, ...EaseName[]];
