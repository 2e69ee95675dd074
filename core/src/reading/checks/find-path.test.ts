import { expect, test } from 'vitest';
import { found, sceneOf, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { createKey } from '../../motion/index.ts';

const KINDS = ['arc-off', 'arc-kinked'] as const;
const diagonal = sceneOf([
  subjectWith('plate', { 'position.x': straight([1, 0], [25, 600]), 'position.y': straight([1, 0], [25, 300]) }),
]);

test('a way that bows away from a straight one is off by its greatest distance: 56.5 px of a sine’s 63.2', () => {
  const bowed = sceneOf([
    subjectWith('plate', {
      'position.x': straight([1, 0], [25, 600]),
      'position.y': [createKey(1, 0, { leave: 'sine-in' }), createKey(25, 300)],
    }),
  ]);
  const [arc, ...others] = found(diagonal, bowed, KINDS);
  expect(others).toEqual([]);
  expect(arc).toMatchObject({ kind: 'arc-off', firstFrame: 1, lastFrame: 25, unit: 'px' });
  // 300 · (t − 1 + cos ½πt) is greatest at sin ½πt = 2/π; across the way it is that · 600 / hypot(600, 300).
  expect(Math.abs(arc!.measured - 56.5)).toBeLessThan(1);
});

test('the same line at another pace is on its arc; a detour of a few pixels within the tolerance is a corner', () => {
  const slower = sceneOf([
    subjectWith('plate', {
      'position.x': [createKey(1, 0, { leave: 'cubic-in' }), createKey(25, 600)],
      'position.y': [createKey(1, 0, { leave: 'cubic-in' }), createKey(25, 300)],
    }),
  ]);
  expect(found(diagonal, slower, KINDS)).toEqual([]);
  const x = straight([1, 0], [25, 600]);
  const level = sceneOf([subjectWith('plate', { 'position.x': x, 'position.y': straight([1, 0], [25, 1]) })]);
  const dented = sceneOf([
    subjectWith('plate', { 'position.x': x, 'position.y': straight([1, 0], [12, 0], [13, 25], [14, 0], [25, 1]) }),
  ]);
  const corners = found(level, dented, KINDS);
  expect(corners.map(({ kind }) => kind)).toContain('arc-kinked');
  const sharpest = corners.find(({ firstFrame }) => firstFrame === 13)!;
  // Up at 45° and down at 45°.
  expect(sharpest.measured).toBeCloseTo(90, 0);
});

test('an arc from ends that are off to a height that is not is no other arc: its ends are off', () => {
  const flight = (height: number, top: number) =>
    sceneOf([
      subjectWith('pancake', {
        'position.x': straight([1, 0], [25, 480]),
        'position.y': [
          createKey(1, height, { leave: 'quad-out' }),
          createKey(13, top, { leave: 'quad-in', role: 'breakdown' }),
          createKey(25, height),
        ],
      }),
    ]);
  const kinds = (take: ReturnType<typeof flight>) =>
    found(flight(400, 100), take, [...KINDS, 'pose-off']).map(({ kind, firstFrame }) => [kind, firstFrame]);
  expect(kinds(flight(330, 100))).toEqual([
    ['pose-off', 1],
    ['pose-off', 25],
  ]);
  // The height is the arc's own.
  expect(kinds(flight(400, 170))).toEqual([['arc-off', 1]]);
});

test('an arc that is missed because its highest pose is missing is no second fault', () => {
  const arc = (...keys: [number, number, number][]) =>
    sceneOf([
      subjectWith('plate', {
        'position.x': straight(...keys.map(([frame, x]): [number, number] => [frame, x])),
        'position.y': keys.map(([frame, , y]) => createKey(frame, y, { role: y === 0 ? 'breakdown' : 'extreme' })),
      }),
    ]);
  const target = arc([1, 0, 300], [13, 300, 0], [25, 600, 300]);
  const said = found(target, arc([1, 0, 300], [25, 600, 300]), [...KINDS, 'key-missing']);
  expect(said.map(({ kind, firstFrame }) => [kind, firstFrame])).toEqual([['key-missing', 13]]);
});
