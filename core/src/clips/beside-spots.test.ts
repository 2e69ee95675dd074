import { expect, test } from 'vitest';
import { CLIP_MOTIONS, makeClip } from '../../testing/clip-scenes.ts';
import { groundOf, judgeClip } from '../../testing/judge-clips.ts';
import { createKey, createKeyedSubject, createMotion } from '../motion/index.ts';
import { USUAL_TOLERANCES } from '../reading/index.ts';
import type { ClipPicture } from './clip-picture.ts';
import { readTrackAgainst } from './clip-take.ts';
import { GroundSampler } from './still-ground.ts';
import { ClipFollower, placesOfTrack, trackOf, turnsOfTrack } from './track-clip.ts';
import type { ClipTrack } from './track-schema.ts';

const [SLIDE, , , SWING] = CLIP_MOTIONS as [(typeof CLIP_MOTIONS)[0], unknown, unknown, (typeof CLIP_MOTIONS)[0]];

test('by difference from a still ground the pan is followed over a busy wall, small, in noise and on twos', () => {
  for (const conditions of [{}, { busy: true }, { noise: 10 }, { exposure: 2 }, { size: 0.35 }])
    for (const motion of [SLIDE, SWING]) {
      const judged = judgeClip(motion, conditions, 'difference');
      expect(judged.offPercent).toBeLessThan(1);
      expect(judged.invented).toEqual([]);
      if (motion === SLIDE) expect(judged.missed).toEqual([]);
    }
});

test('what moves is found without being pointed at; where nothing moves nothing is', () => {
  const clip = makeClip(SLIDE, { noise: 6 });
  const sampler = new GroundSampler();
  for (const picture of clip.pictures) sampler.see(picture);
  const spot = sampler.propose(sampler.ground()!)!;
  const truth = clip.truth[spot.picture]!;
  expect(Math.hypot(spot.x - truth.x, spot.y - truth.y)).toBeLessThan(8);
  const still = new GroundSampler();
  for (let i = 0; i < 20; i++) still.see(clip.pictures[0]!);
  expect(still.propose(still.ground()!)).toBeNull();
  expect(new GroundSampler().ground()).toBeNull();
});

test('what does not differ from the ground is refused in words', () => {
  const clip = makeClip(SLIDE);
  const follower = new ClipFollower([{ x: 20, y: 20, by: 'difference', picture: 0 }], { ground: groundOf(clip) });
  expect(() => follower.see(clip.pictures[0]!, 0)).toThrow(/does not differ from the ground/);
});

test('pointed at in the middle of a clip, it is followed back and forth from there', () => {
  const clip = makeClip(SWING);
  for (const by of ['colour', 'look'] as const) {
    const follower = new ClipFollower([{ ...clip.truth[20]!, by, picture: 20 }]);
    clip.pictures.forEach((picture, i) => follower.see(picture, i / 24));
    const track = trackOf(follower);
    expect(track.frames).toHaveLength(clip.pictures.length);
    const off = track.frames.map(({ x, y }, i) => Math.hypot(x - clip.truth[i]!.x, y - clip.truth[i]!.y));
    expect(Math.max(...off)).toBeLessThan(0.01 * clip.span);
  }
  expect(() => new ClipFollower([{ x: 1, y: 1, picture: 900 }])).toThrow(RangeError);
});

test('a shaking camera is taken out by a spot that stands still: no event is invented, places stay as decoded', () => {
  const clip = makeClip(SLIDE, { shake: 5, busy: true });
  const shaken = (still: boolean): ReturnType<typeof trackOf> => {
    const spot = { x: 300 + clip.truth[0]!.x - SLIDE.at(0).x, y: 130, by: 'look' as const, picture: 0 };
    const follower = new ClipFollower([{ ...clip.first, by: 'colour', picture: 0 }], still ? { still: [spot] } : {});
    clip.pictures.forEach((picture, i) => follower.see(picture, i / 24));
    return trackOf(follower);
  };
  const track = shaken(true);
  expect(track.events.map(({ kind }) => kind)).toEqual(['sets-off', 'comes-to-rest']);
  track.events.forEach(({ frame }, i) => expect(Math.abs(frame - SLIDE.events[i]!)).toBeLessThanOrEqual(1));
  const offOf = (own: ClipTrack): number => {
    const places = placesOfTrack(own);
    const first = SLIDE.at(0);
    return Math.max(
      ...places.map(({ x, y }, i) => {
        const truth = SLIDE.at(i);
        return Math.hypot(x - places[0]!.x - (truth.x - first.x), y - places[0]!.y - (truth.y - first.y));
      }),
    );
  };
  expect(offOf(track)).toBeLessThan(0.01 * clip.span);
  expect(offOf(shaken(false))).toBeGreaterThan(0.02 * clip.span);
  track.frames.forEach(({ x }, i) => expect(Math.abs(x - clip.truth[i]!.x)).toBeLessThan(1.5));
});

const RED = [190, 60, 40] as const;
const GREEN = [40, 140, 70] as const;

/** Two discs on an arm that turns by so many degrees over 24 pictures, and stretches to so many times its length. */
function turningArm(degrees: number, stretches: number): { pictures: ClipPicture[]; red: number[]; green: number[] } {
  const [width, height] = [240, 180];
  const pictures = Array.from({ length: 25 }, (_, i) => {
    const turn = ((degrees * i) / 24 / 180) * Math.PI;
    const reach = 50 * (1 + ((stretches - 1) * i) / 24);
    const tip = { x: 110 + reach * Math.cos(turn), y: 90 + reach * Math.sin(turn) };
    const pixels = new Uint8ClampedArray(4 * width * height).fill(230);
    for (let at = 0; at < width * height; at++) {
      const [x, y] = [(at % width) + 0.5, Math.floor(at / width) + 0.5];
      const colour = Math.hypot(x - 110, y - 90) < 11 ? RED : Math.hypot(x - tip.x, y - tip.y) < 9 ? GREEN : null;
      if (colour) pixels.set(colour, 4 * at);
    }
    return { width, height, pixels };
  });
  return { pictures, red: [110, 90], green: [160, 90] };
}

function followArm(degrees: number, stretches: number): ReturnType<typeof trackOf> {
  const { pictures, red, green } = turningArm(degrees, stretches);
  const follower = new ClipFollower([{ x: red[0]!, y: red[1]!, by: 'colour', picture: 0 }], {
    second: [{ x: green[0]!, y: green[1]!, by: 'colour', picture: 0 }],
  });
  pictures.forEach((picture, i) => follower.see(picture, i / 24));
  return trackOf(follower);
}

test('a second spot says how it turns, more than once round too, and how large it is', () => {
  for (const [degrees, stretches] of [
    [90, 1],
    [-540, 1],
    [40, 1.4],
  ] as const) {
    const turns = turnsOfTrack(followArm(degrees, stretches))!;
    turns.forEach((turn, i) => {
      expect(Math.abs(turn.degrees - (degrees * i) / 24)).toBeLessThan(1.5);
      expect(Math.abs(turn.size - (1 + ((stretches - 1) * i) / 24))).toBeLessThan(0.03);
    });
  }
});

test('turning is read against a model that turns: as it should no finding, half as far one of its rotation', () => {
  const arm = createKeyedSubject(
    'arm',
    'Arm',
    { shape: 'box', widthPx: 100, heightPx: 20, fill: '#c8451b' },
    { x: 440, y: 270 },
    {
      // A clip is laid over by what moves in it.
      'position.x': [createKey(1, 440, { leave: 'linear' }), createKey(25, 440)],
      rotation: [createKey(1, 0, { leave: 'linear' }), createKey(25, 90)],
    },
  );
  const motion = createMotion([arm]);
  const read = (degrees: number): (string | null)[] => {
    const registration = { subjectId: 'arm', scale: 4, shift: { x: 0, y: -90 } };
    const target = { motion, tolerances: USUAL_TOLERANCES };
    return readTrackAgainst(followArm(degrees, 1), registration, target).findings.map(({ track }) => track);
  };
  expect(read(90)).toEqual([]);
  expect(read(45)).toContain('rotation');
});

test('several parts are followed in one clip, each read for itself: the one that is late is named', () => {
  const part = (id: string, y: number, from: number): ReturnType<typeof createKeyedSubject> =>
    createKeyedSubject(
      id,
      id === 'lid' ? 'Lid' : 'Pot',
      { shape: 'disc', widthPx: 60, heightPx: 60, fill: '#c8451b' },
      { x: 100, y },
      {
        'position.x': [createKey(from, 100), createKey(from + 12, 500)],
        'position.y': [createKey(from, y), createKey(from + 12, y)],
      },
    );
  const motion = createMotion([part('pot', 100, 3), part('lid', 300, 5)]);
  const read = (lidLate: number): string[] => {
    const at = (i: number, from: number): number => {
      const t = Math.min(1, Math.max(0, (i + 1 - from) / 12));
      return 25 + 100 * t * t * (3 - 2 * t);
    };
    const pictures = Array.from({ length: 25 }, (_, i) => {
      const pixels = new Uint8ClampedArray(4 * 240 * 135).fill(225);
      for (let p = 0; p < 240 * 135; p++) {
        const [x, y] = [(p % 240) + 0.5, Math.floor(p / 240) + 0.5];
        if (Math.hypot(x - at(i, 3), y - 25) < 8) pixels.set(RED, 4 * p);
        if (Math.hypot(x - at(i, 5 + lidLate), y - 75) < 8) pixels.set(GREEN, 4 * p);
      }
      return { width: 240, height: 135, pixels };
    });
    const follower = new ClipFollower([{ x: 25, y: 25, picture: 0 }], {
      parts: [{ subjectId: 'lid', spots: [{ x: 25, y: 75, picture: 0 }] }],
    });
    pictures.forEach((picture, i) => follower.see(picture, i / 24));
    const registration = { subjectId: 'pot', scale: 4, shift: { x: 0, y: 0 } };
    const target = { motion, tolerances: USUAL_TOLERANCES };
    const { findings } = readTrackAgainst(trackOf(follower), registration, target);
    return findings.map(({ subjectId, kind }) => `${subjectId} ${kind}`);
  };
  expect(read(0)).toEqual([]);
  const late = read(3);
  expect(late.filter((finding) => finding.startsWith('lid'))).not.toEqual([]);
  expect(late.filter((finding) => finding.startsWith('pot'))).toEqual([]);
});

test('drawings that stand are no corners: on twos all that happens is found, and on threes nothing is invented', () => {
  for (const motion of CLIP_MOTIONS) {
    const twos = judgeClip(motion, { exposure: 2 });
    expect([twos.missed, twos.invented, twos.track.exposure]).toEqual([[], [], 2]);
    const threes = judgeClip(motion, { exposure: 3 });
    expect([threes.invented, threes.track.exposure]).toEqual([[], 3]);
  }
});
