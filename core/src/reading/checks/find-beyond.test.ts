import { describe, expect, test } from 'vitest';
import { createDice } from '../../../testing/dice.ts';
import { KEYINGS } from '../../../testing/keyings.ts';
import { sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { createKey, type Key, leastEdits, type MotionDocument, type Outside, readTake } from '../../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 4 };

/** Over 61 frames, going on after its last key in some way. */
function ladle(keys: readonly Key[], kind?: Outside['kind']): MotionDocument {
  const motion = sceneOf([subjectWith('ladle', { 'position.y': [...keys] })], 61);
  const outside = kind ? { after: { kind, count: 0 } } : {};
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => ({
      ...subject,
      channels: subject.channels.map((channel) => (channel.keys.length > 0 ? { ...channel, ...outside } : channel)),
    })),
  };
}

const CYCLE = soft([1, 300], [11, 200], [21, 300]);
/** Its three rounds written out, with changes. */
const rounds = (change: (key: Key, round: number) => Key | null): MotionDocument =>
  ladle(
    [0, 1, 2].flatMap((round) =>
      (round === 0 ? CYCLE : CYCLE.slice(1)).flatMap(
        (key) => change({ ...key, frame: key.frame + 20 * round }, round) ?? [],
      ),
    ),
  );
const RECORDED = ['as keyed', 'baked', 'tracked'];
const said = (model: MotionDocument, take: MotionDocument, keying: string): string[] =>
  readTake({ motion: model, tolerances }, KEYINGS[keying]!(take, createDice(1))).findings.map(
    ({ sentence }) => sentence,
  );
const SHARE = /\d+(\.\d+)? %/;

describe.each(RECORDED)('taken %s', (keying) => {
  test('what moves after the last key, or before the first, moves where the target stands', () => {
    const model = ladle(soft([13, 300], [23, 200], [33, 300]));
    const moves = (keys: readonly Key[]): string[] =>
      said(model, ladle(keys), keying).map((one) => one.replace(SHARE, '…'));
    const own = soft([13, 300], [23, 200], [33, 300]);
    expect(moves(own)).toEqual([]);
    const after = ['The ladle moves after frame 33, by up to … of the travel; the target stands.'];
    expect(moves([...own, ...soft([41, 300], [51, 220])])).toEqual(after);
    expect(moves([...own, ...soft([43, 200], [53, 300])])).toEqual(after);
    const before = ['The ladle moves before frame 13, by up to … of the travel; the target stands.'];
    expect(moves([...soft([1, 260], [9, 300]), ...own])).toEqual(before);
  });

  test.each([1, 2, 3, 5])('so does what jumps away for the last, or the first, frames: %i of them', (frames) => {
    const jumpTo = (key: Key, frame: number, value: number): Key[] => [
      { ...key, leave: 'step' },
      createKey(frame, value),
    ];
    for (const own of [soft([13, 300], [33, 200]), soft([13, 300], [23, 200], [33, 300])]) {
      const moves = (keys: readonly Key[]): string[] =>
        said(ladle(own), ladle(keys), keying).map((one) => one.replace(SHARE, '…'));
      const last = own.at(-1)!;
      const after = [...own.slice(0, -1), ...jumpTo(last, 62 - frames, last.value - 40)];
      expect(moves(after)).toEqual(['The ladle moves after frame 33, by up to … of the travel; the target stands.']);
      const before = [...jumpTo(createKey(1, 340), 1 + frames, 300), ...own];
      expect(moves(before)).toEqual(['The ladle moves before frame 13, by up to … of the travel; the target stands.']);
    }
  });

  test('rounds that go on as the first one did are as asked, written out or not, at another pace too', () => {
    const model = ladle(CYCLE, 'repeat');
    expect(
      said(
        model,
        rounds((key) => key),
        keying,
      ),
    ).toEqual([]);
    expect(said(model, model, keying)).toEqual([]);
    const slow = rounds((key) => ({ ...key, frame: 1 + (key.frame - 1) * 1.25 }));
    expect(said(model, slow, keying)).toEqual(['It runs at 80 % of the speed: 25 frames where the target takes 20.']);
    // One pose short in each round is one thing to say.
    const short = rounds((key) => (key.value === 200 ? { ...key, value: 230 } : key));
    expect(said(model, short, keying)).toHaveLength(1);
  });

  test('rounds that stop, or go otherwise than the first, are told', () => {
    const model = ladle(CYCLE, 'repeat');
    expect(said(model, ladle(CYCLE), keying)).toEqual(['The ladle stands still after frame 21; the target goes on.']);
    expect(said(ladle(CYCLE), model, keying)[0]).toMatch(/^The ladle moves after frame 21, by up to .* stands\.$/);
    const otherwise =
      /^The ladle does not go on after frame 21 as the target does: up to [\d.]+ px away, most at frame \d+\.$/;
    const low = rounds((key, round) => (round === 1 && key.value === 200 ? { ...key, value: 250 } : key));
    const late = rounds((key, round) => (round > 0 ? { ...key, frame: key.frame + 4 } : key));
    for (const take of [low, late]) {
      const sentences = said(model, take, keying);
      expect(sentences).toHaveLength(1);
      expect(sentences[0]).toMatch(otherwise);
    }
  });

  test('there and back, on from the end, and straight on', () => {
    const out = soft([1, 100], [16, 220]);
    for (const kind of ['mirror', 'repeat-offset'] as const) {
      expect(said(ladle(out, kind), ladle(out, kind), keying)).toEqual([]);
      expect(said(ladle(out, kind), ladle(out), keying)[0]).toContain('stands still after frame 16');
    }
    const way = straight([1, 100], [13, 150], [25, 250]);
    const on = ladle(way, 'continue');
    expect(said(on, ladle(straight([1, 100], [13, 150], [61, 550])), keying)).toEqual([]);
    expect(said(on, ladle(way), keying)).toEqual(['The ladle stands still after frame 25; the target goes on.']);
  });
});

test('what is beyond the keys counts in the grade, and is put right as what it is', () => {
  const target = { motion: ladle(CYCLE), tolerances };
  const goesOn = readTake(target, ladle(CYCLE, 'repeat'));
  expect(goesOn.proposedGrade).toBeLessThan(90);
  expect(goesOn.criteria.find(({ id }) => id === 'holds')?.score).toBe(0);
  expect(leastEdits(target, ladle(CYCLE, 'repeat'))).toMatchObject({
    edits: [{ sentence: 'After the last key, set position y of the ladle to “hold”.' }],
    left: [],
  });
  expect(leastEdits({ motion: ladle(CYCLE, 'repeat'), tolerances }, ladle(CYCLE))).toMatchObject({
    edits: [{ sentence: 'After the last key, set position y of the ladle to “repeat”.' }],
    left: [],
  });
});

test('keys that only rest there say nothing, and one that moves it is told as that alone', () => {
  const target = { motion: ladle(CYCLE), tolerances };
  const findings = (keys: readonly Key[]): unknown => readTake(target, ladle(keys)).findings;
  expect(findings([...CYCLE, createKey(30, 300), createKey(40, 300)])).toEqual([]);
  expect(findings([...CYCLE, ...soft([30, 300], [40, 360])])).toMatchObject([{ kind: 'hold-moves', firstFrame: 22 }]);
});
