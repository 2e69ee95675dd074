/** Seeded whole numbers (mulberry32), so that every variation can be made again. */
export function createDice(seed: number): (least: number, most: number) => number {
  let state = seed >>> 0;
  return (least, most) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return least + Math.floor((((t ^ (t >>> 14)) >>> 0) / 4294967296) * (most - least + 1));
  };
}
export type Dice = ReturnType<typeof createDice>;
