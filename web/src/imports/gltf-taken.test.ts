import { channelValue, createKey, createKeyedSubject, createMotion, readGltf, writeGltf } from '@undulan/core';
import { expect, test } from 'vitest';
import { guessGltf, movingNodes, takeGltf } from './gltf-taken.ts';

const look = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const RATE = { num: 24, den: 1 };
const motion = {
  ...createMotion([
    createKeyedSubject(
      'glass',
      'Glass',
      look,
      { x: 100, y: 200 },
      { 'position.x': [createKey(1, 100), createKey(25, 700)], rotation: [createKey(1, 0), createKey(25, 90)] },
    ),
    createKeyedSubject('tray', 'Tray', look, { x: 300, y: 300 }, {}),
  ]),
  range: { first: 1, last: 25 },
};
const file = (text = writeGltf(motion, 'Slide').text) => {
  const read = readGltf(new TextEncoder().encode(text));
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
};

test('a file of this program lies on the stage as it did, with what moves and no more', () => {
  const gltf = file();
  const mapping = guessGltf(gltf, RATE);
  expect(movingNodes(gltf.animations[0]!).map(({ name }) => name)).toEqual(['Glass']);
  expect(mapping).toMatchObject({ pxPerUnit: 100, origin: { x: 0, y: 0 }, view: 'front' });
  const made = takeGltf(gltf.animations[0]!, mapping, true);
  if (!made.ok) throw new Error('not taken');
  const [glass, ...more] = made.value.motion.subjects;
  expect(more).toEqual([]);
  expect(made.value.isDense).toBe(true);
  expect(made.value.gaveWay).toBeGreaterThan(made.value.keys / 2);
  for (let frame = 1; frame <= 25; frame++) {
    const own = motion.subjects[0]!;
    expect(Math.abs(channelValue(glass!, 'position.x', frame) - channelValue(own, 'position.x', frame))).toBeLessThan(
      2,
    );
    expect(Math.abs(channelValue(glass!, 'rotation', frame) - channelValue(own, 'rotation', frame))).toBeLessThan(0.4);
  }
  const all = takeGltf(gltf.animations[0]!, mapping, false);
  expect(all).toMatchObject({ ok: true, value: { gaveWay: 0 } });
});

test('any other is laid about the middle, at a round number of px a unit at which all of it is on the stage', () => {
  const other = file(writeGltf(motion, 'Slide').text.replace('"generator":"Undulan"', '"generator":"Other"'));
  const { pxPerUnit, origin } = guessGltf(other, RATE);
  expect(origin).toEqual({ x: 480, y: 270 });
  expect(Math.log10(pxPerUnit) % 1).toBeCloseTo(0, 9);
  expect(7 * pxPerUnit).toBeLessThanOrEqual(480);
});
