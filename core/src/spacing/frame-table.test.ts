import { expect, test } from 'vitest';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  frameTable,
  type Key,
  type Subject,
  TRACKS,
} from '../index.ts';

const LOOK = { shape: 'glass', widthPx: 60, heightPx: 80, fill: '#c8451b' } as const;

function glass(x: Key[], y: Key[] = []): Subject {
  const subject = createSubject('glass', 'Tea glass', LOOK, { x: 0, y: 0 });
  return {
    ...subject,
    channels: [createChannel('position.x', 0, x), createChannel('position.y', 0, y), createChannel('rotation', 0, x)],
  };
}

const POSITION = TRACKS.find((track) => track.id === 'position')!;
const ROTATION = TRACKS.find((track) => track.id === 'rotation')!;

test('a straight move is even: no difference on any frame', () => {
  const rows = frameTable(
    glass([createKey(1, 0, { leave: 'linear' }), createKey(25, 600)]),
    ROTATION,
    createMotion().range,
  );
  expect(rows.length).toBe(25);
  expect(rows[0]).toEqual({ frame: 1, values: [0], step: null, even: null, difference: null, held: false });
  for (const row of rows.slice(1))
    expect([row.step, row.even, row.difference].map((value) => Math.round(value! * 1e9) / 1e9)).toEqual([25, 25, 0]);
});

test('on twos each drawing is up for two frames, and all of its step is on the first', () => {
  const onTwos = { ...glass([createKey(1, 0, { leave: 'linear' }), createKey(25, 600)]), exposure: 2 };
  const rows = frameTable(onTwos, ROTATION, createMotion().range);
  expect(rows.slice(0, 5).map(({ values, step, held }) => [values[0], step, held])).toEqual([
    [0, null, false],
    [0, 0, true],
    [50, 50, false],
    [50, 0, true],
    [100, 50, false],
  ]);
});

test('a smooth move from 0 to 600 steps 25.78 by frame 4, and what it lacks at its ends it has in its middle', () => {
  const rows = frameTable(
    glass([createKey(1, 0, { link: 'flat' }), createKey(25, 600, { link: 'flat' })]),
    ROTATION,
    createMotion().range,
  );
  expect(rows[3]!.values[0]).toBeCloseTo(25.78125, 9);
  expect(rows.slice(1).reduce((sum, row) => sum + row.difference!, 0)).toBeCloseTo(0, 9);
  expect(rows[1]!.difference!).toBeLessThan(-20);
  expect(rows[12]!.difference!).toBeGreaterThan(10);
});

test('a place is measured by the way it goes; outside its extremes there is no even spacing to tell', () => {
  const rows = frameTable(
    glass(
      [createKey(5, 0, { leave: 'linear' }), createKey(9, 30)],
      [createKey(5, 0, { leave: 'linear' }), createKey(9, 40)],
    ),
    POSITION,
    { first: 1, last: 12 },
  );
  expect(rows[6]!.step).toBeCloseTo(12.5, 9);
  expect(rows.filter((row) => row.even !== null).map((row) => row.frame)).toEqual([6, 7, 8, 9]);
  expect(rows[11]).toMatchObject({ step: 0, even: null, difference: null });
});
