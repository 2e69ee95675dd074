import type { Handle, Key } from '../document/schema.ts';

/** A handle reaches a third of its span unless said otherwise: a cubic with thirds is the smooth Hermite curve. */
const DEFAULT_REACH = 1 / 3;

/** A stored reach below this is none: the default applies to flat handles. */
const NO_REACH_FRAMES = 1e-9;

/**
 * The slope at a key, in value per frame, of a curve that never overshoots between keys: 0 at a first, last or turning
 * key, else the weighted harmonic mean of the slopes on both sides (Fritsch & Butland 1984, "A method for constructing
 * local monotone piecewise cubic interpolants").
 */
function autoSlope(before: Key | undefined, key: Key, after: Key | undefined): number {
  if (!before || !after || before.leave === 'step') return 0;
  const spanBefore = key.frame - before.frame;
  const spanAfter = after.frame - key.frame;
  const slopeBefore = (key.value - before.value) / spanBefore;
  const slopeAfter = (after.value - key.value) / spanAfter;
  if (slopeBefore * slopeAfter <= 0) return 0;
  const w1 = 2 * spanAfter + spanBefore;
  const w2 = spanAfter + 2 * spanBefore;
  return (w1 + w2) / (w1 / slopeBefore + w2 / slopeAfter);
}

function outward(stored: Handle, span: number): Handle {
  return { frames: Math.min(Math.max(stored.frames, 0), span), value: stored.value };
}

/**
 * The handle by which the curve leaves `key` toward `after`, as offset (frames in [0, span], value): computed for
 * `auto` and `flat`, else the stored one. The frame offset is clamped so that time never runs backward.
 */
export function outHandle(before: Key | undefined, key: Key, after: Key): Handle {
  const span = after.frame - key.frame;
  if (key.link === 'auto')
    return { frames: span * DEFAULT_REACH, value: span * DEFAULT_REACH * autoSlope(before, key, after) };
  if (key.link === 'flat') {
    const frames = key.out.frames > NO_REACH_FRAMES ? key.out.frames : span * DEFAULT_REACH;
    return outward({ frames, value: 0 }, span);
  }
  return outward(key.out, span);
}

/** The handle by which the curve arrives at `key` from `before`, as offset (frames in [−span, 0], value). */
export function inHandle(before: Key, key: Key, after: Key | undefined): Handle {
  const span = key.frame - before.frame;
  if (key.link === 'auto')
    return { frames: -span * DEFAULT_REACH, value: -span * DEFAULT_REACH * autoSlope(before, key, after) };
  const stored = { frames: -key.in.frames, value: key.link === 'flat' ? 0 : key.in.value };
  if (key.link === 'flat' && stored.frames <= NO_REACH_FRAMES) stored.frames = span * DEFAULT_REACH;
  const clamped = outward(stored, span);
  return { frames: -clamped.frames, value: clamped.value };
}
