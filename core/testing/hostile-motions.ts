import fc from 'fast-check';
import {
  type Channel,
  CHANNEL_IDS,
  type ChannelId,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  EASE_NAMES,
  type GuidePath,
  type Key,
  MotionDocument,
  type Subject,
  type Target,
} from '../src/index.ts';

/**
 * Documents that the schema accepts and nobody would make: what is expensive, or on the edge of what numbers can hold.
 */

const LIMIT = 100_000;
const HUGE = 1e9;
const LOOK = { shape: 'disc', widthPx: 90, heightPx: 30, fill: '#9a6b00' } as const;

const edge = (...values: number[]) => fc.constantFrom(...values);
const frame = fc.oneof(
  edge(-LIMIT, -LIMIT + 0.001, -1, 0, 1, 1.001, 1.5, 2, 24, 25, LIMIT - 0.001, LIMIT),
  fc.integer({ min: -30, max: 60 }),
  fc.integer({ min: -LIMIT, max: LIMIT }),
);
const value = fc.oneof(
  edge(-HUGE, HUGE, 0, 1, -1, 1e-300, -1e-300, 360, 0.5),
  fc.double({ min: -HUGE, max: HUGE, noNaN: true }),
  fc.integer({ min: -800, max: 800 }),
);
const leave = fc.constantFrom('step', 'linear', 'curve', ...EASE_NAMES);
const handle = fc.record({
  frames: fc.oneof(edge(0, 1e-12, -LIMIT, LIMIT), fc.double({ min: -50, max: 50, noNaN: true })),
  value,
});

const key: fc.Arbitrary<Key> = fc.record({
  frame,
  value,
  role: fc.constantFrom('extreme', 'breakdown', 'inbetween'),
  leave,
  in: handle,
  out: handle,
  link: fc.constantFrom('mirrored', 'aligned', 'broken', 'auto', 'flat'),
});

const outside = fc.option(
  fc.record({
    kind: fc.constantFrom('hold', 'repeat', 'repeat-offset', 'mirror', 'continue'),
    count: edge(0, 1, 3, 10_000),
  }),
  { nil: undefined },
);

const wobble = fc.option(
  fc.record({
    seed: fc.nat(),
    amplitude: value,
    periodFrames: edge(0.25, 3, LIMIT),
    roughness: edge(0, 0.5, 1),
    firstFrame: edge(-LIMIT, 1),
    lastFrame: edge(1, 30, LIMIT),
    fadeInFrames: edge(0, 5, LIMIT),
    fadeOutFrames: edge(0, 5, LIMIT),
  }),
  { nil: undefined, freq: 4 },
);

const channel = (id: ChannelId): fc.Arbitrary<Channel> =>
  fc.record({
    id: fc.constant(id),
    resting: value,
    before: outside,
    after: outside,
    wobble,
    keys: fc
      .uniqueArray(key, { maxLength: 8, selector: (one) => one.frame })
      .map((keys) => keys.toSorted((a, b) => a.frame - b.frame)),
  });

const pixels = fc.oneof(edge(-1e6, 1e6, 0), fc.integer({ min: -1000, max: 1000 }));
const point = fc.record({ x: pixels, y: pixels });
const guide = (id: string): fc.Arbitrary<GuidePath> =>
  fc.record({
    id: fc.constant(id),
    name: fc.constant('Way'),
    closed: fc.boolean(),
    points: fc.array(fc.record({ x: pixels, y: pixels, in: point, out: point }), { minLength: 2, maxLength: 12 }),
  });

const subject = (id: string, parents: readonly string[]): fc.Arbitrary<Subject> =>
  fc.uniqueArray(fc.constantFrom(...CHANNEL_IDS), { maxLength: 5 }).chain((ids) =>
    fc.record({
      id: fc.constant(id),
      name: fc.constantFrom('Whisk', 'Ladle', 'Lid'),
      look: fc.constant(LOOK),
      locked: fc.boolean(),
      visible: fc.boolean(),
      parentId: fc.constantFrom(null, ...parents),
      pivot: point,
      positionJoined: fc.boolean(),
      guide: fc.option(
        fc.record({
          pathId: fc.constant('way'),
          orient: fc.boolean(),
          angle: edge(-3600, 0, 45),
          lean: edge(0, 1, 10),
        }),
      ),
      exposure: fc.integer({ min: 1, max: 4 }),
      channels: fc.tuple(...ids.map(channel)),
    }),
  );

const range = fc.oneof(
  fc.constant({ first: 1, last: 25 }),
  fc.constant({ first: -LIMIT, last: LIMIT }),
  fc.constant({ first: LIMIT, last: LIMIT }),
  fc.tuple(fc.integer({ min: -60, max: 60 }), fc.nat(200)).map(([first, more]) => ({ first, last: first + more })),
);
const rate = fc.constantFrom(
  { num: 1, den: 1 },
  { num: 24, den: 1 },
  { num: 24000, den: 1001 },
  { num: 240, den: 1 },
  { num: 10_000_000, den: 41_667 },
);

/** Any document the schema takes, of few subjects and keys, at and about the limits of what they may say. */
export const anyMotion: fc.Arbitrary<MotionDocument> = fc
  .record({
    subjects: fc
      .tuple(subject('a', []), subject('b', ['a']), subject('c', ['a', 'b']))
      .chain((all) =>
        fc
          .subarray(all, { minLength: 1 })
          .map((some) => (some.includes(all[0]) && some.includes(all[1]) ? some : [all[0]])),
      ),
    guide: guide('way'),
    range,
    rate,
    restFrame: fc.option(fc.constantFrom(-LIMIT, 0, 1)),
  })
  .map(({ subjects, guide: way, ...rest }) =>
    MotionDocument.parse({ ...createMotion(subjects), ...rest, guides: [way] }),
  );

/** A motion and one made from it as a take might be: the same, another, or with parts of another. */
export const anyPair: fc.Arbitrary<{ target: Target; take: MotionDocument }> = fc
  .tuple(anyMotion, anyMotion, fc.nat(2), fc.option(fc.boolean(), { nil: undefined }))
  .map(([model, other, kind, loops]) => ({
    target: { motion: model, tolerances: { keyFrames: 1, spacingPercent: 5 }, loops },
    take: kind === 0 ? model : kind === 1 ? other : { ...model, subjects: other.subjects },
  }));

const subjectWith = (id: string, channels: Channel[], more: Partial<Subject> = {}): Subject => ({
  ...createSubject(id, `Dish ${id}`, LOOK, { x: 0, y: 0 }),
  ...more,
  channels,
});
const keysOn = (count: number, frameOf: (i: number) => number, more: Partial<Key> = {}): Key[] =>
  Array.from({ length: count }, (_, i) => createKey(frameOf(i), ((i * 7919) % 1009) - 500, more));
const WHOLE = { first: -LIMIT, last: LIMIT };

/** A path whose points and handles are thrown about the whole plane. */
function wildPath(id: string, count: number): GuidePath {
  const at = (i: number, k: number): number => (((i * 7919 + k * 104_729) % 2003) / 1001 - 1) * 999_000;
  const points = Array.from({ length: count }, (_, i) => ({
    x: at(i, 1),
    y: at(i, 2),
    in: { x: at(i, 3), y: at(i, 4) },
    out: { x: at(i, 5), y: at(i, 6) },
  }));
  return { id, name: 'Wild', closed: true, points };
}

const guided = (id: string, pathId: string): Subject =>
  subjectWith(id, [createChannel('travel', 0, [createKey(-LIMIT, 0), createKey(LIMIT, 1)])], {
    guide: { pathId, orient: true, angle: 0, lean: 10 },
  });

/** Named documents that are as costly as the schema lets them be, each in its own way. */
export const HOSTILE: Record<string, () => MotionDocument> = {
  'one guided subject with two keys as far apart as can be': () => ({
    ...createMotion([guided('whisk', 'way')]),
    guides: [wildPath('way', 12)],
  }),
  'the same over the whole range': () => ({
    ...createMotion([guided('whisk', 'way')]),
    range: WHOLE,
    guides: [wildPath('way', 12)],
  }),
  'a hundred guided subjects over the whole range': () => ({
    ...createMotion(Array.from({ length: 100 }, (_, i) => guided(`dish ${i}`, 'way'))),
    range: WHOLE,
    guides: [wildPath('way', 60)],
  }),
  'a path of two thousand wild points': () => ({
    ...createMotion([guided('whisk', 'way')]),
    guides: [wildPath('way', 2000)],
  }),
  'forty wild paths, each in use': () => ({
    ...createMotion(Array.from({ length: 40 }, (_, i) => guided(`dish ${i}`, `way ${i}`))),
    guides: Array.from({ length: 40 }, (_, i) => wildPath(`way ${i}`, 100)),
  }),
  'as many keys on one channel as there may be, within twenty frames': () =>
    createMotion([
      subjectWith('lid', [
        createChannel(
          'position.x',
          0,
          keysOn(20_000, (i) => 1 + i / 1000),
        ),
      ]),
    ]),
  'as many keys on two channels, a frame apart': () => ({
    ...createMotion([
      subjectWith(
        'lid',
        (['position.x', 'position.y'] as const).map((id) =>
          createChannel(
            id,
            0,
            keysOn(19_000, (i) => i - 9500, { leave: 'curve' }),
          ),
        ),
      ),
    ]),
    range: WHOLE,
  }),
  'in-betweens with nothing between them for the whole range': () => ({
    ...createMotion(
      Array.from({ length: 400 }, (_, i) =>
        subjectWith(
          `dish ${i}`,
          CHANNEL_IDS.map((id) =>
            createChannel(id, 0, [
              createKey(-LIMIT, 0),
              createKey(i / 10, 3, { role: 'inbetween' }),
              createKey(LIMIT, 900),
            ]),
          ),
        ),
      ),
    ),
    range: WHOLE,
  }),
  'five hundred subjects that all move alike': () =>
    createMotion(
      Array.from({ length: 500 }, (_, i) =>
        subjectWith(
          `dish ${i}`,
          (['position.x', 'position.y', 'rotation'] as const).map((id) =>
            createChannel(
              id,
              0,
              keysOn(12, (k) => 1 + k * 2 + i / 1000),
            ),
          ),
        ),
      ),
    ),
  'subjects hung on one another as deep as may be, each far too large': () => ({
    ...createMotion(
      Array.from({ length: 16 }, (_, i) =>
        subjectWith(
          `arm ${i}`,
          (['scale.x', 'scale.y', 'skew.x', 'rotation'] as const).map((id) =>
            createChannel(id, 1, [createKey(1, HUGE), createKey(2, -HUGE)]),
          ),
          { parentId: i === 0 ? null : `arm ${i - 1}` },
        ),
      ),
    ),
  }),
  'a dense recording of the whole range': () => ({
    ...createMotion([
      subjectWith('lid', [
        createChannel(
          'position.y',
          0,
          keysOn(20_000, (i) => i * 10 - LIMIT, { role: 'extreme' }),
        ),
      ]),
    ]),
    range: WHOLE,
  }),
  'values at the edge that go on beyond the keys': () => ({
    ...createMotion([
      subjectWith(
        'lid',
        (['position.x', 'position.y'] as const).map(
          (id) =>
            ({
              ...createChannel(id, 0, [
                createKey(1, -HUGE, { leave: 'circ-in' }),
                createKey(1.001, HUGE, { leave: 'linear' }),
                createKey(2, -HUGE),
              ]),
              before: { kind: 'continue', count: 0 },
              after: { kind: 'repeat-offset', count: 0 },
            }) as const,
        ),
      ),
    ]),
    range: WHOLE,
  }),
};
