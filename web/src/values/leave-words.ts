import {
  EASE_DIRECTIONS,
  EASE_FAMILIES,
  type EaseDirection,
  type EaseFamily,
  type EaseName,
  type KeyRole,
  type Leave,
} from '@undulan/core';

/** The families in words, with the name their formulas go by. */
export const FAMILY_WORDS: Record<EaseFamily, string> = {
  sine: 'gentle (sine)',
  quad: 'mild (quad)',
  cubic: 'firm (cubic)',
  quart: 'strong (quart)',
  quint: 'stronger (quint)',
  expo: 'very strong (expo)',
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

/** These do not only slow down: where they do what they do is said instead. */
const OVERSHOOTING: ReadonlySet<EaseFamily> = new Set(['back', 'elastic', 'bounce']);
const ENDS: Record<EaseDirection, string> = { in: 'at the start', out: 'at the end', 'in-out': 'at both ends' };

/** What a key is, in the words of the trade. */
export const ROLE_WORDS: Record<KeyRole, string> = {
  extreme: 'extreme',
  breakdown: 'breakdown',
  inbetween: 'in-between',
};

/** How a key leaves, in words: where the motion is slow, then how strongly. */
export function leaveWords(leave: Leave): string {
  if (leave in PLAIN_LEAVES) return PLAIN_LEAVES[leave as keyof typeof PLAIN_LEAVES];
  const family = EASE_FAMILIES.find((name) => leave.startsWith(`${name}-`))!;
  const direction = (leave as EaseName).slice(family.length + 1) as EaseDirection;
  return OVERSHOOTING.has(family)
    ? `${FAMILY_WORDS[family].replace(' (', ` ${ENDS[direction]} (`)}`
    : `${EASE_DIRECTIONS[direction]}, ${FAMILY_WORDS[family]}`;
}
