import { expect, test } from 'vitest';
import { found, sceneOf, soft, subjectWith } from '../../../testing/worked-scenes.ts';

const LATE = ['overlap-off', 'key-early', 'key-late'] as const;

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
  const [overlap, ...others] = found(chain(4), chain(0), LATE);
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

test('where the one that leads is late and the one that follows on time, it is the leader that is named', () => {
  const late = chain(4);
  const [base] = late.subjects;
  const take = {
    ...late,
    subjects: [
      {
        ...base!,
        channels: base!.channels.map((own) => ({
          ...own,
          keys: own.keys.map((key) => ({ ...key, frame: key.frame + 4 })),
        })),
      },
      late.subjects[1]!,
    ],
  };
  const [overlap, ...others] = found(chain(4), take, LATE);
  expect(others).toEqual([]);
  expect(overlap).toMatchObject({ kind: 'overlap-off', subjectId: 'base', measured: 0, expected: 4 });
  expect(overlap!.sentence).toBe(
    'The base is 4 frames late, so that the tip moves together with it; the tip should follow 4 frames later.',
  );
});

test('a lag that is too long is one too; one within the tolerance, or parts that never followed, are none', () => {
  expect(found(chain(4), chain(8), ['overlap-off'])).toMatchObject([{ measured: 8, expected: 4 }]);
  expect(found(chain(4), chain(5), ['overlap-off'])).toEqual([]);
  expect(found(chain(0), chain(0), ['overlap-off'])).toEqual([]);
});

/** A cup that leads with two movements, at its own pace or later, and a pan that follows in one of them. */
const followed = (at: (frame: number) => number) =>
  sceneOf(
    [
      subjectWith('cup', {
        'position.x': soft([at(1), 100], [at(12), 160], [at(30), 500], [at(48), 700]),
        rotation: soft([at(1), 0], [at(12), -15], [at(30), 40], [at(48), 0]),
      }),
      subjectWith('pan', { 'position.x': soft([6, 700], [20, 640], [34, 400], [54, 380]) }),
    ],
    60,
  );

test.each([
  ['late', (frame: number) => frame + 4, 'The cup is 4 frames late.'],
  [
    'slower',
    (frame: number) => Math.round(1 + (frame - 1) * 1.25),
    'The cup runs at 80 % of the speed: 59 frames where the target takes 47.',
  ],
])('one that leads and is %s as a whole is that, whatever follows one of its movements', (_, at, sentence) => {
  const told = found(
    followed((frame) => frame),
    followed(at),
    [...LATE, 'tempo-differs'],
  );
  expect(told.map((finding) => finding.sentence)).toEqual([sentence]);
});
