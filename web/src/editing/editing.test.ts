import type { ExerciseDetails, StoredWork, Work } from '@undulan/contract';
import {
  channelOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  HISTORY_LIMIT,
  type KeyRef,
  type MotionDocument,
  USUAL_LIMITS,
} from '@undulan/core';
import fc from 'fast-check';
import { beforeEach, expect, test } from 'vitest';
import { createStore, type Store } from '../state/index.ts';
import { closed, limited, opened } from './document.slice.ts';
import { applyEdit, changeDetails, previewEdit, redo, undo } from './edits.ts';
import type { EditRequest } from './operations.ts';
import { recordToggled } from './posing.slice.ts';
import { keysSelected, subjectSelected } from './selection.slice.ts';
import {
  selectActiveChannel,
  selectKeyedChannels,
  selectRedoName,
  selectShownKeys,
  selectShownMotion,
  selectUndoName,
} from './selectors.ts';
import { changedValues, editForValues } from './use-change-values.ts';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
const X = { subjectId: 'glass', channelId: 'position.x' } as const;
const DETAILS: ExerciseDetails = {
  title: 'Tea glass',
  brief: '',
  tolerances: { keyFrames: 1, spacingPercent: 4 },
  modelShown: 'always',
};

const at = (frame: number): KeyRef => ({ ...X, frame });
const setKey = (frame: number, value: number): EditRequest => ({
  operation: 'setKeys',
  args: [frame, [{ ...X, value }]],
});

function scene(): MotionDocument {
  const counter = { ...createSubject('counter', 'Counter', LOOK, { x: 480, y: 440 }), locked: true };
  return createMotion([
    counter,
    createSubject('glass', 'Tea glass', LOOK, { x: 130, y: 379 }),
    createSubject('spoon', 'Spoon', LOOK, { x: 300, y: 300 }),
  ]);
}

function stored(work: Partial<Work> = {}): StoredWork {
  return {
    version: 4,
    history: { first: 0, steps: [], done: 0 },
    work: { motion: scene(), details: DETAILS, ...work },
  };
}

let store: Store;
const now = () => store.getState();
const keysOf = () => channelOf(now().document.work!.motion, X.subjectId, X.channelId).keys;

beforeEach(() => {
  store = createStore();
  store.dispatch(opened({ source: { kind: 'exercise', id: 'e1' }, stored: stored() }));
});

test('opened work has the first subject that can be worked on, and nothing to undo', () => {
  expect(now()).toMatchObject({ selection: { subjectId: 'glass', keys: [] }, posing: { record: true } });
  expect(selectUndoName(store.getState())).toBeNull();
  store.dispatch(closed());
  expect(now()).toMatchObject({ document: { source: null, work: null } });
});

test('an edit is kept as a step with a name, and selects its keys', () => {
  store.dispatch(applyEdit(setKey(9, 300)));
  expect(keysOf().map((key) => [key.frame, key.value])).toEqual([[9, 300]]);
  expect(now().selection.keys).toEqual([at(9)]);
  expect(selectUndoName(store.getState())).toBe('set key');
});

test('undo and redo go through everything, details too, and a new step forgets what was undone', () => {
  store.dispatch(applyEdit(setKey(1, 100)));
  store.dispatch(changeDetails({ title: 'Glass of tea' }));
  store.dispatch(applyEdit(setKey(9, 300)));
  store.dispatch(undo());
  store.dispatch(undo());
  expect(now().document.work!.details!.title).toBe('Tea glass');
  expect(keysOf().map((key) => key.frame)).toEqual([1]);
  expect(selectRedoName(store.getState())).toBe('title');
  store.dispatch(redo());
  expect(now().document.work!.details!.title).toBe('Glass of tea');
  store.dispatch(applyEdit(setKey(5, 5)));
  expect(selectRedoName(store.getState())).toBeNull();
});

test('an edit that changes nothing is no step, and undoing nothing is harmless', () => {
  store.dispatch(undo());
  store.dispatch(redo());
  store.dispatch(changeDetails({ title: 'Tea glass' }));
  expect(now().document.history.steps).toEqual([]);
});

test('undoing all of any run of edits brings back the work as it was, redoing all as it became', () => {
  const anyEdit = fc.oneof(
    fc
      .record({ frame: fc.integer({ min: 1, max: 25 }), value: fc.integer({ min: -99, max: 999 }) })
      .map(({ frame, value }) => setKey(frame, value)),
    fc.constantFrom<EditRequest>(
      { operation: 'setLeave', args: [[at(1), at(9)], 'linear'] },
      { operation: 'deleteKeys', args: [[at(9)]] },
      { operation: 'moveKeys', args: [[at(1)], 3, 10] },
      { operation: 'setScene', args: [{ range: { first: 1, last: 40 } }] },
      { operation: 'setSubject', args: ['glass', { name: 'Glass' }] },
    ),
  );
  fc.assert(
    fc.property(fc.array(anyEdit, { maxLength: 12 }), (edits) => {
      const own = createStore();
      own.dispatch(opened({ source: { kind: 'draft', id: 'd1' }, stored: stored({ details: null }) }));
      const before = own.getState().document.work;
      for (const edit of edits) own.dispatch(applyEdit(edit));
      const after = own.getState().document.work;
      const steps = own.getState().document.history.done;
      for (let i = 0; i < steps; i++) own.dispatch(undo());
      expect(own.getState().document.work).toEqual(before);
      for (let i = 0; i < steps; i++) own.dispatch(redo());
      expect(own.getState().document.work).toEqual(after);
    }),
    { numRuns: 40 },
  );
});

test('history keeps its latest steps and lets the oldest go', () => {
  for (let value = 1; value <= HISTORY_LIMIT + 5; value++) store.dispatch(applyEdit(setKey(1, value)));
  expect(now().document.history.steps).toHaveLength(HISTORY_LIMIT);
  for (let i = 0; i < HISTORY_LIMIT; i++) store.dispatch(undo());
  expect(keysOf()[0]!.value).toBe(5);
});

test('a gesture under way is shown but not kept; letting go of it leaves the work alone', () => {
  store.dispatch(applyEdit(setKey(9, 300)));
  store.dispatch(previewEdit({ operation: 'moveKeys', args: [[at(9)], 4, 0] }));
  expect(selectShownKeys(store.getState())).toEqual([at(13)]);
  expect(channelOf(selectShownMotion(store.getState())!, X.subjectId, X.channelId).keys[0]!.frame).toBe(13);
  expect(keysOf()[0]!.frame).toBe(9);
  store.dispatch(previewEdit(null));
  expect(selectShownMotion(store.getState())).toBe(now().document.work!.motion);
});

test('a key that gives way is named, and the name goes with the next selection', () => {
  store.dispatch(applyEdit(setKey(1, 0)));
  store.dispatch(applyEdit(setKey(9, 300)));
  store.dispatch(applyEdit({ operation: 'moveKeys', args: [[at(1)], 8] }));
  expect(now().gesture.gaveWay).toEqual([at(9)]);
  store.dispatch(keysSelected({ keys: [] }));
  expect(now().gesture.gaveWay).toEqual([]);
});

test('a key on the rest frame is refused with the reason, and nothing changes', () => {
  store.dispatch(applyEdit({ operation: 'setScene', args: [{ restFrame: 0 }] }));
  const before = now().document.work;
  store.dispatch(applyEdit(setKey(0, 1)));
  expect(now().gesture.refused).toMatch(/^Frame 0 is kept/);
  expect(now().document.work).toBe(before);
  store.dispatch(applyEdit(setKey(1, 1)));
  expect(now().gesture.refused).toBeNull();
});

test('selections add and take away with Shift, follow the keys, and lose those that are gone', () => {
  for (const frame of [1, 9, 17]) store.dispatch(applyEdit(setKey(frame, frame)));
  store.dispatch(keysSelected({ keys: [at(1)] }));
  store.dispatch(keysSelected({ keys: [at(9)], add: true }));
  store.dispatch(keysSelected({ keys: [at(1)], add: true }));
  expect(now().selection.keys).toEqual([at(9)]);
  store.dispatch(applyEdit({ operation: 'deleteKeys', args: [[at(9)]] }));
  expect(now().selection.keys).toEqual([]);
  store.dispatch(keysSelected({ keys: [at(17)] }));
  store.dispatch(undo());
  expect(now().selection.keys).toEqual([at(17)]);
  store.dispatch(subjectSelected('spoon'));
  expect(now()).toMatchObject({ selection: { subjectId: 'spoon', channelId: null, keys: [] } });
});

test('the curve is about the chosen channel, else the first keyed one, else the first', () => {
  expect(selectActiveChannel(store.getState())!.id).toBe('position.x');
  store.dispatch(
    applyEdit({ operation: 'setKeys', args: [3, [{ subjectId: 'glass', channelId: 'rotation', value: 5 }]] }),
  );
  expect(selectActiveChannel(store.getState())!.id).toBe('rotation');
  expect(selectKeyedChannels(store.getState()).map((channel) => channel.id)).toEqual(['rotation']);
  store.dispatch(keysSelected({ keys: [{ ...X, frame: 1 }] }));
  expect(selectActiveChannel(store.getState())!.id).toBe('position.x');
});

test('only values that differ change; with Record off a moving channel is asked about, a still one is not', () => {
  const motion = createMotion([
    {
      ...createSubject('glass', 'Glass', LOOK, { x: 0, y: 50 }),
      channels: [createChannel('position.x', 0, [createKey(1, 0), createKey(9, 80)]), createChannel('position.y', 50)],
    },
  ]);
  const values = [
    { ...X, value: 80 },
    { ...X, channelId: 'position.y' as const, value: 60 },
  ];
  const changed = changedValues(motion, values, 9);
  expect(changed).toEqual([values[1]]);
  expect(editForValues(motion, true, changed, 9)).toEqual({ operation: 'setKeys', args: [9, changed] });
  expect(editForValues(motion, false, changed, 9)).toEqual({ operation: 'setResting', args: [changed] });
  expect(editForValues(motion, false, values, 9)).toBeNull();
  store.dispatch(recordToggled());
  expect(now().posing.record).toBe(false);
});

test('work with limits refuses what is beyond them and says why, in the preview too, also opened anew', () => {
  store.dispatch(limited({ ...USUAL_LIMITS, channels: ['position.x'], maxKeys: 2 }));
  store.dispatch(applyEdit(setKey(1, 100)));
  store.dispatch(applyEdit(setKey(9, 300)));
  store.dispatch(previewEdit(setKey(17, 400)));
  expect(now().gesture.preview).toEqual(now().document.work!.motion);
  store.dispatch(applyEdit(setKey(17, 400)));
  expect(now().gesture.refused).toBe('The exercise allows 2 keys in all.');
  store.dispatch(applyEdit({ operation: 'setKeys', args: [1, [{ ...X, channelId: 'rotation', value: 9 }]] }));
  expect(now().gesture.refused).toContain('leaves position x to you');
  store.dispatch(applyEdit({ operation: 'setScene', args: [{ range: { first: 1, last: 90 } }] }));
  expect([now().gesture.refused, now().document.work!.motion.range.last]).toEqual(['The exercise sets the range.', 25]);
  expect(keysOf().map((key) => key.frame)).toEqual([1, 9]);
  store.dispatch(opened({ source: { kind: 'exercise', id: 'e1' }, stored: stored() }));
  expect(now().document.limits?.maxKeys).toBe(2);
  store.dispatch(opened({ source: { kind: 'exercise', id: 'e2' }, stored: stored() }));
  expect(now().document.limits).toBeNull();
});

test('a detail set to nothing is not said any more, and undo says it again', () => {
  store.dispatch(changeDetails({ loops: true }));
  store.dispatch(changeDetails({ loops: undefined }));
  expect('loops' in now().document.work!.details!).toBe(false);
  expect(selectUndoName(store.getState())).toBe('loop or once');
  store.dispatch(undo());
  expect(now().document.work!.details!.loops).toBe(true);
});
