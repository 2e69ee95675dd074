import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { CLIP_MOTIONS, makeClip } from '../../testing/clip-scenes.ts';
import { judgeClip } from '../../testing/judge-clips.ts';
import { createKey, createKeyedSubject, createMotion } from '../motion/index.ts';
import { USUAL_TOLERANCES } from '../reading/index.ts';
import { bridgeGaps } from './bridge-gaps.ts';
import {
  apngSeconds,
  ClipFollower,
  type ClipTrack,
  mediaKindOf,
  placesOfTrack,
  proposeRegistration,
  rateOfTimes,
  readTrackAgainst,
  trackFileSchema,
  trackOf,
  writeTrackFile,
} from './index.ts';

const times = (count: number, fps: number, tick = 1e-6): number[] =>
  Array.from({ length: count }, (_, i) => Math.round(i / fps / tick) * tick);

test('a rate is read off the times of pictures, as finely as a file says them', () => {
  for (const fps of [8, 12, 24, 25, 30, 50, 60])
    for (const tick of [1e-6, 0.001, ...(fps <= 30 ? [0.01] : [])])
      expect(rateOfTimes(times(48, fps, tick))).toEqual({ rate: { num: fps, den: 1 }, isSteady: true });
  expect(rateOfTimes(times(120, 24000 / 1001)).rate).toEqual({ num: 24000, den: 1001 });
  expect(rateOfTimes(times(240, 30000 / 1001, 0.001)).rate).toEqual({ num: 30000, den: 1001 });
  // Not starting at nothing.
  expect(rateOfTimes(times(24, 25, 0.001).map((time) => time + 0.08)).rate).toEqual({ num: 25, den: 1 });
});

test('pictures that are left out, or stand as long as they like, are noticed', () => {
  const all = times(48, 24, 0.001);
  const some = all.filter((_, i) => i % 7 !== 3 && i % 5 !== 2);
  expect(rateOfTimes(some)).toEqual({ rate: { num: 24, den: 1 }, isSteady: false });
  const roll = [0.031, 0.047, 0.04, 0.052, 0.036, 0.044, 0.0405];
  let now = 0;
  const free = Array.from({ length: 60 }, (_, i) => (now += roll[i % roll.length]!));
  expect(rateOfTimes(free)).toEqual({ rate: { num: 24, den: 1 }, isSteady: false });
  expect(rateOfTimes([])).toEqual({ rate: { num: 24, den: 1 }, isSteady: true });
  expect(rateOfTimes([0.5], { num: 12, den: 1 }).rate).toEqual({ num: 12, den: 1 });
});

test.each(CLIP_MOTIONS)('followed by its colour and by its look: $name', (motion) => {
  // By its look one of them: that takes longest.
  for (const by of motion === CLIP_MOTIONS[1] ? (['colour', 'look'] as const) : (['colour'] as const)) {
    const judged = judgeClip(motion, {}, by);
    expect(judged.offPercent).toBeLessThan(1);
    expect(judged.missed).toEqual([]);
    expect(judged.invented).toEqual([]);
    expect(judged.track.rate).toEqual({ num: 24, den: 1 });
    expect(judged.track.exposure).toBe(1);
  }
});

test.each([
  { noise: 12 },
  { groundMoves: 3 },
  { cast: 1 },
  { exposure: 2 },
  { exposure: 3 },
  { shutter: 0.5 },
] as const)('a bounce is followed through %o', (conditions) => {
  const judged = judgeClip(CLIP_MOTIONS[1]!, conditions);
  expect(judged.offPercent).toBeLessThan(1);
  expect(judged.missed).toEqual([]);
  expect(judged.invented).toEqual([]);
  expect(judged.track.exposure).toBe('exposure' in conditions ? conditions.exposure : 1);
});

test('what a post hides is guessed, and said to be', () => {
  const judged = judgeClip(CLIP_MOTIONS[1]!, { post: true });
  expect(judged.guessed).toBeGreaterThan(0);
  expect(judged.guessed).toBeLessThan(6);
  expect(judged.missed).toEqual([]);
  const worst = judged.track.frames.filter(({ guessed }) => guessed).map(({ confidence }) => confidence);
  expect(Math.max(...worst)).toBeLessThan(0.5);
});

test('gaps are bridged on the way that what is seen before and after is on', () => {
  const measured = Array.from({ length: 20 }, (_, at) => ({
    at,
    value: 3 * at + 10,
    error: at >= 8 && at <= 11 ? Infinity : 0.1,
  }));
  for (const { at, value } of measured) expect(bridgeGaps(measured, 0.5)[at]!.value).toBeCloseTo(value, 1);
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.double({ min: -500, max: 500, noNaN: true }), fc.boolean())), (list) => {
      const own = list.map(([value, isSeen], at) => ({ at, value, error: isSeen ? 0.2 : Infinity }));
      return bridgeGaps(own, 1).every(({ value }) => Number.isFinite(value));
    }),
  );
});

const [slide] = CLIP_MOTIONS;

function slideTrack(late = 0): ClipTrack {
  const motion = { ...slide!, frames: 60, at: (frame: number) => slide!.at(frame - late) };
  const clip = makeClip(motion);
  const follower = new ClipFollower([{ ...clip.first, picture: 0 }]);
  clip.pictures.forEach((picture, i) => follower.see(picture, i / 24));
  return trackOf(follower);
}

type Keys = Parameters<typeof createKeyedSubject>[4];

/** An exercise on a stage twice as large as the clips. */
const exerciseOf = (frames: number, at: { x: number; y: number }, keys: Keys) => ({
  ...createMotion([
    createKeyedSubject('pan', 'Pan', { shape: 'disc', widthPx: 104, heightPx: 80, fill: '#c9782c' }, at, keys),
  ]),
  range: { first: 1, last: frames },
  stage: { widthPx: 1280, heightPx: 720, background: '#fffdf8', pixelsPerMetre: 100 },
});

/** Half a parabola from an apex, or to one, over so many frames: exactly a Bézier with handles of a third. */
const fall = (frames: number, height: number) => ({ frames: frames / 3, value: -(2 * height) / 3 });
const contact = (frame: number, value: number, frames: number, height: number) => {
  const out = fall(frames, height);
  return createKey(frame, value, { link: 'broken', in: { ...out, frames: -out.frames }, out });
};
const apex = (frame: number, value: number, frames: number) =>
  createKey(frame, value, {
    link: 'flat',
    in: { frames: -frames / 3, value: 0 },
    out: { frames: frames / 3, value: 0 },
  });

/** The slide of the clip: it sets off on frame 9 and rests on 37. */
const model = exerciseOf(
  60,
  { x: 200, y: 560 },
  {
    'position.x': [createKey(9, 200), createKey(37, 1040)],
    'position.y': [createKey(9, 560), createKey(37, 560)],
  },
);

/** The motions of the clips, keyed as one would. */
const KEYED = [
  { motion: CLIP_MOTIONS[0]!, exercise: { ...model, range: { first: 1, last: 48 } } },
  {
    motion: CLIP_MOTIONS[1]!,
    exercise: exerciseOf(
      48,
      { x: 180, y: 160 },
      {
        'position.x': [createKey(1, 180, { leave: 'linear' }), createKey(55, 180 + 54 * 19)],
        'position.y': Array.from({ length: 10 }, (_, i) =>
          i % 2 === 0 ? apex(1 + 6 * i, 160, 6) : contact(1 + 6 * i, 560, 6, 400),
        ),
      },
    ),
  },
  {
    motion: CLIP_MOTIONS[2]!,
    exercise: exerciseOf(
      40,
      { x: 520, y: 520 },
      {
        'position.x': [createKey(11, 520, { leave: 'linear' }), createKey(31, 760)],
        'position.y': [contact(11, 520, 10, 380), apex(21, 140, 10), contact(31, 520, 10, 380)],
      },
    ),
  },
];

test.each(KEYED)('of $motion.name, as the model does it, there is nothing to say but how it is shown', (keyed) => {
  for (const conditions of [{}, { exposure: 2 }, { post: true }]) {
    const clip = makeClip(keyed.motion, conditions);
    const follower = new ClipFollower([{ ...clip.first, picture: 0 }]);
    clip.pictures.forEach((picture, i) => follower.see(picture, i / 24));
    const { findings } = readAgainst(keyed.exercise, trackOf(follower));
    const expected = 'exposure' in conditions ? ['The pan is shown on twos; the exercise is set on ones.'] : [];
    expect(findings.map(({ sentence }) => sentence)).toEqual(expected);
  }
});

function readAgainst(exercise: typeof model, track: ClipTrack) {
  const registration = proposeRegistration(placesOfTrack(track), { width: 640, height: 360 }, exercise, 'pan');
  return readTrackAgainst(track, registration, { motion: exercise, tolerances: USUAL_TOLERANCES });
}
const readAgainstModel = (track: ClipTrack) => readAgainst(model, track);

test('a clip of the model itself gives nothing to say; a late one is late, by so many frames', () => {
  const right = slideTrack();
  expect(readAgainstModel(right).findings).toEqual([]);
  const late = slideTrack(4);
  const { findings } = readAgainstModel(late);
  expect(findings.length).toBeGreaterThan(0);
  expect(findings.every(({ kind }) => kind === 'key-late' || kind === 'tempo-differs')).toBe(true);
  const wrong = {
    ...right,
    frames: right.frames.map((frame, i) => ({ ...frame, seconds: i / 25 })),
    rate: { num: 25, den: 1 },
  };
  expect(readAgainstModel(wrong).findings.map(({ kind }) => kind)).toContain('rate-differs');
  // From when to when it is on stage a clip does not tell.
  const subjects = model.subjects.map((subject) => ({ ...subject, onStage: { first: 3, last: 50 } }));
  for (const track of [right, wrong])
    expect(readAgainst({ ...model, subjects }, track).findings).toEqual(readAgainstModel(track).findings);
});

test('nothing is said that rests on guessed frames', () => {
  const late = slideTrack(4);
  const blind = { ...late, frames: late.frames.map((frame) => ({ ...frame, guessed: true })) };
  const read = readAgainstModel(blind);
  expect(read.findings.filter(({ kind }) => kind === 'key-late')).toEqual([]);
  expect(read.ofClip!.leftOut).toBeGreaterThan(0);
});

test('a track as a file fits the schema that ships', async () => {
  // Written anew by `npx vitest run --project core clips -u`.
  await expect(`${JSON.stringify(trackFileSchema(), null, 1)}\n`).toMatchFileSnapshot(
    '../../../docs/track.schema.json',
  );
  const track = slideTrack();
  const file = { ...track, by: 'colour' as const, width: 640, height: 360, reading: readAgainstModel(track) };
  const check = new Ajv2020({ strict: false, validateFormats: false }).compile(trackFileSchema());
  expect(check(JSON.parse(writeTrackFile(file)))).toBe(true);
  expect(check({ ...file, frames: 'none' })).toBe(false);
});

test('what a clip is shows from its first bytes', () => {
  const bytes = (text: string) => Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  expect(mediaKindOf(bytes('GIF89a…'))).toBe('gif');
  expect(mediaKindOf(bytes('\x1a\x45\xdf\xa3rest'))).toBe('webm');
  expect(mediaKindOf(bytes('\0\0\0\x18ftypmp42'))).toBe('mp4');
  expect(mediaKindOf(bytes('<svg>'))).toBeNull();
  expect(mediaKindOf(new Uint8Array())).toBeNull();
});

test('an animated PNG says when its pictures are shown, exactly; what is broken says nothing', () => {
  const control = (num: number, den: number): number[] => [
    ...[0, 0, 0, 26, 0x66, 0x63, 0x54, 0x4c],
    ...Array.from({ length: 20 }, () => 0),
    ...[num >> 8, num & 255, den >> 8, den & 255],
    ...[0, 0, 0, 0, 0, 0],
  ];
  const file = Uint8Array.from([
    ...Array.from({ length: 8 }, () => 0),
    ...control(1, 24),
    ...control(1, 24),
    ...control(5, 0),
  ]);
  expect(apngSeconds(file)).toEqual([0, 1 / 24, 2 / 24]);
  expect(apngSeconds(file.subarray(0, 20))).toBeNull();
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => apngSeconds(bytes) === null || bytes.length > 33),
  );
});
