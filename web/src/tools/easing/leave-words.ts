import {
  EASE_DIRECTIONS,
  EASE_FAMILIES,
  type EaseDirection,
  type EaseFamily,
  type EaseName,
  type Leave,
} from '@undulan/core';

/** The families in words, with the name their formulas go by. */
export const FAMILY_WORDS: Record<EaseFamily, string> = {
  sine: 'gentle (sine)',
  quad: 'mild (quad)',
  cubic: 'firm (cubic)',
  quart: 'strong (quart)',
  quint: 'stronger (quint)',
  expo: 'extreme (expo)',
  circ: 'round (circ)',
  back: 'past and back (back)',
  elastic: 'springing (elastic)',
  bounce: 'bouncing (bounce)',
};

/** How a key can leave without a named ease. */
export const PLAIN_LEAVES = { step: 'held', linear: 'straight', curve: 'curve by handles' } as const satisfies Partial<
  Record<Leave, string>
>;

export const EASE_DIRECTION_NAMES = Object.keys(EASE_DIRECTIONS) as EaseDirection[];

/** How a key leaves, in words: where the motion is slow, then how strongly. */
export function leaveWords(leave: Leave): string {
  if (leave in PLAIN_LEAVES) return PLAIN_LEAVES[leave as keyof typeof PLAIN_LEAVES];
  const family = EASE_FAMILIES.find((name) => leave.startsWith(`${name}-`))!;
  return `${EASE_DIRECTIONS[(leave as EaseName).slice(family.length + 1) as EaseDirection]}, ${FAMILY_WORDS[family]}`;
}
