import { expect, test } from 'vitest';
import { createMotion, createSubject } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import { addSubject, freeSubjectId, orderSubject, removeSubject, setSubject } from '../index.ts';

const LOOK = { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const tray = { ...createSubject('tray', 'Tray', LOOK, { x: 0, y: 0 }) };
const cup = { ...createSubject('cup', 'Cup', LOOK, { x: 0, y: -40 }), parentId: 'tray' };
const spoon = { ...createSubject('spoon', 'Spoon', LOOK, { x: 10, y: -60 }), parentId: 'cup' };
const counter = { ...createSubject('counter', 'Counter', LOOK, { x: 0, y: 400 }), locked: true };
const scene = createMotion([counter, tray, cup, spoon]);
const ids = (motion: MotionDocument): string[] => motion.subjects.map((subject) => subject.id);

test('a subject is added in front, in the middle of the stage, under an id of its own', () => {
  const { motion } = addSubject(scene, { id: freeSubjectId(scene), name: 'Plate', look: LOOK });
  expect(ids(motion)).toEqual(['counter', 'tray', 'cup', 'spoon', 'subject-5']);
  expect(motion.subjects[4]!.channels.find((channel) => channel.id === 'position.x')!.resting).toBe(480);
  expect(freeSubjectId(motion)).toBe('subject-6');
  expect(() => addSubject(motion, { id: 'cup', name: 'Cup', look: LOOK })).toThrow('already');
});

test('removing a subject lets go of what it carried; the last that can move stays', () => {
  const { motion } = removeSubject(scene, 'cup');
  expect(ids(motion)).toEqual(['counter', 'tray', 'spoon']);
  expect(motion.subjects[2]!.parentId).toBeNull();
  const alone = createMotion([counter, tray]);
  expect(removeSubject(alone, 'tray')).toMatchObject({
    motion: alone,
    refused: expect.stringContaining('at least one') as string,
  });
  expect(ids(removeSubject(alone, 'counter').motion)).toEqual(['tray']);
});

test('subjects go forward and back, and no further than there are places', () => {
  expect(ids(orderSubject(scene, 'tray', 1).motion)).toEqual(['counter', 'cup', 'tray', 'spoon']);
  expect(ids(orderSubject(scene, 'tray', -5).motion)).toEqual(['tray', 'counter', 'cup', 'spoon']);
  expect(ids(orderSubject(scene, 'spoon', 1).motion)).toEqual(ids(scene));
});

test('a subject’s own facts are changed; on stage always is said by nothing', () => {
  const shown = setSubject(scene, 'spoon', { exposure: 2, onStage: { first: 3, last: 9 } }).motion;
  expect(shown.subjects[3]).toMatchObject({ exposure: 2, onStage: { first: 3, last: 9 } });
  expect('onStage' in setSubject(shown, 'spoon', { onStage: undefined }).motion.subjects[3]!).toBe(false);
  expect(() => setSubject(scene, 'fork', {})).toThrow('no subject');
});
