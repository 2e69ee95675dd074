import { expect, test } from 'vitest';
import { foldersOf } from './class-files.ts';

const of = (exercise: string, learner: string, number = 1) => ({ exercise, learner, number });

test('each take has a folder of its own, and none leads out of the zip', () => {
  expect(foldersOf([of('Drawer slide', 'Ines Calado'), of('Drawer slide', 'Ines Calado', 2)])).toEqual([
    'Drawer slide/Ines Calado, take 1',
    'Drawer slide/Ines Calado, take 2',
  ]);
  const odd = foldersOf([of('../..', 'a/b\\c'), of('..', 'A B C'), of('.', 'a b c'), of('Tea: hot?', '\u0000')]);
  for (const folder of odd) expect(folder).toMatch(/^[^./][^/\\:?]*\/[^./][^/\\:?]*$/);
  expect(new Set(odd.map((folder) => folder.toLowerCase())).size).toBe(4);
});
