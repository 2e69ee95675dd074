/** How far the speed at a segment's end, as a share of its mean, may differ before it reads as another ease. */
export const EASE_TOLERANCE = 0.35;

/** How fast an end of a segment is, in words. */
export interface Pace {
  /** As what is missing: "no slow start". */
  asked: string;
  how: string;
  seen: (verb: string) => string;
}

export const PACES = {
  slow: { asked: 'slow', how: 'slowly', seen: (verb) => `it ${verb} slowly` },
  even: { asked: 'even', how: 'evenly', seen: () => 'the spacing is even' },
  fast: { asked: 'fast', how: 'fast', seen: (verb) => `it ${verb} fast` },
} as const satisfies Record<string, Pace>;

/** Slow, even or fast: a speed at an end of a segment as a share of its mean. */
export function paceOf(share: number): Pace {
  return share < 1 - EASE_TOLERANCE ? PACES.slow : share <= 1 + EASE_TOLERANCE ? PACES.even : PACES.fast;
}
