import type { Place } from '@undulan/core';

/** Something in the clip whose length is known: its ends in pixels of the clip, as they are pressed. */
export interface KnownLength {
  ends: readonly Place[];
  /** As it was typed. */
  text: string;
  metres: number | null;
}

export const NO_LENGTH: KnownLength = { ends: [], text: '', metres: null };

/** Nearer ends measure nothing, in pixels of the clip. */
const LEAST_PX = 4;

/** Pressed once more, its ends begin anew. */
export const withEnd = (known: KnownLength, end: Place): KnownLength => ({
  ...known,
  ends: known.ends.length === 2 ? [end] : [...known.ends, end],
});

/** Stage pixels a pixel of the clip; null as long as that is not known. */
export function scaleOf({ ends, metres }: KnownLength, pixelsPerMetre: number): number | null {
  const [a, b] = ends;
  if (!a || !b || !metres) return null;
  const px = Math.hypot(b.x - a.x, b.y - a.y);
  return px < LEAST_PX ? null : (metres * pixelsPerMetre) / px;
}
