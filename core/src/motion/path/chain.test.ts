import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createMotion, createSubject, findSubject } from '../document/document.ts';
import type { MotionDocument, Subject } from '../document/schema.ts';
import { setKeys } from '../edit/set-keys.ts';
import { chainAt, pullChain, stretchOf } from './chain.ts';

/** An arm of three parts, each 100 px long, hung end to end from 300, 300; bent as said. */
function arm(angles: readonly number[], chain: Partial<NonNullable<Subject['chain']>> = {}): MotionDocument {
  const part = (i: number): Subject => {
    const look = { shape: 'pill', widthPx: 100, heightPx: 20, fill: '#9a6b00' } as const;
    const subject = createSubject(`part ${i}`, `Part ${i}`, look, i === 0 ? { x: 300, y: 300 } : { x: 50, y: 0 });
    return {
      ...subject,
      pivot: { x: -50, y: 0 },
      parentId: i === 0 ? null : `part ${i - 1}`,
      channels: subject.channels.map((channel) =>
        channel.id === 'rotation' ? { ...channel, resting: angles[i]! } : channel,
      ),
      ...(i === 2 && { chain: { links: 2, limit: 1, stretches: false, ...chain } }),
    };
  };
  return createMotion([part(0), part(1), part(2)]);
}
const last = (motion: MotionDocument): Subject => findSubject(motion, 'part 2')!;
function pulled(motion: MotionDocument, x: number, y: number): MotionDocument {
  const { values } = pullChain(motion, last(motion), 5, { x, y })!;
  return setKeys(motion, 5, values).motion;
}

test('a chain is its parts end to end, and as straight as its end is far from its beginning', () => {
  const chain = chainAt(arm([0, 0, 0]), last(arm([0, 0, 0])), 1)!;
  expect(chain.joints.map(({ x, y }) => `${Math.round(x)} ${Math.round(y)}`)).toEqual([
    '300 300',
    '400 300',
    '500 300',
    '600 300',
  ]);
  expect([chain.lengthPx, stretchOf(chain)]).toEqual([300, 1]);
  expect(stretchOf(chainAt(arm([0, 90, 0]), last(arm([0, 90, 0])), 1)!)).toBeCloseTo(Math.hypot(100, 200) / 300, 9);
});

test('wherever its end is pulled within its reach, there it comes, and its parts stay as long as they are', () => {
  const angle = fc.double({ min: -180, max: 180, noNaN: true });
  const away = fc.double({ min: 20, max: 295, noNaN: true });
  fc.assert(
    fc.property(angle, angle, angle, angle, away, (a, b, c, to, far) => {
      const motion = arm([a, b, c]);
      const [x, y] = [300 + far * Math.cos((to * Math.PI) / 180), 300 + far * Math.sin((to * Math.PI) / 180)];
      const after = chainAt(pulled(motion, x, y), last(pulled(motion, x, y)), 5)!;
      const end = after.joints.at(-1)!;
      expect(Math.hypot(end.x - x, end.y - y)).toBeLessThan(1);
      for (const length of after.lengths) expect(length).toBeCloseTo(100, 6);
      expect(after.joints[0]!.x).toBeCloseTo(300, 9);
    }),
    // Straight, and pulled back to where it must fold upon itself.
    { numRuns: 200, examples: [[0, 0, 0, 0, 98.80285231282957]] },
  );
});

test('past its limit it is not pulled, and says so; one that stretches gets longer', () => {
  const held = arm([0, 40, 40], { limit: 0.98 });
  const answer = pullChain(held, last(held), 5, { x: 800, y: 300 })!;
  expect([answer.limited, answer.stretch]).toEqual([true, 0.98]);
  expect(stretchOf(chainAt(pulled(held, 800, 300), last(pulled(held, 800, 300)), 5)!)).toBeCloseTo(0.98, 4);
  const soft = arm([0, 0, 0], { stretches: true });
  const stretched = pullChain(soft, last(soft), 5, { x: 750, y: 300 })!;
  expect([stretched.limited, stretched.stretch]).toEqual([false, 1.5]);
  expect(chainAt(pulled(soft, 750, 300), last(pulled(soft, 750, 300)), 5)!.joints.at(-1)!.x).toBeCloseTo(750, 1);
});
