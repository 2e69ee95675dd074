import { expect, test } from 'vitest';
import { createMotion, createSubject, findChannel } from '../document/document.ts';
import { boxOfLook, type DrawnLine, type Look, sizedLook } from '../document/look.ts';
import { type MotionDocument, parseMotion } from '../document/schema.ts';
import {
  addDrawing,
  drawingUp,
  drawLine,
  exposeDrawings,
  holdDrawing,
  removeDrawing,
  setLine,
} from './set-drawings.ts';

const line = (x: number): DrawnLine => ({
  closed: false,
  points: [0, x].map((at) => ({ x: at, y: 0, in: { x: 0, y: 0 }, out: { x: 0, y: 0 } })),
});
const LOOK: Look = { shape: 'drawn', widthPx: 10, heightPx: 10, fill: '#9a6b00', drawings: [{ lines: [line(10)] }] };

/** Steam of one drawing, and then one on 9 and one on 17. */
function steam(): MotionDocument {
  const one = createMotion([createSubject('steam', 'Steam', LOOK, { x: 0, y: 0 })]);
  return addDrawing(addDrawing(one, 'steam', 9, 'copy').motion, 'steam', 17, 'empty').motion;
}
const keysOf = (motion: MotionDocument): [number, number][] =>
  findChannel(motion.subjects[0]!, 'drawing')!.keys.map(({ frame, value }) => [frame, value]);
const linesOf = (motion: MotionDocument): number[] =>
  motion.subjects[0]!.look.drawings!.map(({ lines }) => lines.length);

test('a new drawing is up from its frame on, the first from the beginning; a copy has lines already', () => {
  const motion = steam();
  expect([keysOf(motion), linesOf(motion)]).toEqual([[[1, 1], [9, 2], [17, 3]], [1, 1, 0]]); // prettier-ignore
  expect([1, 8, 9, 16, 17, 25].map((frame) => drawingUp(motion, 'steam', frame))).toEqual([1, 1, 2, 2, 3, 3]);
  expect(parseMotion(motion).ok).toBe(true);
});

test('a line goes onto the drawing that is up; where none is, onto a new one from there on', () => {
  const drawn = drawLine(steam(), 'steam', 12, line(40)).motion;
  expect([linesOf(drawn), keysOf(drawn)]).toEqual([[1, 2, 0], keysOf(steam())]);
  // The look is as large as its largest drawing, about the middle.
  expect(drawn.subjects[0]!.look.widthPx).toBe(80);
  const blank = { ...steam() };
  blank.subjects = blank.subjects.map((subject) => ({
    ...subject,
    channels: subject.channels.map((channel) =>
      channel.id === 'drawing'
        ? { ...channel, keys: channel.keys.with(0, { ...channel.keys[0]!, value: 0 }) }
        : channel,
    ),
  }));
  const begun = drawLine(blank, 'steam', 3, line(5)).motion;
  expect([drawingUp(blank, 'steam', 3), drawingUp(begun, 'steam', 3), linesOf(begun)]).toEqual([0, 4, [1, 1, 0, 1]]);
});

test('a line is changed and taken out by its place', () => {
  const changed = setLine(steam(), 'steam', [2, 0], line(3)).motion;
  expect(changed.subjects[0]!.look.drawings![1]!.lines[0]!.points[1]!.x).toBe(3);
  expect(linesOf(setLine(changed, 'steam', [2, 0], null).motion)).toEqual([1, 0, 0]);
  expect(() => setLine(changed, 'steam', [3, 0], null)).toThrow('no line');
});

test('a drawing goes with the keys that show it; the only one stays', () => {
  const left = removeDrawing(steam(), 'steam', 10).motion;
  expect([keysOf(left), linesOf(left)]).toEqual([[[1, 1], [17, 2]], [1, 0]]); // prettier-ignore
  const only = removeDrawing(left, 'steam', 20).motion;
  expect(removeDrawing(only, 'steam', 1).refused).toMatch('only drawing');
});

test('a drawing is held for longer, those after come later; all go on twos', () => {
  expect(keysOf(holdDrawing(steam(), 'steam', 4, 11).motion).map(([frame]) => frame)).toEqual([1, 12, 20]);
  expect(holdDrawing(steam(), 'steam', 20, 3).refused).toMatch('until the end');
  expect(keysOf(exposeDrawings(steam(), 'steam', 2).motion).map(([frame]) => frame)).toEqual([1, 3, 5]);
});

test('a drawn look of another size is drawn larger', () => {
  const wide = sizedLook(LOOK, 30, 10);
  expect(boxOfLook(wide)).toEqual({ left: 0, top: 0, right: 30, bottom: 0 });
});

test('so many drawn points are refused as a whole, those of what it becomes among them', () => {
  const long = { ...line(10), points: Array.from({ length: 2000 }, () => line(1).points[0]!) };
  const look: Look = { ...LOOK, morphTo: { lines: Array.from({ length: 21 }, () => long) } };
  const motion = createMotion([createSubject('steam', 'Steam', look, { x: 0, y: 0 })]);
  const parsed = parseMotion(motion);
  expect(parsed.ok ? [] : parsed.issues.map(({ message }) => message)).toEqual([
    'The drawings of a motion have at most 40000 points in all.',
  ]);
});
