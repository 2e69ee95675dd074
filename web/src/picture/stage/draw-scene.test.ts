import {
  type Channel,
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type MotionDocument,
  packColour,
  type Subject,
} from '@undulan/core';
import { beforeEach, expect, test, vi } from 'vitest';
import { drawScene, subjectAt } from './draw-scene.ts';

const LOOK = { shape: 'disc', widthPx: 40, heightPx: 40, fill: '#dca54c' } as const;

class FakePath {
  roundRect(): void {}
  ellipse(): void {}
}

/**
 * A canvas context that writes down what matters of a drawing: fills with their colour, place and opacity, and strokes.
 */
function recordingContext(scale = 1) {
  const drawn: {
    did: 'fill' | 'stroke' | 'ground';
    style: string;
    x: number;
    y: number;
    a: number;
    opacity: number;
    dash: number;
  }[] = [];
  const state = { fillStyle: '', strokeStyle: '', lineWidth: 1, globalAlpha: 1, e: 0, f: 0, a: scale, dash: 0 };
  const kept: (typeof state)[] = [];
  const note = (did: 'fill' | 'stroke' | 'ground', style: string): void =>
    void drawn.push({ did, style, x: state.e, y: state.f, a: state.a, opacity: state.globalAlpha, dash: state.dash });
  const context = {
    save: () => kept.push({ ...state }),
    restore: () => Object.assign(state, kept.pop()),
    getTransform: () => ({ a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 }),
    setTransform: (a: number, _b: number, _c: number, _d: number, e: number, f: number) =>
      Object.assign(state, { a, e, f }),
    transform: (a: number, _b: number, _c: number, _d: number, e: number, f: number) =>
      Object.assign(state, { a, e, f }),
    setLineDash: (dash: number[]) => (state.dash = dash.length),
    fill: (path?: unknown) => path && note('fill', state.fillStyle),
    stroke: (path?: unknown) => path && note('stroke', state.strokeStyle),
    fillRect: () => note('ground', state.fillStyle),
    resetTransform: () => Object.assign(state, { a: 1, e: 0, f: 0 }),
    // As on a real canvas a path is where the transform puts it, and the point is not moved.
    isPointInPath: (_path: unknown, x: number, y: number) => Math.hypot(x, y) <= 20 * state.a,
    isPointInStroke: () => false,
    beginPath: () => undefined,
    rect: () => undefined,
    clip: () => undefined,
    moveTo: () => undefined,
    lineTo: () => undefined,
  };
  for (const name of ['fillStyle', 'strokeStyle', 'lineWidth', 'globalAlpha'] as const) {
    Object.defineProperty(context, name, {
      get: () => state[name],
      set: (value: never) => Object.assign(state, { [name]: value }),
    });
  }
  return { context: context as unknown as CanvasRenderingContext2D, drawn };
}

function actor(id: string, channels: Channel[], change: Partial<Subject> = {}): Subject {
  const subject = createSubject(id, id, LOOK, { x: 100, y: 50 });
  return {
    ...subject,
    ...change,
    channels: [...subject.channels.filter((channel) => !channels.some((own) => own.id === channel.id)), ...channels],
  };
}

const moving = createChannel('position.x', 0, [createKey(1, 0, { leave: 'linear' }), createKey(11, 100)]);

function fills(motion: MotionDocument, frame: number) {
  const { context, drawn } = recordingContext();
  drawScene(context, motion, frame);
  return drawn.filter(({ did }) => did === 'fill');
}

beforeEach(() => {
  vi.stubGlobal('Path2D', FakePath);
  vi.stubGlobal('DOMMatrix', {
    fromMatrix: ({ a, b, c, d, e, f }: { a: number; b: number; c: number; d: number; e: number; f: number }) => ({
      inverse: () => ({
        transformPoint: ({ x, y }: { x: number; y: number }) => {
          const det = a * d - b * c;
          return { x: (d * (x - e) - c * (y - f)) / det, y: (a * (y - f) - b * (x - e)) / det };
        },
      }),
    }),
  });
});

test('the ground is laid first, then subjects where the frame has them, on its exposure', () => {
  const { context, drawn } = recordingContext();
  drawScene(context, createMotion([actor('pancake', [moving])]), 6);
  expect(drawn[0]).toMatchObject({ did: 'ground', style: '#fffdf8' });
  expect(drawn[1]).toMatchObject({ did: 'fill', style: '#dca54c', x: 50, y: 50 });
  expect(fills(createMotion([actor('pancake', [moving], { exposure: 2 })]), 6)[0]!.x).toBe(40);
});

test('depth says who is in front; of one depth it is the order of the list; the invisible are not drawn', () => {
  const x = (at: number): Channel => createChannel('position.x', at);
  const near = actor('near', [x(1), createChannel('depth', -0.0001)]);
  const motion = createMotion([
    near,
    actor('far', [x(2)]),
    actor('hidden', [x(3)], { visible: false }),
    actor('farther', [x(4), createChannel('depth', 0.0001)]),
  ]);
  expect(fills(motion, 1).map((fill) => Math.round(fill.x))).toEqual([4, 2, 1]);
  expect(fills(createMotion([actor('a', [x(7)]), actor('b', [x(8)])]), 1).map((fill) => fill.x)).toEqual([7, 8]);
});

test('opacity fades and keyed colours change; without keys the look’s own fill stands', () => {
  const dial = createChannel('fill', 0, [
    createKey(1, packColour('#2456a6'), { leave: 'linear' }),
    createKey(11, packColour('#c8451b')),
  ]);
  const light = createChannel('opacity', 100, [createKey(1, 0, { leave: 'linear' }), createKey(11, 100)]);
  const motion = createMotion([actor('hob', [dial, light])]);
  expect(fills(motion, 1)[0]).toMatchObject({ style: '#2456a6', opacity: 0 });
  expect(fills(motion, 11)[0]).toMatchObject({ style: '#c8451b', opacity: 1 });
  expect(fills(motion, 6)[0]!.opacity).toBeCloseTo(0.5, 9);
});

test('an outline draws only what can move, in its colour, dashed if asked, and no ground', () => {
  const { context, drawn } = recordingContext();
  drawScene(context, createMotion([actor('counter', [], { locked: true }), actor('pancake', [moving])]), 1, {
    style: 'outline',
    colour: 'teal',
    dashed: true,
  });
  expect(drawn).toEqual([expect.objectContaining({ did: 'stroke', style: 'teal', dash: 2, x: 0 })]);
});

test('a child is drawn where its parent carries it', () => {
  const arm = actor('arm', [
    createChannel('position.x', 200),
    createChannel('scale.x', 2),
    createChannel('scale.y', 2),
  ]);
  const bowl = actor('bowl', [createChannel('position.x', 30), createChannel('position.y', 0)], { parentId: 'arm' });
  expect(fills(createMotion([arm, bowl]), 1)[1]).toMatchObject({ x: 260, y: 50, a: 2 });
});

test('the topmost subject under a point is picked, however small, never scenery; a tiny one near its middle', () => {
  const { context } = recordingContext(0.5);
  const motion = createMotion([
    actor('under', [createChannel('position.x', 100)]),
    actor('over', [createChannel('position.x', 110)]),
    actor('wall', [createChannel('position.x', 110)], { locked: true }),
  ]);
  expect(subjectAt(context, motion, 1, 112, 50)?.id).toBe('over');
  expect(subjectAt(context, motion, 1, 82, 50)?.id).toBe('under');
  expect(subjectAt(context, motion, 1, 300, 300)).toBeNull();
  const flat = createMotion([actor('flat', [createChannel('position.x', 100), createChannel('scale.x', 0.01)])]);
  expect(subjectAt(context, flat, 1, 108, 50)?.id).toBe('flat');
});
