import fc from 'fast-check';
import { expect, test } from 'vitest';
import { channelOf, createChannel, createKey, createMotion, createSubject } from '../document/document.ts';
import type { Channel, Key, Leave, MotionDocument } from '../document/schema.ts';
import {
  bakeKeys,
  copyKeys,
  duplicateKeys,
  evenKeys,
  insertTime,
  joinPosition,
  keepRestFrame,
  type KeyRef,
  makeHold,
  pasteKeys,
  removeTime,
  reverseKeys,
  rippleKeys,
  setKeys,
  setOutside,
  setWobble,
  snapKeys,
  splitPosition,
  stretchAbout,
  thinKeys,
  withKeyAt,
} from '../index.ts';
import { sampleChannel } from '../sampling/sample.ts';
import { TRACKS, trackValues } from '../sampling/track.ts';

const LOOK = { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' } as const;
const X = { subjectId: 'rack', channelId: 'position.x' } as const;

function motionWith(x: Key[], y: Key[] = []): MotionDocument {
  const subject = createSubject('rack', 'Rack', LOOK, { x: 0, y: 0 });
  const channels = subject.channels.map((channel): Channel =>
    channel.id === 'position.x'
      ? createChannel('position.x', 0, x)
      : channel.id === 'position.y'
        ? createChannel('position.y', 0, y)
        : channel,
  );
  return { ...createMotion([{ ...subject, channels }]), range: { first: 1, last: 48 } };
}

const straight = (...frames: number[]): Key[] =>
  frames.map((frame) => createKey(frame, frame * 10, { leave: 'linear' }));
const xOf = (motion: MotionDocument): Key[] => channelOf(motion, X.subjectId, X.channelId).keys;
const framesOf = (motion: MotionDocument): number[] => xOf(motion).map((key) => key.frame);
const at = (...frames: number[]): KeyRef[] => frames.map((frame) => ({ ...X, frame }));

test('keys stretch about a frame, handles with them; stretched back they are where they were', () => {
  const motion = motionWith([
    createKey(1, 0, { link: 'broken', out: { frames: 3, value: 5 } }),
    createKey(9, 80),
    createKey(17, 20),
  ]);
  const wide = stretchAbout(motion, at(1, 9, 17), 1, 1.5);
  expect(framesOf(wide.motion)).toEqual([1, 13, 25]);
  expect(xOf(wide.motion)[0]!.out).toEqual({ frames: 4.5, value: 5 });
  expect(stretchAbout(wide.motion, at(1, 13, 25), 1, 1 / 1.5).motion).toEqual(motion);
  expect(stretchAbout(motion, at(17), 1, 0.5).gaveWay).toEqual(at(9));
});

test('time put in is taken out again, and what comes after ripples along', () => {
  const motion = { ...motionWith(straight(1, 9, 17)), cues: [{ frame: 9, name: 'contact' }] };
  const longer = insertTime(motion, 5, 4).motion;
  expect([framesOf(longer), longer.range.last, longer.cues[0]!.frame]).toEqual([[1, 13, 21], 52, 13]);
  expect(removeTime(longer, 5, 8).motion).toEqual(motion);
  const shorter = removeTime(motion, 8, 10);
  expect([framesOf(shorter.motion), shorter.gaveWay, shorter.motion.cues]).toEqual([[1, 14], at(9), []]);
  expect(rippleKeys(motion, 9, -8).gaveWay).toEqual(at(1));
});

test('copied keys are merged in, put in the place of others, or let in between them', () => {
  const motion = motionWith(straight(1, 5, 9, 13));
  const clip = copyKeys(motion, at(1, 5));
  expect(framesOf(pasteKeys(motion, clip, 7, 'merge').motion)).toEqual([1, 5, 7, 9, 11, 13]);
  const replaced = pasteKeys(motion, clip, 7, 'replace');
  expect([framesOf(replaced.motion), replaced.gaveWay]).toEqual([[1, 5, 7, 11, 13], at(9)]);
  expect(framesOf(pasteKeys(motion, clip, 7, 'insert').motion)).toEqual([1, 5, 7, 11, 14, 18]);
  expect(duplicateKeys(motion, at(1, 5), 9)).toMatchObject({ gaveWay: at(9, 13), keys: at(9, 13) });
  expect(pasteKeys(motion, copyKeys(motion, []), 7)).toEqual({ motion, keys: [], gaveWay: [] });
});

const anyLeave = fc.constantFrom<Leave[]>('linear', 'curve', 'cubic-in', 'sine-out', 'back-in-out');
const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 0, max: 6 }).map((k) => 1 + 8 * k),
      value: fc.integer({ min: -300, max: 300 }),
      leave: anyLeave,
      link: fc.constantFrom<Key['link'][]>('auto', 'flat', 'broken'),
      reach: fc.integer({ min: 0, max: 6 }),
    }),
    { selector: (key) => key.frame, minLength: 2, maxLength: 7 },
  )
  .map((parts) =>
    parts
      .sort((a, b) => a.frame - b.frame)
      .map(({ frame, value, leave, link, reach }) =>
        createKey(frame, value, { leave, link, in: { frames: -reach, value: 20 }, out: { frames: reach, value: -30 } }),
      ),
  );

test('reversed, the motion runs backward frame for frame, and reversed twice it is as it was', () => {
  fc.assert(
    fc.property(anyKeys, (keys) => {
      const motion = motionWith(keys);
      const refs = keys.map((key) => ({ ...X, frame: key.frame }));
      const backward = reverseKeys(motion, refs);
      const [first, last] = [keys[0]!.frame, keys.at(-1)!.frame];
      for (let frame = first; frame <= last; frame += 0.5) {
        expect(sampleChannel(channelOf(backward.motion, 'rack', 'position.x'), first + last - frame)).toBeCloseTo(
          sampleChannel(channelOf(motion, 'rack', 'position.x'), frame),
          6,
        );
      }
      expect(framesOf(reverseKeys(backward.motion, backward.keys).motion)).toEqual(framesOf(motion));
    }),
    { numRuns: 60 },
  );
});

test('keys snap to whole frames with each rounding told; two on one frame are not lost silently', () => {
  const snapped = snapKeys(motionWith([createKey(1, 0), createKey(8.6, 1), createKey(9.2, 2)]), at(1, 8.6, 9.2));
  expect(framesOf(snapped.motion)).toEqual([1, 9]);
  expect(snapped.gaveWay).toEqual(at(8.6));
  expect(snapped.roundings.map((key) => Number(key.roundingFrames.toFixed(3)))).toEqual([0.4, -0.2]);
});

test('a hold stays where the key is and goes on from its end as before; keys inside give way', () => {
  const held = makeHold(motionWith(straight(1, 9, 12, 25)), at(9), 6);
  expect(xOf(held.motion).map((key) => [key.frame, key.value, key.leave])).toEqual([
    [1, 10, 'linear'],
    [9, 90, 'step'],
    [15, 90, 'linear'],
    [25, 250, 'linear'],
  ]);
  expect(held.gaveWay).toEqual(at(12));
});

test('a key put into a curve or a straight line changes nothing; into a named ease next to nothing', () => {
  fc.assert(
    fc.property(anyKeys, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (keys, share) => {
      const channel = createChannel('position.x', 0, keys);
      const frame = Math.round((keys[0]!.frame + share * (keys.at(-1)!.frame - keys[0]!.frame)) * 1000) / 1000;
      const cut = withKeyAt(channel, frame);
      const from = keys.findLastIndex((key) => key.frame <= frame);
      const { leave } = keys[from]!;
      const way = Math.abs(keys[from + 1]!.value - keys[from]!.value);
      // An ease that goes back on itself is too much for one curve: there only the key itself is right.
      const allowed =
        leave === 'curve' || leave === 'linear' ? 1e-4 : leave === 'back-in-out' ? Infinity : 0.03 * way + 1e-5;
      for (let f = keys[0]!.frame; f <= keys.at(-1)!.frame; f += 0.25) {
        expect(Math.abs(sampleChannel(cut, f) - sampleChannel(channel, f))).toBeLessThan(allowed);
      }
      expect(sampleChannel(cut, frame)).toBeCloseTo(sampleChannel(channel, frame), 9);
    }),
    { numRuns: 60 },
  );
});

test('position split and joined again has keys of both on the same frames and moves as before', () => {
  const motion = motionWith(
    [createKey(1, 0), createKey(25, 600)],
    [createKey(1, 0, { leave: 'linear' }), createKey(13, 90)],
  );
  const apart = splitPosition(motion, 'rack').motion;
  expect(apart.subjects[0]!.positionJoined).toBe(false);
  const joined = joinPosition(apart, 'rack');
  for (const id of ['position.x', 'position.y'] as const) {
    const channel = channelOf(joined.motion, 'rack', id);
    expect(channel.keys.map((key) => key.frame)).toEqual([1, 13, 25]);
    for (let frame = 1; frame <= 25; frame += 0.5)
      expect(sampleChannel(channel, frame)).toBeCloseTo(sampleChannel(channelOf(motion, 'rack', id), frame), 6);
  }
});

test('a key on one axis keys the other as it is where both are keyed together, and nowhere else', () => {
  const motion = motionWith([createKey(1, 0), createKey(25, 600)], [createKey(1, 0), createKey(25, 90)]);
  const keyed = setKeys(motion, 13, [{ ...X, value: 200 }]);
  expect(keyed.keys.map((key) => key.channelId)).toEqual(['position.x', 'position.y']);
  const y = channelOf(keyed.motion, 'rack', 'position.y');
  for (let frame = 1; frame <= 25; frame++)
    expect(sampleChannel(y, frame)).toBeCloseTo(sampleChannel(channelOf(motion, 'rack', 'position.y'), frame), 6);
  expect(setKeys(splitPosition(motion, 'rack').motion, 13, [{ ...X, value: 200 }]).keys).toHaveLength(1);
  expect(setKeys(motionWith(straight(1, 25)), 13, [{ ...X, value: 200 }]).keys).toHaveLength(1);
  expect(setKeys(motionWith(straight(1, 25), straight(1, 20)), 13, [{ ...X, value: 200 }]).keys).toHaveLength(1);
});

test('a named ease is cut to join x and y without moving any frame by 0.01 px', () => {
  const motion = motionWith(
    [createKey(1, 0, { leave: 'elastic-out' }), createKey(25, 600)],
    [createKey(1, 0), createKey(9, 50), createKey(25, 90)],
  );
  const joined = joinPosition(splitPosition(motion, 'rack').motion, 'rack').motion;
  expect(framesOf(joined)).toEqual(channelOf(joined, 'rack', 'position.y').keys.map((key) => key.frame));
  for (const id of ['position.x', 'position.y'] as const) {
    for (let frame = 1; frame <= 25; frame++)
      expect(
        Math.abs(
          sampleChannel(channelOf(joined, 'rack', id), frame) - sampleChannel(channelOf(motion, 'rack', id), frame),
        ),
      ).toBeLessThan(0.01);
  }
});

test('evened out, the speed along the way is the same between all keys', () => {
  const motion = motionWith([
    createKey(1, 0, { leave: 'linear' }),
    createKey(5, 300, { leave: 'linear' }),
    createKey(21, 400, { leave: 'linear' }),
    createKey(25, 400),
  ]);
  const even = evenKeys(motion, 'rack', 'position', 1, 21);
  expect(framesOf(even.motion)).toEqual([1, 16, 21, 25]);
  const channel = channelOf(even.motion, 'rack', 'position.x');
  const steps = Array.from({ length: 20 }, (_, i) => sampleChannel(channel, i + 2) - sampleChannel(channel, i + 1));
  for (const step of steps) expect(step).toBeCloseTo(20, 6);
});

test('even speed is even along the motion that results, however it curved before and wherever it is keyed', () => {
  const motion = motionWith(
    [createKey(1, 0), createKey(9, 300), createKey(33, 100)],
    [createKey(1, 0), createKey(21, 200), createKey(33, 500)],
  );
  const subject = motion.subjects[0]!;
  const { motion: even, keys } = evenKeys(motion, 'rack', 'position', 1, 33);
  expect(new Set(keys.map((key) => key.channelId)).size).toBe(2);
  const at = (frame: number) => trackValues(even.subjects[0]!, TRACKS[0]!, frame);
  const speeds = Array.from({ length: 320 }, (_, i) => {
    const [a, b] = [at(1 + i / 10), at(1 + (i + 0.01) / 10)];
    return Math.hypot(b[0]! - a[0]!, b[1]! - a[1]!) * 1000;
  });
  for (const speed of speeds) expect(speed).toBeCloseTo(speeds[0]!, 1);
  for (const frame of [1, 9, 21, 33]) {
    const asked = trackValues(subject, TRACKS[0]!, frame);
    const places = keys.map((key) => at(key.frame));
    expect(places.some((place) => Math.hypot(place[0]! - asked[0]!, place[1]! - asked[1]!) < 1e-6)).toBe(true);
  }
});

test('thinned, no frame is off by more than asked, and idle keys go', () => {
  const idle = thinKeys(motionWith(straight(1, 5, 9, 20)), X, 0);
  expect(framesOf(idle.motion)).toEqual([1, 20]);
  fc.assert(
    fc.property(anyKeys, fc.integer({ min: 0, max: 60 }), (keys, epsilon) => {
      const motion = motionWith(keys);
      const thin = channelOf(thinKeys(motion, X, epsilon).motion, 'rack', 'position.x');
      for (let frame = 1; frame <= 48; frame++)
        expect(
          Math.abs(sampleChannel(thin, frame) - sampleChannel(channelOf(motion, 'rack', 'position.x'), frame)),
        ).toBeLessThanOrEqual(epsilon + 1e-9);
    }),
    { numRuns: 30 },
  );
});

test('a recording of many hundred frames is thinned at once, within what was asked', () => {
  const recorded = Array.from({ length: 1200 }, (_, i) =>
    createKey(1 + i, 300 * Math.sin(i / 9) + 40 * Math.sin(i / 3.1), { leave: 'curve', link: 'auto' }),
  );
  const motion = { ...motionWith(recorded), range: { first: 1, last: 1200 } };
  const { motion: thin, gaveWay } = thinKeys(motion, X, 2.5);
  expect(gaveWay.length).toBeGreaterThan(600);
  const channel = channelOf(thin, 'rack', 'position.x');
  for (const { frame, value } of recorded)
    expect(Math.abs(sampleChannel(channel, frame) - value)).toBeLessThanOrEqual(2.5 + 1e-9);
});

test('baked on twos there is a held key on every drawing, with the values it had', () => {
  const base = motionWith(straight(1, 49));
  const motion = {
    ...base,
    range: { first: 1, last: 9 },
    subjects: base.subjects.map((subject) => ({ ...subject, exposure: 2 })),
  };
  const baked = bakeKeys(setWobble(motion, X, null).motion, X);
  expect(xOf(baked.motion).map((key) => [key.frame, Number(key.value.toFixed(9)), key.leave])).toEqual(
    [1, 3, 5, 7, 9].map((frame) => [frame, frame * 10, 'step']),
  );
  expect(baked.gaveWay).toEqual(at(49));
});

test('a key on the rest frame is refused with the reason, anything else is not', () => {
  const motion = { ...motionWith(straight(1, 5)), restFrame: 0 };
  const refused = keepRestFrame(motion, setKeys(motion, 0, [{ ...X, value: 1 }]));
  expect(refused).toMatchObject({ motion, refused: 'Frame 0 is kept for the untouched starting pose: no keys there.' });
  const set = setKeys(motion, 3, [{ ...X, value: 1 }]);
  expect(keepRestFrame(motion, set)).toBe(set);
  expect(
    channelOf(setOutside(motion, X, 'after', { kind: 'repeat', count: 2 }).motion, 'rack', 'position.x').after,
  ).toEqual({ kind: 'repeat', count: 2 });
  expect(
    setOutside(setOutside(motion, X, 'after', { kind: 'repeat', count: 2 }).motion, X, 'after', null).motion,
  ).toEqual(motion);
});
