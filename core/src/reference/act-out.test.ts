import { expect, test } from 'vitest';
import type { ClipTrack } from '../clips/index.ts';
import { eventsOfTrack } from '../clips/track-events.ts';
import { exposureOf } from '../clips/track-exposure.ts';
import { channelOf, createMotion, createSubject, parseMotion, sampleChannel } from '../motion/index.ts';
import { actOut, cuesOfTrack, fitOnStage, performanceOf } from './act-out.ts';
import { placeWhole } from './placement.ts';

const CAMERA = { num: 30, den: 1 };
const FILM = { num: 24, den: 1 };
const SIZE = { width: 640, height: 480 };

/** A hand that waits, falls as things do from 0.5 s on, hits at 1.1 s and stays; 30 pictures a second. */
function fallingHand(): ClipTrack {
  const frames = Array.from({ length: 60 }, (_, i) => {
    const s = Math.min(Math.max(0, i / 30 - 0.5), 0.6);
    return { seconds: i / 30, x: 320, y: 100 + 300 * (s / 0.6) ** 2, confidence: 1, guessed: false };
  });
  const events = eventsOfTrack(frames, exposureOf(frames));
  return { rate: CAMERA, isSteady: true, exposure: 1, frames, events };
}

const GLASS = createSubject(
  'glass',
  'Glass',
  { shape: 'disc', widthPx: 40, heightPx: 40, fill: '#7a4a9e' },
  { x: 0, y: 0 },
);
const motion = { ...createMotion([GLASS]), range: { first: 1, last: 48 } };
const onRuler = { rate: FILM, stage: motion.stage, size: SIZE };

test('contacts of what is followed are cues on the ruler, at another rate, start and speed', () => {
  const contact = (placement: ReturnType<typeof placeWhole>): number[] =>
    cuesOfTrack(fallingHand(), placement, FILM, ['contact', 'comes-to-rest']).map(({ frame }) => Math.round(frame));
  expect(contact(placeWhole(1, 2))).toEqual([27]);
  expect(contact({ ...placeWhole(10, 2), speed: 2 })).toEqual([23]);
  expect(contact({ ...placeWhole(1, 2), fromSeconds: 1 })).toEqual([3]);
  expect(contact({ ...placeWhole(1, 2), toSeconds: 1 })).toEqual([]);
});

test('what was done is keyed where it happens and goes as it went, within a hundredth of its way', () => {
  const track = fallingHand();
  const done = performanceOf(track, placeWhole(1, 2), onRuler)!;
  const { motion: acted, keys } = actOut(motion, 'glass', done);
  expect(parseMotion(acted).ok).toBe(true);
  const { scale, y: top } = fitOnStage(SIZE, motion.stage);
  const y = channelOf(acted, 'glass', 'position.y');
  expect(y.keys.filter(({ role }) => role === 'extreme').map(({ frame }) => frame)).toEqual([1, 13, 27, 48]);
  for (let frame = 1; frame <= 48; frame++) {
    const s = Math.min(Math.max(0, (frame - 1) / 24 - 0.5), 0.6);
    const truth = (100 + 300 * (s / 0.6) ** 2) * scale + top;
    expect(Math.abs(sampleChannel(y, frame) - truth)).toBeLessThan(0.016 * 300 * scale);
  }
  expect(keys.length).toBeLessThan(20);
});

test('keys outside of what was done stay, those within give way; nothing left of it is no performance', () => {
  const track = fallingHand();
  const late = performanceOf(track, { ...placeWhole(13, 2), fromSeconds: 0.5 }, onRuler)!;
  const before = actOut(motion, 'glass', performanceOf(track, placeWhole(1, 2), onRuler)!).motion;
  const { motion: after, gaveWay } = actOut(before, 'glass', {
    ...late,
    places: late.places.slice(0, 5),
    stops: [13, 17],
  });
  const frames = channelOf(after, 'glass', 'position.y').keys.map(({ frame }) => frame);
  expect(frames.filter((frame) => frame < 13)).toEqual([1]);
  expect(frames).toContain(17);
  expect(gaveWay.some(({ frame }) => frame === 13)).toBe(true);
  expect(performanceOf({ ...track, frames: track.frames.slice(0, 1) }, placeWhole(1, 2), onRuler)).toBeNull();
  expect(performanceOf(track, { ...placeWhole(1, 2), fromSeconds: 1.99, toSeconds: 2 }, onRuler)).toBeNull();
});
