import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  bakeMotion,
  BEHAVIOURS,
  type Channel,
  channelSpeed,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  EASE_NAMES,
  EASE_SLOPES,
  EASES,
  type Key,
  type Leave,
  mixColours,
  type Outside,
  packColour,
  readLoop,
  sampleChannel,
  unpackColour,
  type Wobble,
} from '../index.ts';

const FILM = { num: 24, den: 1 };
const WOBBLE: Wobble = {
  seed: 7,
  amplitude: 4,
  periodFrames: 6,
  roughness: 0.5,
  firstFrame: 1,
  lastFrame: 60,
  fadeInFrames: 8,
  fadeOutFrames: 12,
};

function ramp(kind: Outside['kind'], count = 0): Channel {
  const keys = [createKey(1, 0, { leave: 'linear' }), createKey(11, 100, { leave: 'linear' })];
  return { ...createChannel('rotation', 0, keys), before: { kind, count }, after: { kind, count } };
}

const at = (channel: Channel, ...frames: number[]): number[] =>
  frames.map((frame) => Number(sampleChannel(channel, frame).toFixed(9)));

test('before and after its keys a channel holds, repeats, climbs on, goes back and forth or straight on', () => {
  expect(at(ramp('hold'), -4, 16)).toEqual([0, 100]);
  expect(at(ramp('repeat'), 14, 24, -4)).toEqual([30, 30, 50]);
  expect(at(ramp('repeat-offset'), 14, 24, -4)).toEqual([130, 230, -50]);
  expect(at(ramp('mirror'), 14, 24, -4)).toEqual([70, 30, 50]);
  expect(at(ramp('continue'), 16, -4)).toEqual([150, -50]);
});

test('with a count it stops after so many rounds, at what the last one ended with', () => {
  expect(at(ramp('repeat', 2), 30.9, 31, 99)).toEqual([99, 100, 100]);
  expect(at(ramp('repeat-offset', 2), 31, 99, -99)).toEqual([300, 300, -200]);
  expect(at(ramp('mirror', 1), 21, 99)).toEqual([0, 0]);
  expect(at(ramp('mirror', 2), 31, 99)).toEqual([100, 100]);
  expect(at(ramp('continue', 1), 21, 99)).toEqual([200, 200]);
});

const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: -40, max: 80 }),
      value: fc.integer({ min: -500, max: 500 }),
      leave: fc.constantFrom<Leave[]>('linear', 'curve', 'sine-in-out', 'back-out'),
    }),
    {
      selector: (key) => key.frame,
      minLength: 2,
      maxLength: 8,
    },
  )
  .map((parts) =>
    parts.sort((a, b) => a.frame - b.frame).map(({ frame, value, leave }) => createKey(frame, value, { leave })),
  );

test('there-and-back, climbing and straight-on motion never jumps; a repeat of a closed cycle does not either', () => {
  const kinds = fc.constantFrom<Outside['kind'][]>('mirror', 'repeat-offset', 'continue', 'repeat');
  fc.assert(
    fc.property(
      anyKeys,
      kinds,
      fc.integer({ min: 0, max: 3 }),
      fc.integer({ min: -300, max: 300 }),
      (keys, kind, count, frame) => {
        const closed =
          kind === 'repeat'
            ? keys.map((key, i): Key => (i === keys.length - 1 ? { ...key, value: keys[0]!.value } : key))
            : keys;
        const channel = { ...createChannel('rotation', 0, closed), before: { kind, count }, after: { kind, count } };
        const near = 1e-7;
        expect(Math.abs(sampleChannel(channel, frame + near) - sampleChannel(channel, frame - near))).toBeLessThan(
          0.01,
        );
      },
    ),
  );
});

test('baking equals sampling, also outside the keys and with a wobble', () => {
  fc.assert(
    fc.property(anyKeys, fc.constantFrom(...BEHAVIOURS), fc.boolean(), (keys, kind, wobbles) => {
      const channel: Channel = {
        ...createChannel('rotation', 0, keys),
        before: { kind, count: 2 },
        after: { kind, count: 0 },
        ...(wobbles && { wobble: WOBBLE }),
      };
      const subject = {
        ...createSubject('a', 'Whisk', { shape: 'box', widthPx: 40, heightPx: 40, fill: '#2456a6' }, { x: 0, y: 0 }),
        channels: [channel],
      };
      const column = bakeMotion(createMotion([subject]), { first: -120, last: 200 }).subjects['a']!.rotation!;
      column.forEach((value, i) => expect(Math.abs(value - sampleChannel(channel, i - 120))).toBeLessThan(1e-8));
    }),
    { numRuns: 40 },
  );
});

test('a wobble is the same for the same seed, within its amplitude, and nothing outside its frames', () => {
  const channel = { ...createChannel('position.y', 100), wobble: WOBBLE };
  const values = Array.from({ length: 200 }, (_, i) => sampleChannel(channel, i * 0.5) - 100);
  expect(
    Array.from({ length: 200 }, (_, i) => sampleChannel({ ...channel, wobble: { ...WOBBLE } }, i * 0.5) - 100),
  ).toEqual(values);
  expect(
    Array.from({ length: 200 }, (_, i) => sampleChannel({ ...channel, wobble: { ...WOBBLE, seed: 8 } }, i * 0.5) - 100),
  ).not.toEqual(values);
  expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(4);
  expect(Math.max(...values.map(Math.abs))).toBeGreaterThan(1);
  expect([0, 1, 60, 61].map((frame) => sampleChannel(channel, frame))).toEqual([100, 100, 100, 100]);
});

test('the printed figures of a wobble stay what they are: takes of old must play the same', () => {
  const channel = { ...createChannel('position.y', 0), wobble: WOBBLE };
  expect([10, 20.5, 33].map((frame) => Number(sampleChannel(channel, frame).toFixed(6)))).toMatchInlineSnapshot(`
    [
      -0.111577,
      0.086995,
      -1.056869,
    ]
  `);
});

test('every ease has its own slope as derivative', () => {
  const near = 1e-6;
  for (const name of EASE_NAMES) {
    for (const t of [0.07, 0.31, 0.49, 0.63, 0.88]) {
      expect(EASE_SLOPES[name](t), `${name} at ${t}`).toBeCloseTo(
        (EASES[name](t + near) - EASES[name](t - near)) / (2 * near),
        4,
      );
    }
  }
});

test('speed is known on both sides of a key, in units per second', () => {
  const keys = [
    createKey(1, 0, { leave: 'linear' }),
    createKey(13, 300, { leave: 'step' }),
    createKey(25, 600, { link: 'flat' }),
  ];
  expect(channelSpeed(createChannel('position.x', 0, keys), 13, FILM)).toEqual({ left: 600, right: 0 });
  expect(channelSpeed(ramp('repeat'), 21, FILM)).toEqual({ left: 240, right: 240 });
  expect(channelSpeed(ramp('mirror'), 11, FILM)).toEqual({ left: 240, right: -240 });
  expect(channelSpeed(ramp('hold'), 11, FILM)).toEqual({ left: 240, right: 0 });
  expect(channelSpeed(ramp('continue', 1), 21, FILM)).toEqual({ left: 240, right: 0 });
});

test('speed is the derivative of the value everywhere between keys, wobble included', () => {
  fc.assert(
    fc.property(
      anyKeys,
      fc.double({ min: -60, max: 140, noNaN: true }),
      fc.constantFrom(...BEHAVIOURS),
      (keys, frame, kind) => {
        fc.pre(keys.every((key) => Math.abs(key.frame - frame) > 0.01));
        const channel = {
          ...createChannel('rotation', 0, keys),
          before: { kind, count: 0 },
          after: { kind, count: 0 },
          wobble: WOBBLE,
        };
        const span = keys.at(-1)!.frame - keys[0]!.frame;
        const intoRound = Math.abs((frame - keys[0]!.frame) % span);
        fc.pre(
          Math.min(intoRound, span - intoRound) > 0.01 &&
            keys.every(
              (key) =>
                Math.abs(((key.frame - keys[0]!.frame) % span) - intoRound) > 0.01 &&
                Math.abs(span - ((key.frame - keys[0]!.frame) % span) - intoRound) > 0.01,
            ),
        );
        const near = 1e-5;
        const slope = (sampleChannel(channel, frame + near) - sampleChannel(channel, frame - near)) / (2 * near);
        const { left, right } = channelSpeed(channel, frame, FILM);
        expect(left / 24).toBeCloseTo(slope, 2);
        expect(right).toBeCloseTo(left, 6);
      },
    ),
  );
});

test('colours go through OKLab: ends exact, the middle neither grey nor dark', () => {
  expect([0, 1].map((share) => unpackColour(mixColours(packColour('#c8451b'), packColour('#0b7a6f'), share)))).toEqual([
    '#c8451b',
    '#0b7a6f',
  ]);
  expect(unpackColour(mixColours(0, 0xffffff, 0.5))).toBe('#636363');
  expect(unpackColour(mixColours(0xffff00, 0x0000ff, 0.5))).toBe('#6cabc7');
  const dial = createChannel('fill', 0, [
    createKey(1, packColour('#2456a6'), { leave: 'linear' }),
    createKey(11, packColour('#c8451b')),
  ]);
  expect(sampleChannel(dial, 6)).toBe(mixColours(packColour('#2456a6'), packColour('#c8451b'), 0.5));
  expect(sampleChannel({ ...dial, keys: dial.keys.map((key) => ({ ...key, leave: 'curve' as const })) }, 6)).toBe(
    mixColours(packColour('#2456a6'), packColour('#c8451b'), 0.5),
  );
});

test('a drawing stays until the next, however its key leaves', () => {
  const drawing = createChannel('drawing', 0, [createKey(1, 1, { leave: 'linear' }), createKey(5, 2)]);
  expect(at(drawing, 1, 4.9, 5, 9)).toEqual([1, 1, 2, 2]);
});

const ladle = (closingFrame: number, closing: Partial<Key> = {}): Channel =>
  createChannel('rotation', 0, [
    createKey(1, -30, { link: 'flat' }),
    createKey(13, 30, { link: 'flat' }),
    createKey(closingFrame, -30, { link: 'flat', ...closing }),
  ]);

test('a loop whose closing key is one past the range closes; on its last frame the first drawing plays twice', () => {
  const range = { first: 1, last: 24 };
  expect(readLoop(ladle(25), range, FILM)).toEqual({
    playsClosingFrame: false,
    valueGap: 0,
    speedGap: 0,
    closesInValue: true,
    closesInSpeed: true,
  });
  expect(readLoop(ladle(24), range, FILM)).toMatchObject({ playsClosingFrame: true, closesInValue: true });
  expect(readLoop(ladle(25, { value: -10 }), range, FILM)).toMatchObject({ closesInValue: false, valueGap: 20 });
  expect(readLoop(ladle(25, { link: 'broken', in: { frames: -4, value: 40 } }), range, FILM)).toMatchObject({
    closesInValue: true,
    closesInSpeed: false,
  });
  expect(readLoop(createChannel('rotation', 5), range, FILM).closesInValue).toBe(true);
});
