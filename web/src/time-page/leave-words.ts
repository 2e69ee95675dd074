import { EASE_DIRECTIONS, EASE_FAMILIES, type EaseDirection, type Leave } from '@undulan/core';

const FAMILY_WORDS: Record<(typeof EASE_FAMILIES)[number], string> = {
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

export interface LeaveChoice {
  leave: Leave;
  label: string;
}

/** How a key can leave without a named ease. */
export const PLAIN_LEAVES: LeaveChoice[] = [
  { leave: 'step', label: 'held' },
  { leave: 'linear', label: 'straight' },
  { leave: 'curve', label: 'curve by handles' },
];

/** The named eases, by where they are slow. */
export const EASE_LEAVES: { direction: string; choices: LeaveChoice[] }[] = (Object.keys(EASE_DIRECTIONS) as EaseDirection[]).map((direction) => ({
  direction: EASE_DIRECTIONS[direction],
  choices: EASE_FAMILIES.map((family) => ({
    leave: `${family}-${direction}` as const,
    label: `${EASE_DIRECTIONS[direction]}, ${FAMILY_WORDS[family]}`,
  })),
}));
