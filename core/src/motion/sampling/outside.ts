import type { Channel, Key, Outside } from '../document/schema.ts';

/**
 * Where a frame outside the keys takes its value from: a frame inside them, a step of the value for each round gone,
 * and the sense in which time runs there. `straight` is left to the end's slope: that many frames beyond the end.
 */
export interface Mapped {
  frame: number;
  addedRounds: number;
  direction: 1 | -1 | 0;
  straight: number;
}

const HELD: Omit<Mapped, 'frame'> = { addedRounds: 0, direction: 0, straight: 0 };

/**
 * Carries a frame outside the keys inside them, by what the channel does there. Rounds are as long as the keys; `count`
 * of them are gone through, then it holds what the last one ended with. Inside the keys, and with fewer than two keys,
 * the frame stays (or is held at the key).
 */
export function mapOutside({ keys, before, after }: Pick<Channel, 'keys' | 'before' | 'after'>, frame: number): Mapped {
  const first = keys[0]!.frame;
  const last = keys[keys.length - 1]!.frame;
  if (frame >= first && frame <= last) return { frame, addedRounds: 0, direction: 1, straight: 0 };
  const isAfter = frame > last;
  const edge = isAfter ? last : first;
  const beyond = isAfter ? frame - last : first - frame;
  const outside = isAfter ? after : before;
  if (!outside || outside.kind === 'hold' || last === first) return { ...HELD, frame: edge };
  const span = last - first;
  const limit = outside.count > 0 ? outside.count * span : Infinity;
  const isOver = beyond >= limit;
  const gone = isOver ? limit : beyond;
  if (outside.kind === 'continue')
    return { frame: edge, addedRounds: 0, direction: isOver ? 0 : 1, straight: isAfter ? gone : -gone };
  return inRounds(outside.kind, { first, last, isAfter, span, gone, isOver });
}

interface Rounds {
  first: number;
  last: number;
  isAfter: boolean;
  span: number;
  /** Frames gone beyond the end, at most those of all rounds. */
  gone: number;
  isOver: boolean;
}

function inRounds(
  kind: Exclude<Outside['kind'], 'hold' | 'continue'>,
  { first, last, isAfter, span, gone, isOver }: Rounds,
): Mapped {
  // At the very end of the rounds it is the end of the last one, not the start of another.
  const round = isOver ? Math.ceil(gone / span) - 1 : Math.floor(gone / span);
  const into = gone - round * span;
  const direction = isOver ? 0 : 1;
  if (kind === 'mirror') {
    const back = round % 2 === 0;
    const fromFirst = isAfter === back ? span - into : into;
    return { frame: first + fromFirst, addedRounds: 0, direction: isOver ? 0 : back ? -1 : 1, straight: 0 };
  }
  const addedRounds = kind === 'repeat-offset' ? (isAfter ? round + 1 : -(round + 1)) : 0;
  return { frame: isAfter ? first + into : last - into, addedRounds, direction, straight: 0 };
}

/** How much a round adds to the value: last key's value minus the first's. */
export function roundStep(keys: readonly Key[]): number {
  return keys[keys.length - 1]!.value - keys[0]!.value;
}
