import fc from 'fast-check';
import { expect, test } from 'vitest';
import { createChannel, createKey, type Key, sampleChannel } from '../../index.ts';
import { drawnValue } from './drawn-value.ts';

const anyKeys = fc
  .uniqueArray(
    fc.record({
      frame: fc.integer({ min: -40, max: 140 }),
      value: fc.double({ min: -500, max: 500, noNaN: true }),
      leave: fc.constantFrom('step', 'linear', 'curve', 'quad-in'),
    }),
    { minLength: 0, maxLength: 9, selector: (key) => key.frame },
  )
  .map((keys) =>
    keys
      .toSorted((a, b) => a.frame - b.frame)
      .map(({ frame, value, leave }): Key => createKey(frame, value, { leave: leave as Key['leave'] })),
  );

test('what is drawn is what is sampled, however often it is asked for, among the keys and beyond', () => {
  fc.assert(
    fc.property(anyKeys, fc.boolean(), (keys, wobbles) => {
      const wobble = {
        seed: 3,
        amplitude: 8,
        periodFrames: 6,
        roughness: 0.4,
        firstFrame: 0,
        lastFrame: 80,
        fadeInFrames: 5,
        fadeOutFrames: 5,
      };
      const channel = {
        ...createChannel('rotation', 12, keys),
        after: { kind: 'repeat-offset', count: 2 } as const,
        ...(wobbles && { wobble }),
      };
      for (let round = 0; round < 2; round++) {
        for (let frame = -60; frame <= 160; frame += 2.5)
          expect(Math.abs(drawnValue(channel, frame) - sampleChannel(channel, frame))).toBeLessThan(1e-6);
      }
    }),
  );
});

test('colours and drawings are held and mixed as they are sampled', () => {
  const fill = createChannel('fill', 0, [createKey(1, 0xff0000, { leave: 'linear' }), createKey(25, 0x0000ff)]);
  const drawing = createChannel('drawing', 0, [createKey(1, 3), createKey(9, 4)]);
  for (let i = 0; i < 40; i++) {
    expect(drawnValue(fill, 1 + (i % 25))).toBe(sampleChannel(fill, 1 + (i % 25)));
    expect(drawnValue(drawing, 1 + (i % 12))).toBe(sampleChannel(drawing, 1 + (i % 12)));
  }
});
