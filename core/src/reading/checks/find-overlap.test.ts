import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';

/** A base that leads and a tip that does the same some frames later. */
const chain = (lag: number) =>
  sceneOf(
    [
      subjectWith('base', { rotation: soft([5, 0], [17, 40], [29, 0]) }),
      subjectWith('tip', { rotation: soft([5 + lag, 0], [17 + lag, 60], [29 + lag, 0]) }),
    ],
    49,
  );

test('a tip that moves together with its base, not four frames after, is named once, with both lags', () => {
  const [overlap, ...others] = found(chain(4), chain(0), ['overlap-off', 'key-early', 'key-late']);
  expect(others).toEqual([]);
  expect(overlap).toMatchObject({
    kind: 'overlap-off',
    subjectId: 'tip',
    measured: 0,
    expected: 4,
    severity: 'strong',
    firstFrame: 9,
    lastFrame: 33,
  });
  expect(overlap!.sentence).toContain('together with the base');
});

test('a lag that is too long is one too; one within the tolerance, or parts that never followed, are none', () => {
  expect(found(chain(4), chain(8), ['overlap-off'])).toMatchObject([{ measured: 8, expected: 4 }]);
  expect(found(chain(4), chain(5), ['overlap-off'])).toEqual([]);
  expect(found(chain(0), chain(0), ['overlap-off'])).toEqual([]);
});
