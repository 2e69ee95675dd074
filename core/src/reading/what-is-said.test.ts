import { expect, test } from 'vitest';
import { sceneOf, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey, type MotionDocument } from '../motion/index.ts';
import { readTake } from './index.ts';

const TOLERANCES = { keyFrames: 1, spacingPercent: 5 };

test('where there are several subjects a sentence says of which it is', () => {
  const shelf = (leave: 'cubic-in-out' | 'linear') =>
    sceneOf(
      ['tray', 'cup'].map((id) => subjectWith(id, { 'position.x': [createKey(3, 0, { leave }), createKey(23, 400)] })),
      30,
    );
  const { findings } = readTake({ motion: shelf('cubic-in-out'), tolerances: TOLERANCES }, shelf('linear'));
  expect(findings.map(({ sentence }) => sentence.split(' from ')[0])).toEqual([
    'Tray: no slow start and no slow finish',
    'Cup: no slow start and no slow finish',
  ]);
});

test('on twos a pose between two drawings is off where both are, not by how it leaves', () => {
  const mouse = (leave: 'cubic-in-out' | 'cubic-out', value = 400) =>
    sceneOf(
      [
        subjectWith(
          'mouse',
          {
            'position.x': [
              createKey(3, 0, { leave: 'cubic-in-out' }),
              createKey(16, value, { leave }),
              createKey(28, 100),
            ],
          },
          { exposure: 2 },
        ),
      ],
      36,
    );
  const poses = (take: MotionDocument) =>
    readTake({ motion: mouse('cubic-in-out'), tolerances: TOLERANCES }, take)
      .findings.filter(({ kind }) => kind === 'pose-off')
      .map(({ firstFrame }) => firstFrame);
  expect(poses(mouse('cubic-out'))).toEqual([]);
  expect(poses(mouse('cubic-in-out', 320))).toEqual([16]);
});
