import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyMotion } from '../../testing/hostile-motions.ts';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  deleteKeys,
  type MotionDocument,
  moveKeys,
  setKeys,
} from '../motion/index.ts';
import {
  applyChanges,
  type Change,
  changesBetween,
  depthOf,
  EMPTY_HISTORY,
  type History,
  HISTORY_LIMIT,
  historyChange,
  invertChanges,
  recordStep,
  redoStep,
  sameData,
  Step,
  undoStep,
  withHistoryChange,
} from './index.ts';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const applied = <T>(document: T, changes: readonly Change[]): T => {
  const result = applyChanges(document, changes);
  if (!result.ok) throw new Error(result.issues[0]!.message);
  return result.value;
};

/** Two states of work, alike in much: a motion or one made of parts of another. */
const anyTwo = fc.tuple(anyMotion, anyMotion, fc.nat(3)).map(([a, b, kind]) => {
  const mixed = [
    b,
    { ...a, subjects: b.subjects },
    { ...a, subjects: a.subjects.toReversed(), guides: b.guides },
    { ...a, subjects: a.subjects.map((one) => ({ ...one, channels: b.subjects[0]!.channels })) },
  ][kind]!;
  return [plain(a), plain(mixed)] as const;
});

test('changes make one document of another, their inverse the first again, also after being written as JSON', () => {
  fc.assert(
    fc.property(anyTwo, ([before, after]) => {
      const changes = plain(changesBetween(before, after));
      expect(Step.safeParse({ name: 'x', changes }).error).toBeUndefined();
      expect(applied(before, changes)).toEqual(after);
      expect(applied(after, invertChanges(changes))).toEqual(before);
      expect(plain(invertChanges(invertChanges(changes)))).toEqual(changes);
    }),
    { numRuns: 150 },
  );
});

const anyJson = fc.jsonValue({ maxDepth: 4 });
test('any plain data is changed into any other and back; equal data has no changes', () => {
  fc.assert(
    fc.property(anyJson, anyJson, (a, b) => {
      const [before, after] = [plain({ a }), plain({ a: b })];
      const changes = changesBetween(before, after);
      expect(applied(before, changes)).toEqual(after);
      expect(applied(after, invertChanges(changes))).toEqual(before);
      expect(sameData(before, after)).toBe(changes.length === 0);
      expect(changesBetween(before, plain(before))).toEqual([]);
    }),
  );
});

const LOOK = { shape: 'disc', widthPx: 80, heightPx: 20, fill: '#9a6b00' } as const;
function crowded(count: number): MotionDocument {
  const subject = createSubject('lid', 'Lid', LOOK, { x: 0, y: 0 });
  const keys = Array.from({ length: count }, (_, i) => createKey(2 + i, i % 7));
  return createMotion([
    {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.y' ? createChannel('position.y', 0, keys) : channel,
      ),
    },
  ]);
}
const KEY = { subjectId: 'lid', channelId: 'position.y' } as const;

test('one key put first among twelve hundred, moved or taken away is a change of a few hundred bytes', () => {
  const before = crowded(1200);
  for (const { motion } of [
    setKeys(before, 1, [{ ...KEY, value: 3 }]),
    moveKeys(before, [{ ...KEY, frame: 600 }], 0.5, 9),
    deleteKeys(before, [{ ...KEY, frame: 2 }]),
  ]) {
    const changes = changesBetween(before, motion);
    expect(changes.map(({ kind, path }) => [kind, path.join('/')])).toEqual([
      ['keys', 'subjects/lid/channels/position.y/keys'],
    ]);
    expect(JSON.stringify(changes).length).toBeLessThan(600);
  }
});

test('a change made of another state is refused in words and changes nothing', () => {
  const before = crowded(3);
  const without = deleteKeys(before, [{ ...KEY, frame: 3 }]).motion;
  const changes = changesBetween(before, without);
  expect(applyChanges(without, changes)).toMatchObject({ ok: false, issues: [{ code: 'does-not-fit' }] });
  for (const change of [
    { kind: 'keys', path: ['subjects', 'pan', 'channels'], out: [], in: [] },
    { kind: 'value', path: ['constructor', 'name'], to: 1 },
    { kind: 'items', path: ['cues'], at: 4, out: [], in: [] },
    { kind: 'things', path: ['subjects'], from: ['lid'], to: ['lid', 'pan'], out: [], in: [] },
  ] satisfies Change[]) {
    expect(applyChanges(before, [change]).ok, JSON.stringify(change)).toBe(false);
  }
});

test('what is nested too deep is told without going down to the end of it', () => {
  let deep: unknown = 1;
  for (let i = 0; i < 50_000; i++) deep = [deep];
  expect(depthOf(deep, 24)).toBe(25);
  expect(depthOf({ a: [{ b: 1 }] }, 24)).toBe(3);
  expect(Step.safeParse({ name: 'x', changes: [{ kind: 'value', path: [], to: deep }] }).success).toBe(false);
});

const counted = (history: History, from: number, to: number): History =>
  recordStep(history, `to ${to}`, { n: from }, { n: to });

test('steps are undone and done again; a new step forgets what was undone, the oldest go past the limit', () => {
  let history = EMPTY_HISTORY;
  for (let n = 0; n < HISTORY_LIMIT + 5; n++) history = counted(history, n, n + 1);
  expect([history.first, history.steps.length, history.done]).toEqual([5, HISTORY_LIMIT, HISTORY_LIMIT]);
  let now = { history, work: { n: HISTORY_LIMIT + 5 } };
  for (let n = 0; n < 3; n++) now = undoStep(now.history, now.work)!;
  expect(now.work.n).toBe(HISTORY_LIMIT + 2);
  expect(redoStep(now.history, now.work)!.work.n).toBe(HISTORY_LIMIT + 3);
  const other = counted(now.history, now.work.n, 1000);
  expect(redoStep(other, { n: 1000 })).toBeNull();
  expect(other.steps.length).toBe(HISTORY_LIMIT - 2);
  expect(recordStep(other, 'nothing', { n: 1 }, { n: 1 })).toBe(other);
});

test('what is new in a history is told by numbers and makes the same history elsewhere', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('step', 'undo', 'redo', 'send'), { maxLength: 60 }),
      fc.integer({ min: 0, max: HISTORY_LIMIT }),
      (acts, already) => {
        let history: History = {
          ...EMPTY_HISTORY,
          steps: Array.from({ length: already }, (_, i) => ({ name: `${i}`, changes: [] })),
          done: already,
        };
        let work = { n: 0 };
        let [sent, there] = [history, history];
        for (const act of [...acts, 'send']) {
          if (act === 'step') {
            history = counted(history, work.n, work.n + 1);
            work = { n: work.n + 1 };
          } else if (act !== 'send') {
            const moved = act === 'undo' ? undoStep(history, work) : redoStep(history, work);
            if (moved) ({ history, work } = moved);
          } else {
            there = withHistoryChange(there, historyChange(sent, history))!;
            sent = history;
            // What was let go here may be left there, as far as the limit lets it.
            const older = history.first - there.first;
            expect({
              ...there,
              first: there.first + older,
              steps: there.steps.slice(older),
              done: there.done - older,
            }).toEqual(history);
            expect(older >= 0 && there.steps.length <= HISTORY_LIMIT).toBe(true);
          }
        }
      },
    ),
  );
  expect(withHistoryChange(EMPTY_HISTORY, { keep: 3, add: [], done: 2 })).toBeNull();
  expect(withHistoryChange(EMPTY_HISTORY, { keep: 0, add: [], done: 1 })).toBeNull();
  expect(withHistoryChange({ ...EMPTY_HISTORY, first: 4 }, { keep: 3, add: [], done: 3 })).toBeNull();
  expect(withHistoryChange(EMPTY_HISTORY, { keep: 250, add: [{ name: 'a', changes: [] }], done: 251 })).toEqual({
    first: 250,
    steps: [{ name: 'a', changes: [] }],
    done: 1,
  });
});
