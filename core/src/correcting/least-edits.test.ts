import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { FAULTS } from '../../testing/faults/index.ts';
import { ALL_FAULTS, ALL_MODELS } from '../../testing/judge-readings.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { LEARNER_FAULTS } from '../../testing/learner-faults.ts';
import { applyChanges, findingKey, leastEdits, type MotionDocument, moveKeys, readTake } from '../index.ts';

/** What a take becomes by the changes of its edits, as whoever is sent them applies them. */
function put(take: MotionDocument, { edits }: ReturnType<typeof leastEdits>): MotionDocument {
  return edits.reduce((motion, { changes }) => {
    const applied = applyChanges(motion, changes);
    if (!applied.ok) throw new Error(applied.issues[0]!.message);
    return applied.value;
  }, take);
}

test.for(Object.entries(ALL_MODELS))(
  'few edits put right what learners do wrong of the %s, applied',
  ([name, make]) => {
    for (const [faultName, fault] of Object.entries(ALL_FAULTS)) {
      const dice = createDice(name.length * 31 + faultName.length);
      const model = make(dice);
      const made = fault(model, dice);
      if (!made) continue;
      const least = leastEdits(model.target, made.take);
      const said = `${faultName}: ${least.edits.map(({ sentence }) => sentence).join(' ')}`;
      expect(least.left, said).toEqual([]);
      expect(least.edits.length, said).toBeLessThanOrEqual(3);
      expect(readTake(model.target, put(made.take, least)).findings, said).toEqual([]);
    }
  },
);

test.for([
  ['key late', 'Move the key of position on 17 to 15.'],
  ['key dropped', 'Key position x 658 px on 15.'],
  ['key added', 'Take out the key of position on 19.'],
  ['hold drifts', 'Ease position from 15 to 27 so that it holds.'],
  ['contact floats', 'Ease position into and out of 13 as the target does.'],
  ['overlap lost', 'Move the keys of position of the end from 4 on 4 frames later.'],
  ['another pace', 'Stretch the keys to 77 % of their time about frame 3, on whole frames.'],
  ['wrong exposure', 'Show the drawer on ones.'],
] as const)('%s: %s', ([name, sentence]) => {
  const { target, take } = FAULTS[name]!(createDice(7));
  expect(leastEdits(target, take)).toMatchObject({ edits: [{ sentence, left: 0, grade: 100 }], left: [], why: null });
});

test('a pause is taken out by one edit, of all that pauses', () => {
  const model = ALL_MODELS['cart']!(createDice(3));
  const take = ALL_FAULTS['a pause put in']!(model, createDice(4))!.take;
  const { edits, left } = leastEdits(model.target, take);
  expect(left).toEqual([]);
  expect(edits.map(({ sentence, grade }) => [sentence.split(' of ')[0], grade])).toEqual([['Take out the pause', 100]]);
});

test('what is dismissed needs no edit, also where another edit leaves it of another size', () => {
  const { target, take } = FAULTS['key late']!(createDice(7));
  const late = moveKeys(take, [{ subjectId: 'drawer', channelId: 'position.x', frame: 27 }], 4).motion;
  const { findings } = readTake(target, late);
  expect(findings).toHaveLength(2);
  const [one, other] = findings;
  const least = leastEdits(target, late, [findingKey(other!)]);
  expect(least).toMatchObject({ edits: [{ left: 0 }], left: [] });
  expect(least.edits[0]!.sentence).toContain(` ${one!.measured} to ${one!.expected}.`);
  expect(leastEdits(target, late, findings.map(findingKey))).toEqual({ edits: [], left: [], why: null });
});

test('a recording has no keys to put right, and says so; nothing wrong asks for nothing', () => {
  const { target } = ALL_MODELS['cart']!(createDice(3));
  const late = LEARNER_FAULTS['all late']!({ target, frames: [] }, createDice(3))!.take;
  const recorded = leastEdits(target, KEYINGS['baked']!(late, createDice(3)));
  expect(recorded.edits).toEqual([]);
  expect(recorded.why).toMatch(/key on every frame/);
  expect(recorded.left).not.toEqual([]);
  expect(leastEdits(target, target.motion)).toEqual({ edits: [], left: [], why: null });
});

test('a pause that a pose was keyed twice for is taken out by moving what comes after it over the first', () => {
  const dice = createDice('crowd'.length * 31 + 'a pause put in'.length);
  const model = ALL_MODELS['crowd']!(dice);
  const { take } = ALL_FAULTS['a pause put in']!(model, dice)!;
  const { edits, left } = leastEdits(model.target, take);
  expect([edits.map(({ sentence, grade }) => [sentence, grade]), left]).toEqual([
    [['Move all keys from 12 on 6 frames earlier.', 100]],
    [],
  ]);
});
