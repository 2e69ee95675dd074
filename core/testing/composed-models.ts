import { type ChannelId, createKey, EASE_NAMES, type Key, type Leave, type Subject } from '../src/index.ts';
import { actor, asTarget, flat, type Model, scene } from './clean-models.ts';
import type { Dice } from './dice.ts';

/**
 * Models put together by chance, several parts each: what moves, on which of the common frames it is keyed, how far it
 * goes, what is held, how each key is left, who carries whom, how many frames a second.
 */

const one = <T>(dice: Dice, of: readonly T[]): T => of[dice(0, of.length - 1)]!;

/** Where a channel begins, and how far a move of it goes. */
const SIZES = {
  'position.x': { from: [100, 400], way: [90, 380], least: -Infinity },
  'position.y': { from: [150, 400], way: [60, 240], least: -Infinity },
  rotation: { from: [-20, 20], way: [20, 110], least: -Infinity },
  'scale.x': { from: [1, 1], way: [0.2, 0.7], least: 0.2 },
  'scale.y': { from: [1, 1], way: [0.2, 0.7], least: 0.2 },
} as const satisfies Partial<Record<ChannelId, unknown>>;
type MovedId = keyof typeof SIZES;

const PARTS: readonly MovedId[][] = [
  ['position.x'],
  ['position.x', 'position.y'],
  ['position.x', 'position.y', 'rotation'],
  ['rotation'],
  ['position.y'],
  ['position.y', 'scale.y', 'scale.x'],
  ['position.x', 'rotation'],
  ['scale.x', 'scale.y'],
];

/** How the keys of a part are left; one way for all of them, or another at each. */
const STYLES = ['flat', 'auto', 'linear', 'by hand', 'one ease', 'eased', 'mixed'] as const;
type Style = (typeof STYLES)[number];
/** Eases that stay between the poses they lead from and to. */
const PLAIN: readonly Leave[] = EASE_NAMES.filter((name) => !/^(back|elastic|bounce)/.test(name));

/** In three moves of ten it stays where it is, or goes back to where it began. */
function valuesOf(dice: Dice, id: MovedId, count: number): number[] {
  const { from, way, least } = SIZES[id];
  const hundredth = (low: number, high: number): number => low + ((high - low) * dice(0, 100)) / 100;
  const values = [dice(...(from as [number, number]))];
  let sign = dice(0, 1) ? 1 : -1;
  for (let i = 1; i < count; i++) {
    const [at, what] = [values.at(-1)!, dice(0, 9)];
    if (dice(0, 2) === 0) sign = -sign;
    const by = hundredth(way[0], way[1]);
    if (at + sign * by < least) sign = 1;
    values.push(what < 2 ? at : what === 2 ? values[0]! : at + sign * by);
  }
  return values.every((value) => value === values[0]) ? [...values.slice(0, -1), values[0]! + way[1]] : values;
}

function keysOf(dice: Dice, frames: readonly number[], values: readonly number[], style: Style): Key[] {
  const ease = one(dice, PLAIN);
  return frames.map((frame, i) => {
    const [value, isEnd] = [values[i]!, i === 0 || i === frames.length - 1];
    const [before, after] = [frame - (frames[i - 1] ?? frame - 8), (frames[i + 1] ?? frame + 8) - frame];
    const reach = (span: number): number => (span * dice(10, 80)) / 100;
    switch (style === 'mixed' ? one(dice, ['flat', 'flat', 'eased', 'linear', 'step'] as const) : style) {
      case 'flat':
        return flat(frame, value);
      case 'auto':
        return createKey(frame, value, { link: isEnd ? 'flat' : 'auto' });
      case 'by hand':
        return createKey(frame, value, {
          link: 'broken',
          in: { frames: -reach(before), value: 0 },
          out: { frames: reach(after), value: 0 },
        });
      case 'one ease':
        return createKey(frame, value, { leave: ease });
      case 'eased':
        return createKey(frame, value, { leave: one(dice, PLAIN) });
      case 'step':
        return createKey(frame, value, { leave: 'step' });
      case 'linear':
        return createKey(frame, value, { leave: 'linear' });
    }
  });
}

function composed(dice: Dice): Model {
  const common = [dice(2, 6)];
  for (let left = dice(2, 5); left > 0; left--) common.push(common.at(-1)! + dice(6, 18));
  const count = one(dice, [1, 1, 1, 2, 2, 3]);
  const parts = Array.from({ length: count }, (_, p): Subject => {
    const lag = p === 0 ? 0 : dice(0, 5);
    // Most of the common frames, the first of them always.
    const some = (): number[] => {
      const own = common.filter((_frame, i) => i === 0 || dice(0, 4) > 0).map((frame) => frame + lag);
      return own.length > 1 ? own : [common[0]! + lag, common.at(-1)! + lag];
    };
    const [style, together, areTogether] = [one(dice, STYLES), some(), dice(0, 3) > 0];
    const tracks = one(dice, PARTS).map((id) => {
      const frames = areTogether ? together : some();
      return [id, keysOf(dice, frames, valuesOf(dice, id, frames.length), style)] as const;
    });
    const parentId = p > 0 && dice(0, 3) === 0 ? `part${p}` : null;
    return actor(`part${p + 1}`, Object.fromEntries(tracks), { parentId });
  });
  const keyed = parts.flatMap(({ channels }) => channels.flatMap(({ keys }) => keys.map(({ frame }) => frame)));
  const frames = [...new Set(keyed)].sort((a, b) => a - b);
  const exposure = dice(0, 9) === 0 ? 2 : 1;
  const motion = scene(frames.at(-1)! + dice(5, 12), ...parts.map((part) => ({ ...part, exposure })));
  return { frames, target: asTarget({ ...motion, rate: { num: one(dice, [24, 24, 24, 25, 30, 12]), den: 1 } }) };
}

export const COMPOSED_MODELS: Record<string, (dice: Dice) => Model> = { composed };
