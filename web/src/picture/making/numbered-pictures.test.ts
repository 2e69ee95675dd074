import { expect, test } from 'vitest';
import { framesOfPictures, numberedPictures } from './numbered-pictures.ts';

const of = (...names: string[]) => numberedPictures(names.map((name) => ({ name, picture: name })));

test('pictures numbered alike are frames in the order of their numbers, wherever they lay', () => {
  const cups = of('shot/cup-0010.png', 'shot/cup-0009.png', 'shot/cup-0011.PNG')!;
  expect(cups.name).toBe('cup');
  expect(cups.frames.map(({ number }) => number)).toEqual([9, 10, 11]);
  expect(of('1.png', '2.png')!.name).toBe('Pictures');
});

test('what is not numbered alike is none: other names, one alone, a number twice, no picture', () => {
  expect(of('cup1.png', 'pan2.png')).toBeNull();
  expect(of('cup1.png')).toBeNull();
  expect(of('cup1.png', 'cup01.png')).toBeNull();
  expect(of('cup.png', 'cup1.png')).toBeNull();
  expect(of('cup1.png', 'cup2.txt')).toBeNull();
  expect(of()).toBeNull();
});

test('each for so many frames, or on the frames of their numbers', () => {
  const held = of('cup1.png', 'cup3.png', 'cup7.png')!;
  expect(framesOfPictures(held, { each: 2 }, 5)).toEqual([5, 7, 9]);
  expect(framesOfPictures(held, 'as-numbered', 5)).toEqual([5, 7, 11]);
});
