import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { HOPS, pea, WAY } from '../../testing/hopping-pea.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { straight } from '../../testing/worked-scenes.ts';
import { createKey, leastEdits, type MotionDocument, type Reading, readTake } from '../index.ts';

const model = pea(WAY, HOPS);
const target = { motion: model, tolerances: { keyFrames: 1, spacingPercent: 5 } };
const read = (take: MotionDocument): Reading => readTake(target, take);
const said = (take: MotionDocument): string[] => read(take).findings.map(({ sentence }) => sentence);

test('a coordinate that never moves, or moves where it ought not, is told once; the other is read by itself', () => {
  const still = pea([], HOPS);
  const missing = read(still);
  expect(missing.findings).toMatchObject([{ kind: 'track-never-keyed', severity: 'strong', expected: 280, mends: 1 }]);
  expect(missing.findings[0]!.sentence).toBe('The pea does not move across; the target does, by 280 px.');
  expect(missing.proposedGrade).toBeLessThan(60);
  // What is shown beside it is off by all of it: 280 of hypot(280, 200) px at the end.
  expect(missing.tracks[0]!.raw.worstPercent).toBeCloseTo((-380 / Math.hypot(280, 200)) * 100, 5);
  const late = HOPS.map((key) => ({ ...key, frame: key.frame + 3 }));
  expect(said(pea([], late))).toEqual([
    'The pea does not move across; the target does, by 280 px.',
    'Everything is 3 frames late.',
  ]);
  const level = { ...target, motion: pea(WAY, []) };
  const sunk = pea(WAY, straight([5, 0], [15, 60]));
  expect(readTake(level, sunk).findings.map(({ sentence }) => sentence)).toEqual([
    'The pea moves up and down too, by 60 px; the target does not.',
  ]);
  expect(readTake(level, KEYINGS['baked']!(sunk, createDice(1))).findings).toMatchObject([{ kind: 'track-extra' }]);
});

test('what a coordinate does between its own keys is seen where it passes those of the other', () => {
  const [a, b, c] = WAY;
  expect(said(pea([a!, { ...b!, leave: 'cubic-out' }, c!], HOPS))).toEqual([
    expect.stringMatching(/^Across: no even start and no even finish from 21 to 33: it leaves fast and arrives slowly/),
  ]);
  // By hand: at 27, half way in time, it is at 260 − 20 in place of 320.
  expect(said(pea([a!, b!, createKey(27, 240, { leave: 'linear' }), c!], HOPS))[0]).toMatch(/80 px|from 21 to 33/);
});

test('a key of one coordinate that lies elsewhere than the other’s is late by itself, and put back by itself', () => {
  const [a, ...rest] = WAY;
  const take = pea([{ ...a!, frame: 11 }, ...rest], HOPS);
  expect(said(take)).toEqual(['Across: the pea starts 6 frames late: frame 11 instead of 5.']);
  expect(leastEdits(target, take).edits.map(({ sentence }) => sentence)).toEqual([
    'Move the key of position x of the pea on 11 to 5.',
  ]);
  const [b, c] = [WAY[1]!, WAY[2]!];
  expect(said(pea([WAY[0]!, b, { ...c, frame: 37, value: 340 }], HOPS))).toEqual([
    "Across: the pea is 40 px away from the target's pose at frame 33.",
    'Across: the pea arrives 4 frames late: frame 37 instead of 33.',
  ]);
});

test('in a recording each coordinate is looked for in its own time', () => {
  const record = (take: MotionDocument): string[] => said(KEYINGS['baked']!(take, createDice(1)));
  const [a, ...rest] = WAY;
  expect(record(pea([{ ...a!, frame: 10 }, ...rest], HOPS))).toEqual([
    'Across: the pea starts 5 frames late: frame 10 instead of 5.',
  ]);
  // However late: it stands until then.
  const longer = straight([5, 100], [33, 380]);
  const far = KEYINGS['tracked']!(pea([{ ...longer[0]!, frame: 23 }, longer[1]!], HOPS), createDice(3));
  expect(readTake({ ...target, motion: pea(longer, HOPS) }, far).findings[0]!.sentence).toMatch(
    /^Across: the pea starts 18(\.5)? frames late/,
  );
  const high = HOPS.map((key) => (key.frame === 27 ? { ...key, frame: 29 } : key));
  expect(record(pea(WAY, high))).toEqual([expect.stringMatching(/reaches the extreme 2 frames late: frame 29/)]);
  // Eased otherwise across, it is on time all the same.
  expect(record(pea([{ ...a!, leave: 'cubic-in' }, ...rest], HOPS)).join()).not.toMatch(/late|early|away from/);
});

test('all poses off by the same are told once, and moved at once', () => {
  const low = pea(
    WAY,
    HOPS.map((key) => ({ ...key, value: key.value + 30 })),
  );
  expect(said(low)).toEqual(['The pea is 30 px lower than the target, throughout.']);
  expect(leastEdits(target, low).edits.map(({ sentence }) => sentence)).toEqual([
    'Add position y −30 px to all keys of position.',
  ]);
  const further = WAY.map((key, i) => ({ ...key, value: key.value + (i > 0 ? 60 : 0) }));
  const left = read(pea(further, HOPS));
  expect(left.findings.map(({ sentence }) => sentence)).toContain(
    'The pea is 60 px further right than the target, from frame 21 on.',
  );
});

test('a coordinate that does not do its last way has not come late, and that way is keyed by itself', () => {
  const take = pea(WAY.slice(0, 2), HOPS);
  for (const keying of ['as keyed', 'baked'])
    expect(said(KEYINGS[keying]!(take, createDice(1)))[0]).toMatch(/^The pea is 12\d(\.\d)? px away .* at frame 33\.$/);
  expect(said(take)).toHaveLength(1);
  expect(leastEdits(target, take).edits.map(({ sentence }) => sentence)).toEqual(['Key position x 380 px on 33.']);
});
