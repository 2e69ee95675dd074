import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { createKey } from '../../motion/index.ts';

const KINDS = ['contact-floats', 'turn-sharp'] as const;
const bounce = (...keys: Parameters<typeof sceneOf>[0][number]['channels'][number]['keys']) =>
  sceneOf([subjectWith('pea', { 'position.y': keys })]);
const hits = bounce(...straight([1, 0], [13, 300], [25, 0]));
const eases = bounce(...soft([1, 0], [13, 300], [25, 0]));

test('where the target hits at full speed, a soft turn floats: at its frame, with both speeds', () => {
  const [floats, ...others] = found(hits, eases, KINDS);
  expect(others).toEqual([]);
  expect(floats).toMatchObject({ kind: 'contact-floats', firstFrame: 13, lastFrame: 13, expected: 1 });
  // A frame beside a smooth turn of twelve: 12 · (3/144 − 2/1728).
  expect(floats!.measured).toBeCloseTo(0.236, 2);
});

test('a sharp turn where a soft one is asked is that; turns of the same kind, and ways that go on, are none', () => {
  expect(found(eases, hits, KINDS)).toMatchObject([{ kind: 'turn-sharp', firstFrame: 13, measured: 1 }]);
  expect(found(hits, hits, KINDS)).toEqual([]);
  const onward = bounce(...straight([1, 0], [13, 300], [25, 500]));
  expect(found(onward, bounce(...soft([1, 0], [13, 300], [25, 500])), KINDS)).toEqual([]);
  const oneSided = bounce(
    createKey(1, 0, { link: 'flat' }),
    createKey(13, 300, { leave: 'linear', link: 'flat' }),
    createKey(25, 0),
  );
  expect(found(hits, oneSided, KINDS), 'soft on one side alone').toEqual([]);
});
