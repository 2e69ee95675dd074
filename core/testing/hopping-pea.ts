import { createKey, type Key, type MotionDocument } from '../src/index.ts';
import { sceneOf, straight, subjectWith } from './worked-scenes.ts';

/** A pea that hops twice: up and down as it is thrown, across evenly. */
export const HOPS: Key[] = [
  createKey(5, 400, { leave: 'quad-out' }),
  createKey(13, 200, { leave: 'quad-in' }),
  createKey(21, 400, { leave: 'quad-out' }),
  createKey(27, 290, { leave: 'quad-in' }),
  createKey(33, 400),
];
export const WAY: Key[] = straight([5, 100], [21, 260], [33, 380]);

export const pea = (x: Key[], y: Key[], last = 40): MotionDocument =>
  sceneOf([subjectWith('pea', { 'position.x': x, 'position.y': y })], last);
