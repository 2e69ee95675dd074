import { createChannel, createKey, createMotion, createSubject, moveKeys, setKeys, type Subject } from '@undulan/core';
import { expect, test } from 'vitest';
import { isLocked, keyRows, lockedChange, openChannels, PLAIN_ROWS } from './rows.ts';

const LOOK = { shape: 'disc', widthPx: 80, heightPx: 20, fill: '#9a6b00' } as const;

function dish(id: string, locked = false): Subject {
  const subject = createSubject(id, id, LOOK, { x: 0, y: 0 });
  return {
    ...subject,
    locked,
    channels: subject.channels.map((channel) =>
      channel.id === 'position.x' || channel.id === 'rotation'
        ? createChannel(channel.id, 0, [createKey(1, 0), createKey(25, 90)])
        : channel,
    ),
  };
}

const BELT = createMotion([dish('counter', true), dish('bowl'), dish('plate')]);
const names = (state = PLAIN_ROWS, selected: string | null = null, motion = BELT): string[] =>
  keyRows(motion, state, selected).rows.map((row) => row.name);

test('every subject that can be keyed has a row with its keyed channels beneath; scenery has none', () => {
  expect(names()).toEqual(['bowl', 'bowl/position.x', 'bowl/rotation', 'plate', 'plate/position.x', 'plate/rotation']);
  expect(names(PLAIN_ROWS, null, createMotion([dish('counter', true), dish('bowl')]))).toEqual([
    'bowl/position.x',
    'bowl/rotation',
  ]);
});

test('what filters keep away is counted; folding keeps nothing away', () => {
  const hiding = (part: Partial<typeof PLAIN_ROWS>, selected: string | null = null): [number, number] => {
    const { rows, hiddenCount } = keyRows(BELT, { ...PLAIN_ROWS, ...part }, selected);
    return [rows.length, hiddenCount];
  };
  expect(hiding({ folded: ['bowl'] })).toEqual([4, 0]);
  expect(hiding({ hidden: ['bowl/rotation'] })).toEqual([5, 1]);
  expect(hiding({ hidden: ['plate'] })).toEqual([3, 3]);
  expect(hiding({ solo: ['bowl'] })).toEqual([3, 3]);
  expect(hiding({ onlySelected: true }, 'plate')).toEqual([3, 3]);
});

test('gestures over all rows reach folded rows, not hidden or locked ones', () => {
  const open = openChannels(
    BELT,
    { ...PLAIN_ROWS, folded: ['bowl'], locked: ['bowl/rotation'], hidden: ['plate/rotation'] },
    null,
  );
  expect(open.map((ref) => `${ref.subjectId}/${ref.channelId}`)).toEqual(['bowl/position.x', 'plate/position.x']);
  expect(isLocked({ ...PLAIN_ROWS, locked: ['bowl'] }, { subjectId: 'bowl', channelId: 'opacity' })).toBe(true);
});

test('a change of a locked row is found, by its own lock or its subject’s; a change beside it is none', () => {
  const rows = { ...PLAIN_ROWS, locked: ['plate', 'bowl/rotation'] };
  const moved = (subjectId: string, channelId: 'rotation' | 'position.x') =>
    moveKeys(BELT, [{ subjectId, channelId, frame: 25 }], 3).motion;
  expect(lockedChange(rows, BELT, moved('bowl', 'position.x'))).toBeNull();
  expect(lockedChange(rows, BELT, moved('bowl', 'rotation'))).toEqual({ subjectId: 'bowl', channelId: 'rotation' });
  expect(
    lockedChange(rows, BELT, setKeys(BELT, 9, [{ subjectId: 'plate', channelId: 'opacity', value: 50 }]).motion),
  ).toEqual({ subjectId: 'plate', channelId: 'opacity' });
});
