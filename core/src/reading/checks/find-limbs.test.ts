import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { limbLength } from './find-limbs.ts';

/** A spoon's bowl on its handle, 50 px away and turning with it; moved out to a distance on frame 13. */
const spoon = (far: number) =>
  sceneOf([
    subjectWith('handle', { rotation: soft([1, 0], [25, 60]) }),
    subjectWith(
      'bowl',
      {
        'position.x': straight([1, 30], [13, far * 0.6], [25, 30]),
        'position.y': straight([1, 40], [13, far * 0.8], [25, 40]),
      },
      { parentId: 'handle' },
    ),
  ]);

test('a part’s length is its distance from what carries it', () => {
  expect(limbLength(spoon(80).subjects[1]!, 1)).toBe(50);
  expect(limbLength(spoon(80).subjects[1]!, 13)).toBe(80);
});

test('a limb drawn longer than the target ever has it is named at its longest; a shorter one is none', () => {
  const KINDS = ['limb-long', 'pose-off', 'arc-off', 'arc-kinked'] as const;
  const [limb, ...others] = found(spoon(50), spoon(80), KINDS);
  expect(others).toEqual([]);
  expect(limb).toMatchObject({ kind: 'limb-long', subjectId: 'bowl', firstFrame: 13, measured: 80, expected: 50 });
  expect(limb!.sentence).toContain('30 px too far from the handle at frame 13');
  expect(found(spoon(80), spoon(50), ['limb-long'])).toEqual([]);
});
