import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  changedSpan,
  type Channel,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  moveKeys,
  sampleChannel,
} from '../index.ts';

const LEAVES = ['curve', 'linear', 'step'] as const;
const LINKS = ['auto', 'flat'] as const;

const channels = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: 1, max: 60 }),
      value: fc.integer({ min: -50, max: 50 }),
      leave: fc.constantFrom(...LEAVES),
      link: fc.constantFrom(...LINKS),
    }),
    { minLength: 3, maxLength: 14, selector: (key) => key.frame },
  )
  .map((keys) =>
    createChannel(
      'rotation',
      0,
      keys
        .toSorted((a, b) => a.frame - b.frame)
        .map(({ frame, value, leave, link }) => createKey(frame, value, { leave, link })),
    ),
  );

function moved(channel: Channel, i: number, frames: number, by: number): Channel {
  const look = { shape: 'pill', widthPx: 40, heightPx: 20, fill: '#9a6b00' } as const;
  const motion = createMotion([{ ...createSubject('lid', 'Lid', look, { x: 0, y: 0 }), channels: [channel] }]);
  return moveKeys(motion, [{ subjectId: 'lid', channelId: 'rotation', frame: channel.keys[i]!.frame }], frames, by)
    .motion.subjects[0]!.channels[0]!;
}

test('beyond the frames said to have changed, a curve is what it was', () => {
  fc.assert(
    fc.property(
      channels,
      fc.nat(),
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: -30, max: 30 }),
      (before, pick, frames, by) => {
        const after = moved(before, pick % before.keys.length, frames, by);
        const { first, last } = changedSpan(before, after)!;
        for (let frame = -10; frame <= 90; frame += 0.5) {
          if (frame < first || frame > last) expect(sampleChannel(after, frame)).toBe(sampleChannel(before, frame));
        }
      },
    ),
  );
});

test('one of many keys moved changes little; the first or last of them all that lies beyond', () => {
  const channel = createChannel(
    'rotation',
    0,
    Array.from({ length: 20 }, (_, i) => createKey(1 + i * 5, i % 3)),
  );
  expect(changedSpan(channel, moved(channel, 10, 2, 5))).toEqual({ first: 41, last: 61 });
  expect(changedSpan(channel, moved(channel, 0, 0, 5))!.first).toBe(-Infinity);
  expect(changedSpan(channel, moved(channel, 19, 3, 0))!.last).toBe(Infinity);
  // Landed on its neighbour, of which the place is taken.
  expect(changedSpan(channel, moved(channel, 10, 5, 0))).toEqual({ first: 41, last: 66 });
});

test('what differs in more than keys, or goes on beyond them, may differ anywhere', () => {
  const channel = createChannel('rotation', 0, [createKey(1, 0), createKey(5, 2), createKey(9, 0)]);
  expect(changedSpan(channel, { ...channel, resting: 4 })).toBeNull();
  const going: Channel = { ...channel, after: { kind: 'repeat', count: 2 } };
  const after = moved(going, 1, 0, 5);
  expect(sampleChannel(after, 13)).not.toBe(sampleChannel(going, 13));
  expect(changedSpan(going, after)).toBeNull();
  expect(
    changedSpan(
      { ...channel, after: { kind: 'hold', count: 0 } },
      { ...moved(channel, 1, 0, 5), after: { kind: 'hold', count: 0 } },
    ),
  ).not.toBeNull();
  const same = changedSpan(channel, { ...channel })!;
  expect(same.last).toBeLessThan(same.first);
});
