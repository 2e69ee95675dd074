import { expect, test } from 'vitest';
import { soft, subjectWith } from '../../testing/worked-scenes.ts';
import { createKey } from '../motion/document/document.ts';
import { trackWith } from '../motion/sampling/track.ts';
import { segmentPaths, wholePath } from './path-distance.ts';

test('from what is to stand a take that goes astray is so far away, and no share of nothing', () => {
  const lid = (...ys: [number, number][]) =>
    subjectWith('lid', { 'position.x': [createKey(1, 100), createKey(25, 100)], 'position.y': soft(...ys) });
  const segments = segmentPaths({
    target: lid([1, 200], [25, 200]),
    take: lid([1, 230], [13, 260], [25, 240]),
    track: trackWith('position.y')!,
    range: { first: 1, last: 25 },
    pairs: [1, 25].map((frame) => ({ targetFrame: frame, takeFrame: frame, offsetFrames: 0, role: 'extreme' })),
    span: 0,
    isSame: () => false,
  });
  // Its middle is 25 px from the line between its ends; places lie a thirtieth of the way apart.
  expect(segments[0]!.worst).toBeGreaterThan(23);
  expect(segments[0]!.worst).toBeLessThanOrEqual(25);
  // The one place that was asked is where its ends are.
  expect(segments[0]!.mean).toBe(0);
  expect(wholePath(segments, 0)).toMatchObject({ worstPercent: 0, meanPercent: 0 });
});
