import { expect, test } from 'vitest';
import { found, sceneOf, soft, straight, subjectWith } from '../../../testing/worked-scenes.ts';
import { createKey, type Key, sampleChannel } from '../../motion/index.ts';

const KINDS = [
  'pose-off',
  'hold-moves',
  'held-not-moving',
  'start-not-slow',
  'start-too-slow',
  'finish-not-slow',
  'finish-too-slow',
  'spacing-off',
] as const;
const glass = (keys: Key[]) => sceneOf([subjectWith('glass', { 'position.x': keys })], 33);
const kinds = (target: Key[], take: Key[]): string[] =>
  found(glass(target), glass(take), KINDS).map(({ kind }) => kind);
const smooth = soft([1, 0], [25, 600]);
const even = straight([1, 0], [25, 600]);

test('an end without its ease, or with one nobody asked for, is named by its end', () => {
  expect(kinds(smooth, smooth)).toEqual([]);
  // A flat handle at one end; at the other one along the mean speed of 25 px a frame.
  const end = (frame: number, value: number, frames: number, rise: number): Key =>
    createKey(frame, value, { link: 'broken', in: { frames: -frames, value: -rise }, out: { frames, value: rise } });
  const startOnly = [end(1, 0, 8, 0), end(25, 600, 8, 200)];
  const finishOnly = [end(1, 0, 8, 200), end(25, 600, 8, 0)];
  expect(kinds(startOnly, even)).toEqual(['start-not-slow']);
  expect(kinds(finishOnly, even)).toEqual(['finish-not-slow']);
  expect(kinds(even, startOnly)).toEqual(['start-too-slow']);
  expect(kinds(even, finishOnly)).toEqual(['finish-too-slow']);
});

test('the exponential family leaves slowly, for all its step at the start; even is too fast beside it', () => {
  const target = [createKey(1, 0, { leave: 'expo-in' }), createKey(25, 600)];
  expect(kinds(target, even)).toEqual(['start-not-slow']);
  expect(kinds(even, target)).toEqual(['start-too-slow']);
});

test('on twos a key between two drawings is seen on the later: what is held up to it stands still and jumps', () => {
  const onTwos = (keys: Key[]) => sceneOf([subjectWith('glass', { 'position.x': keys }, { exposure: 2 })], 33);
  const target = soft([1, 0], [16, 400], [29, 250]);
  const take = target.map((key, i) => (i === 0 ? { ...key, leave: 'step' as const } : key));
  expect(found(onTwos(target), onTwos(take), KINDS).map(({ kind }) => kind)).toEqual(['held-not-moving']);
});

test('in-betweens on every frame hide nothing at the keys beside them', () => {
  const hops = (leave: Key['leave']): Key[] => [
    createKey(1, 400, { leave: 'quad-out' }),
    createKey(6, 230, { leave: 'quad-in' }),
    createKey(11, 400, { leave }),
    createKey(16, 230, { leave: 'quad-in' }),
    createKey(21, 400),
  ];
  const across = straight([1, 0], [21, 420]);
  const egg = (y: Key[]) => sceneOf([subjectWith('egg', { 'position.x': across, 'position.y': y })], 25);
  const y = { id: 'position.y' as const, resting: 0, keys: hops('linear') };
  const between = Array.from({ length: 21 }, (_, i) => {
    const key = y.keys.find(({ frame }) => frame === i + 1);
    return key
      ? { ...key, leave: 'linear' as const }
      : createKey(i + 1, sampleChannel(y, i + 1), { leave: 'linear', role: 'inbetween' });
  });
  // Told of the end that is worse; the sentence has both.
  expect(found(egg(hops('quad-out')), egg(between), [...KINDS, 'contact-floats']).map(({ kind }) => kind)).toEqual([
    'finish-not-slow',
  ]);
});

test('a pose is off by its distance; a hold that moves and a way that is held are told apart', () => {
  expect(found(glass(smooth), glass(soft([1, 0], [25, 540])), KINDS)).toMatchObject([
    { kind: 'pose-off', firstFrame: 25, measured: 60 },
  ]);
  const held = soft([1, 0], [13, 300], [21, 300], [33, 600]);
  const drifts = held.map((key) =>
    key.frame === 13
      ? { ...key, link: 'broken' as const, out: { frames: 3, value: 80 } }
      : key.frame === 21
        ? { ...key, link: 'broken' as const, in: { frames: -3, value: 80 } }
        : key,
  );
  expect(kinds(held, drifts)).toContain('hold-moves');
  // However it goes from one to the other, a hold between poses of which one is off is off by that pose.
  const wrong = held.map((key) => ({
    ...key,
    leave: 'quint-in-out' as const,
    value: key.value + (key.frame === 21 ? 90 : 0),
  }));
  expect(
    kinds(
      held.map((key) => ({ ...key, leave: 'quint-in-out' as const })),
      wrong,
    ),
  ).toEqual(['pose-off']);
  expect(kinds(smooth, [createKey(1, 0, { leave: 'step' }), createKey(25, 600)])).toEqual(['held-not-moving']);
});

test('a pose that is held is one thing to say, from where it is held to where it is left', () => {
  const lamp = (held: number, left = held): Key[] => soft([1, 0], [9, held], [17, left], [25, 200], [33, 0]);
  const [model, off] = [lamp(600), lamp(500)];
  expect(found(glass(model), glass(off), KINDS)).toMatchObject([
    {
      kind: 'pose-off',
      firstFrame: 9,
      lastFrame: 17,
      measured: 100,
      mends: 1,
      sentence: "The glass is 100 px away from the target's pose from frame 9 to 17.",
    },
  ]);
  // What is off only where it is left is that pose alone.
  expect(found(glass(model), glass(lamp(600, 500)), ['pose-off'])).toMatchObject([{ firstFrame: 17, lastFrame: 17 }]);
  const events = [{ subjectId: 'glass', track: 'position', frame: 9, name: 'look' }];
  expect(found(glass(model), glass(off), KINDS, { events })).toMatchObject([
    { sentence: "The glass is 100 px away from the target's pose at the look, from frame 9 to 17." },
  ]);
});
