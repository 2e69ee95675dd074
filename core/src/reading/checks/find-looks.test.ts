import { expect, test } from 'vitest';
import { sceneOf, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { packColour, readTake } from '../../index.ts';

const tolerances = { keyFrames: 1, spacingPercent: 5 };

/** A flame whose drawings are up from these frames on. */
const drawings = (...keys: [frame: number, drawing: number][]) =>
  sceneOf([subjectWith('flame', { drawing: straight(...keys) })]);
const MODEL = drawings([1, 5], [6, 6], [12, 7], [14, 8], [20, 9]);

/** A hob dial that turns from one colour to another. */
const glowing = (...keys: [frame: number, colour: string][]) =>
  sceneOf([subjectWith('dial', { fill: straight(...keys.map(([f, c]): [number, number] => [f, packColour(c)])) })]);
const GLOWING = glowing([1, '#553311'], [13, '#ff6600'], [25, '#553311']);

const said = (model: Parameters<typeof readTake>[1], take: typeof model): string[] =>
  readTake({ motion: model, tolerances }, take).findings.map(({ kind, sentence }) => `${kind}: ${sentence}`);
const scores = (model: typeof MODEL, take: typeof MODEL): Record<string, number> =>
  Object.fromEntries(readTake({ motion: model, tolerances }, take).criteria.map(({ id, score }) => [id, score]));

test.each([
  [
    'another drawing',
    drawings([1, 5], [6, 6], [12, 8], [20, 9]),
    ['drawing-off: The flame shows drawing 8 where drawing 7 belongs, on frames 12–13.'],
  ],
  [
    'one drawing late',
    drawings([1, 5], [6, 6], [12, 7], [17, 8], [20, 9]),
    ['key-late: Drawing 8 of the flame comes 3 frames late: frame 17 instead of 14.'],
  ],
  [
    'all late',
    drawings([1, 5], [9, 6], [15, 7], [17, 8], [23, 9]),
    ['key-late: The drawings of the flame are 3 frames late throughout.'],
  ],
  ['a frame late', drawings([1, 5], [7, 6], [13, 7], [15, 8], [21, 9]), []],
  ['none', drawings([1, 5]), ['track-never-keyed: The drawings of the flame never change.']],
  [
    'one that stays',
    drawings([1, 5], [6, 6], [20, 9]),
    ['drawing-off: The flame shows drawing 6 where drawings 7 to 8 belong, on frames 12–19.'],
  ],
  [
    'keyed on every frame',
    drawings(
      ...Array.from({ length: 25 }, (_, i): [number, number] => [
        i + 1,
        i < 5 ? 5 : i < 11 ? 6 : i < 13 ? 7 : i < 19 ? 8 : 9,
      ]),
    ),
    [],
  ],
])('drawings: %s', (_, take, expected) => {
  expect(said(MODEL, take)).toEqual(expected);
});

test('colours are compared as they are seen: one that is hardly another is none', () => {
  expect(said(GLOWING, glowing([1, '#553311'], [13, '#ff6604'], [25, '#553311']))).toEqual([]);
  const [other, ...more] = said(GLOWING, glowing([1, '#553311'], [13, '#2266ff'], [25, '#553311']));
  expect(other).toMatch(/^colour-off: The fill of the dial is another colour on frames 3–23, most on 13: #2266ff/);
  expect(more).toEqual([]);
  expect(said(GLOWING, glowing([4, '#553311'], [16, '#ff6600'], [28, '#553311']))).toEqual([
    'key-late: The fill of the dial changes 3 frames late throughout.',
  ]);
});

test('wrong drawings cost poses, late ones timing', () => {
  expect(scores(MODEL, MODEL)).toMatchObject({ timing: 100, pose: 100 });
  const wrong = scores(MODEL, drawings([1, 5], [6, 6], [12, 8], [20, 9]));
  expect(wrong['pose']).toBeLessThan(60);
  expect(wrong['timing']).toBe(100);
  const late = scores(MODEL, drawings([1, 5], [9, 6], [15, 7], [17, 8], [23, 9]));
  expect(late['timing']).toBeLessThan(30);
});
