import {
  channelOf,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type KeyRef,
  type MotionDocument,
  sampleChannel,
} from '@undulan/core';
import { beforeEach, expect, test } from 'vitest';
import { createStore, type Store } from '../state/index.ts';
import { closed, opened } from './document.slice.ts';
import { applyEdit, copySelected, leaveUnkeyed, previewEdit, undo } from './edits.ts';
import type { EditRequest } from './operations.ts';
import { unkeyedDropped } from './posing.slice.ts';
import { rowsChanged } from './rows.slice.ts';
import { PLAIN_ROWS } from './rows.ts';
import { keysSelected } from './selection.slice.ts';
import {
  selectKeyRows,
  selectOpenChannels,
  selectPictureMotion,
  selectShownMotion,
  selectUndoName,
} from './selectors.ts';

const LOOK = { shape: 'disc', widthPx: 90, heightPx: 30, fill: '#9a6b00' } as const;
const Y = { subjectId: 'bowl', channelId: 'position.y' } as const;

function belt(): MotionDocument {
  const dish = (id: string) => {
    const subject = createSubject(id, id, LOOK, { x: 0, y: 0 });
    return {
      ...subject,
      channels: subject.channels.map((channel) =>
        channel.id === 'position.y'
          ? createChannel('position.y', 0, [
              createKey(1, 0, { leave: 'linear' }),
              createKey(13, 120, { leave: 'linear' }),
              createKey(25, 240),
            ])
          : channel,
      ),
    };
  };
  return createMotion([dish('bowl'), dish('plate')]);
}

let store: Store;
const now = () => store.getState();
const open = (id: string): void =>
  void store.dispatch(
    opened({
      source: { kind: 'draft', id },
      stored: { version: 1, history: { first: 0, steps: [], done: 0 }, work: { motion: belt(), details: null } },
    }),
  );
const framesOf = (subjectId: string): number[] =>
  channelOf(now().document.work!.motion, subjectId, 'position.y').keys.map((key) => key.frame);
const run = (request: EditRequest): void => void store.dispatch(applyEdit(request));
const at = (frame: number, subjectId = 'bowl'): KeyRef => ({ ...Y, subjectId, frame });
const pictured = (frame: number): number =>
  sampleChannel(channelOf(selectPictureMotion(store.getState())!, 'bowl', 'position.y'), frame);

beforeEach(() => {
  store = createStore();
  open('d1');
});

test('an unkeyed change is what the picture shows on every frame; the motion and its keys stay as they are', () => {
  store.dispatch(leaveUnkeyed([{ ...Y, value: 77 }]));
  expect([1, 13, 20].map(pictured)).toEqual([77, 77, 77]);
  expect(sampleChannel(channelOf(selectShownMotion(store.getState())!, 'bowl', 'position.y'), 13)).toBe(120);
  expect(selectUndoName(store.getState())).toBeNull();
  store.dispatch(leaveUnkeyed([{ ...Y, value: 88 }]));
  expect(now().posing.unkeyed).toEqual([{ ...Y, value: 88 }]);
});

test('keying the channel ends an unkeyed change; moving its keys does not, nor does undo', () => {
  store.dispatch(
    leaveUnkeyed([
      { ...Y, value: 77 },
      { subjectId: 'plate', channelId: 'rotation', value: 5 },
    ]),
  );
  run({ operation: 'moveKeys', args: [[at(25)], 2] });
  expect(now().posing.unkeyed.length).toBe(2);
  store.dispatch(undo());
  expect(now().posing.unkeyed.length).toBe(2);
  run({ operation: 'setKeys', args: [7, [{ ...Y, value: 77 }]] });
  expect(now().posing.unkeyed.map((value) => value.channelId)).toEqual(['rotation']);
  store.dispatch(unkeyedDropped(null));
  expect(now().posing.unkeyed).toEqual([]);
});

test('a gesture at a channel shows itself instead of that channel’s unkeyed change', () => {
  store.dispatch(leaveUnkeyed([{ ...Y, value: 77 }]));
  store.dispatch(previewEdit({ operation: 'setKeys', args: [13, [{ ...Y, value: 150 }]] }));
  expect(pictured(13)).toBe(150);
  store.dispatch(previewEdit(null));
  expect(pictured(13)).toBe(77);
});

test('an unkeyed change of a subject that is not there is not taken over', () => {
  store.dispatch(leaveUnkeyed([{ subjectId: 'ladle', channelId: 'rotation', value: 5 }]));
  expect(now().posing.unkeyed).toEqual([]);
});

test('a locked row refuses a change of its keys in words and lets go of them; unlocked it takes it', () => {
  store.dispatch(keysSelected({ keys: [at(13), at(13, 'plate')] }));
  store.dispatch(rowsChanged({ locked: ['bowl/position.y'] }));
  expect(now().selection.keys).toEqual([at(13, 'plate')]);
  run({ operation: 'insertTime', args: [5, 3] });
  expect(now().gesture.refused).toBe('The row Position y is locked: unlock it to change its keys.');
  expect(framesOf('plate')).toEqual([1, 13, 25]);
  expect(selectOpenChannels(store.getState()).map((ref) => ref.subjectId)).toEqual(['plate']);
  store.dispatch(rowsChanged({ locked: [] }));
  run({ operation: 'insertTime', args: [5, 3] });
  expect([now().gesture.refused, framesOf('plate')]).toEqual([null, [1, 16, 28]]);
});

test('filters count the rows they hide, and ripple takes along what is shown alone', () => {
  expect(selectKeyRows(store.getState())).toMatchObject({ hiddenCount: 0 });
  store.dispatch(rowsChanged({ hidden: ['plate'] }));
  expect(selectKeyRows(store.getState())).toMatchObject({ hiddenCount: 2 });
  run({ operation: 'rippleFrom', args: [[at(13)], 4, selectOpenChannels(store.getState())] });
  expect([framesOf('bowl'), framesOf('plate')]).toEqual([
    [1, 17, 29],
    [1, 13, 25],
  ]);
  expect(now().selection.keys).toEqual([at(17)]);
  expect(selectUndoName(store.getState())).toBe('move keys and all after');
});

test('copied keys are kept when other work is opened, and are put down there', () => {
  store.dispatch(keysSelected({ keys: [at(13), at(25)] }));
  store.dispatch(copySelected());
  open('d2');
  run({ operation: 'pasteKeys', args: [now().carried.keys!, 5, 'merge'] });
  expect(framesOf('bowl')).toEqual([1, 5, 13, 17, 25]);
  expect(now().gesture.gaveWay).toEqual([]);
  run({ operation: 'pasteKeys', args: [now().carried.keys!, 13, 'merge'] });
  expect(now().gesture.gaveWay).toEqual([at(13), at(25)]);
});

test('what is arranged beside the motion is no step to undo, stays as others change it, and goes with it', () => {
  store.dispatch(rowsChanged({ folded: ['bowl'], solo: ['plate'] }));
  store.dispatch(leaveUnkeyed([{ ...Y, value: 77 }]));
  store.dispatch(keysSelected({ keys: [at(13, 'plate')] }));
  expect(selectUndoName(store.getState())).toBeNull();
  open('d1');
  expect(now()).toMatchObject({
    rows: { folded: ['bowl'], solo: ['plate'] },
    posing: { unkeyed: [{ ...Y, value: 77 }] },
    selection: { subjectId: 'plate', keys: [at(13, 'plate')] },
  });
  store.dispatch(closed());
  expect(now()).toMatchObject({ rows: PLAIN_ROWS, posing: { unkeyed: [] }, selection: { subjectId: null, keys: [] } });
});
