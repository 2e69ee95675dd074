import fc from 'fast-check';
import { expect, test } from 'vitest';
import { medianOf } from '../median.ts';
import { seededRandom } from '../seeded.ts';
import type { ClipPicture } from './clip-picture.ts';
import { differentRegion, GroundSampler } from './still-ground.ts';

const [WIDTH, HEIGHT] = [40, 30];
type Rgb = readonly [number, number, number];

/** A picture of one colour with boxes on it, noise added. */
function picture(
  ground: Rgb,
  boxes: readonly { x: number; y: number; size: number; colour: Rgb }[] = [],
  noise: () => number = () => 0,
): ClipPicture {
  const pixels = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let at = 0; at < WIDTH * HEIGHT; at++) {
    const [x, y] = [at % WIDTH, Math.floor(at / WIDTH)];
    const box = boxes.findLast((own) => x >= own.x && x < own.x + own.size && y >= own.y && y < own.y + own.size);
    const colour = box?.colour ?? ground;
    for (let k = 0; k < 3; k++) pixels[4 * at + k] = colour[k]! + noise();
    pixels[4 * at + 3] = 255;
  }
  return { width: WIDTH, height: HEIGHT, pixels };
}

const GROUND: Rgb = [200, 190, 170];
const RED: Rgb = [190, 60, 40];

function sampled(pictures: readonly ClipPicture[]): GroundSampler {
  const sampler = new GroundSampler();
  for (const own of pictures) sampler.see(own);
  return sampler;
}

test('the ground is the median of each component over time, as by sorting', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 20 }), fc.integer({ min: 1, max: 1e6 }), (count, seed) => {
      const roll = seededRandom(seed);
      const pictures = Array.from({ length: count }, () => picture(GROUND, [], () => 60 * (roll() - 0.5)));
      const { pixels } = sampled(pictures).ground()!.picture;
      for (const at of [0, 1, 2, 4 * 17 + 1, 4 * (WIDTH * HEIGHT - 1) + 2])
        expect(pixels[at]).toBe(medianOf(pictures.map((own) => own.pixels[at]!)));
    }),
    { numRuns: 25 },
  );
});

test('what goes through leaves no trace in the ground, in a long clip neither, of which some pictures are kept', () => {
  for (const count of [12, 60, 400]) {
    const pictures = Array.from({ length: count }, (_, i) =>
      picture(GROUND, [{ x: Math.floor((34 * i) / count), y: 10, size: 6, colour: RED }]),
    );
    const { picture: ground, noise } = sampled(pictures).ground()!;
    expect([...ground.pixels.subarray(4 * (10 * WIDTH + 12), 4 * (10 * WIDTH + 12) + 3)]).toEqual([...GROUND]);
    expect(noise).toBe(0);
  }
});

test('what differs is found as one piece, also from just beside it; where nothing does, nothing is', () => {
  const [still, busy] = [picture(GROUND), picture(GROUND, [{ x: 12, y: 8, size: 7, colour: RED }])];
  const ground = sampled([still, still, still, busy]).ground()!;
  for (const place of [
    { x: 15, y: 11 },
    { x: 11, y: 7.5 },
    { x: 22, y: 12 },
  ])
    expect(differentRegion(ground, busy, place)!.box).toEqual({ left: 12, top: 8, right: 19, bottom: 15 });
  expect(differentRegion(ground, busy, { x: 38, y: 28 })).toBeNull();
  expect(differentRegion(ground, still, { x: 15, y: 11 })).toBeNull();
});

test('of two things that move, the larger is proposed, in a picture in which it has its usual size', () => {
  const pictures = Array.from({ length: 24 }, (_, i) =>
    picture(GROUND, [
      { x: i, y: 20, size: 4, colour: RED },
      // It comes in from the left.
      { x: i - 6, y: 4, size: 9, colour: [60, 90, 180] },
    ]),
  );
  const sampler = sampled(pictures);
  const spot = sampler.propose(sampler.ground()!)!;
  expect(spot.y).toBeGreaterThan(4);
  expect(spot.y).toBeLessThan(13);
  expect(Math.abs(spot.x - (spot.picture - 6 + 4.5))).toBeLessThan(2);
  expect(spot.picture).toBeGreaterThanOrEqual(5);
});

test('in noise no more is different than what is', () => {
  const roll = seededRandom(4);
  const noise = (): number => 24 * (roll() - 0.5);
  const pictures = Array.from({ length: 20 }, (_, i) =>
    picture(GROUND, [{ x: i, y: 12, size: 6, colour: RED }], noise),
  );
  const ground = sampled(pictures).ground()!;
  const weights = new Float32Array(WIDTH * HEIGHT);
  const region = differentRegion(ground, pictures[10]!, { x: 13, y: 15 })!;
  region.likeness.weigh(pictures[10]!, { left: 0, top: 0, right: WIDTH, bottom: HEIGHT }, weights);
  const different = weights.reduce((sum, weight) => sum + weight, 0);
  expect(different).toBeGreaterThan(30);
  expect(different).toBeLessThan(42);
});
