import {
  applyTo,
  createChannel,
  createMotion,
  createSubject,
  type KeyValue,
  poseOf,
  type Subject,
} from '@undulan/core';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  type HandleKind,
  type Held,
  holdSubject,
  onStage,
  pivotAt,
  valuesAfter,
  valuesStepped,
  volumeOf,
} from './handle-geometry.ts';

const LOOK = { shape: 'box', widthPx: 100, heightPx: 60, fill: '#9a6b00' } as const;

/** A cup as it is set, hung on a tray that is turned and larger where it is carried. */
function scene(values: Partial<Record<'rotation' | 'scale.x' | 'scale.y' | 'skew.x', number>>, carried = false): Held {
  const set = (subject: Subject, to: typeof values): Subject => ({
    ...subject,
    channels: [
      ...subject.channels.filter(({ id }) => !(id in to)),
      ...Object.entries(to).map(([id, value]) => createChannel(id as 'rotation', value)),
    ],
  });
  const tray = set(createSubject('tray', 'Tray', LOOK, { x: 400, y: 300 }), {
    rotation: 40,
    'scale.x': 2,
    'scale.y': 2,
  });
  const cup = {
    ...set(createSubject('cup', 'Cup', LOOK, { x: 50, y: 20 }), values),
    parentId: carried ? 'tray' : null,
  };
  return holdSubject(createMotion([tray, cup]), 'cup', 1)!;
}

/** The same after its channels were set. */
function after({ motion }: Held, values: readonly KeyValue[]): Held {
  const subjects = motion.subjects.map((subject) => {
    const own = values.filter(({ subjectId }) => subjectId === subject.id);
    const channels = subject.channels.filter(({ id }) => !own.some(({ channelId }) => channelId === id));
    return {
      ...subject,
      channels: [...channels, ...own.map(({ channelId, value }) => createChannel(channelId, value))],
    };
  });
  return holdSubject({ ...motion, subjects }, 'cup', 1)!;
}
const value = (values: readonly KeyValue[], id: string): number =>
  values.find(({ channelId }) => channelId === id)!.value;
const drag = (
  held: Held,
  kind: HandleKind,
  from: { x: number; y: number },
  to: { x: number; y: number },
  stepped = false,
) => valuesAfter(held, kind, { from, to, stepped });

test('turned by its handle, the handle is under the pointer: also where what carries it is turned', () => {
  const angle = fc.integer({ min: -170, max: 170 });
  fc.assert(
    fc.property(angle, angle, fc.boolean(), (rotation, by, carried) => {
      const held = scene({ rotation }, carried);
      const from = onStage(held, 0.5, 0);
      const pivot = pivotAt(held);
      const turn = (by * Math.PI) / 180;
      const [dx, dy] = [from.x - pivot.x, from.y - pivot.y];
      const to = {
        x: pivot.x + dx * Math.cos(turn) - dy * Math.sin(turn),
        y: pivot.y + dx * Math.sin(turn) + dy * Math.cos(turn),
      };
      const turned = onStage(after(held, drag(held, 'turn', from, to)), 0.5, 0);
      // Set by hand to a tenth of a degree.
      expect(Math.hypot(turned.x - to.x, turned.y - to.y)).toBeLessThan(0.2);
    }),
  );
});

test('a corner or an edge follows the pointer along what it sizes, however the subject is turned', () => {
  const degrees = fc.integer({ min: -180, max: 180 });
  const times = fc.double({ min: 0.3, max: 3, noNaN: true });
  fc.assert(
    fc.property(degrees, times, fc.boolean(), (rotation, by, carried) => {
      const held = scene({ rotation, 'scale.x': 1.5 }, carried);
      const pivot = pivotAt(held);
      for (const [kind, across, down] of [['size', 1, 1], ['width', 1, 0.5], ['height', 0.5, 1]] as const) {
        const from = onStage(held, across, down);
        const to = { x: pivot.x + (from.x - pivot.x) * by, y: pivot.y + (from.y - pivot.y) * by };
        const sized = onStage(after(held, drag(held, kind, from, to)), across, down);
        expect(Math.hypot(sized.x - to.x, sized.y - to.y)).toBeLessThan(0.3);
      }
    }),
    { numRuns: 50 },
  ); // prettier-ignore
});

test('squashed or stretched its volume is kept; what was flattened can be taken hold of again', () => {
  const held = scene({ 'scale.x': 1.2, 'scale.y': 0.8 });
  const from = onStage(held, 0.5, 0);
  const squashed = after(held, drag(held, 'squash', from, { x: from.x, y: from.y + 12 }));
  expect(volumeOf(squashed)).toBeCloseTo(volumeOf(held), 2);
  expect(value(drag(held, 'squash', from, { x: from.x, y: from.y + 12 }), 'scale.y')).toBeLessThan(0.8);
  const edge = onStage(held, 1, 0.5);
  expect(value(drag(held, 'width', edge, pivotAt(held)), 'scale.x')).toBe(0.01);
});

test('a skew carries the edge with the pointer, and stays in its own axis', () => {
  const held = scene({ rotation: 30 });
  const from = onStage(held, 0.5, 0);
  const along = { x: from.x + 20 * Math.cos(Math.PI / 6), y: from.y + 20 * Math.sin(Math.PI / 6) };
  const skewed = onStage(after(held, drag(held, 'skew.x', from, along)), 0.5, 0);
  expect(Math.hypot(skewed.x - along.x, skewed.y - along.y)).toBeLessThan(0.2);
});

test('with Shift whole steps; by arrows one step of its kind', () => {
  const held = scene({});
  const pivot = pivotAt(held);
  const from = { x: pivot.x, y: pivot.y - 50 };
  expect(value(drag(held, 'turn', from, { x: pivot.x + 20, y: pivot.y - 50 }, true), 'rotation')).toBe(15);
  expect(value(valuesStepped(held, 'turn', -10), 'rotation')).toBe(-10);
  expect(valuesStepped(held, 'size', 2).map((one) => one.value)).toEqual([1.02, 1.02]);
  const [x, y] = valuesStepped(held, 'squash', -20).map((one) => one.value);
  expect([x, y]).toEqual([1.25, 0.8]);
});

test('scenery, the hidden and what is behind the eye have no handles', () => {
  const cup = createSubject('cup', 'Cup', LOOK, { x: 50, y: 20 });
  const hold = (subject: Subject) => holdSubject(createMotion([subject]), 'cup', 1);
  expect([hold({ ...cup, locked: true }), hold({ ...cup, visible: false })]).toEqual([null, null]);
  expect(hold({ ...cup, channels: [...cup.channels, createChannel('depth', -6)] })).toBeNull();
  expect(applyTo(poseOf(createMotion([cup]), cup, 1), cup.pivot)).toEqual(pivotAt(hold(cup)!));
});
