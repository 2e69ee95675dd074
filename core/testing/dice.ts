import { seededRandom } from '../src/seeded.ts';

/** Seeded whole numbers, so that every variation can be made again. */
export function createDice(seed: number): (least: number, most: number) => number {
  const random = seededRandom(seed);
  return (least, most) => least + Math.floor(random() * (most - least + 1));
}
export type Dice = ReturnType<typeof createDice>;
