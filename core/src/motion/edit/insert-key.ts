import { solveBezierTime } from '../curve/bezier.ts';
import { CHANNELS } from '../document/channels.ts';
import type { Channel, Key } from '../document/schema.ts';
import { keyIndexAt, sampleChannel } from '../sampling/sample.ts';
import { segmentCurve, segmentSlope } from '../sampling/segment.ts';

/**
 * A key on a frame that leaves the motion as it is. Between two keys of a curve the curve is cut in two (de Casteljau):
 * exact. Straight and held segments stay so: exact. A named ease cannot be cut: its halves become curves with its
 * values and slopes at both ends, which is close, not equal. Outside the keys it holds the value there.
 */
export function withKeyAt(channel: Channel, frame: number): Channel {
  const { keys, id } = channel;
  if (keys.some((key) => key.frame === frame)) return channel;
  const index = keyIndexAt(keys, frame);
  const value = sampleChannel({ ...channel, wobble: undefined }, frame);
  const from = keys[index];
  const to = keys[index + 1];
  const made: Key = {
    frame,
    value,
    role: 'breakdown',
    leave: from?.leave ?? 'curve',
    in: { frames: 0, value: 0 },
    out: { frames: 0, value: 0 },
    link: 'auto',
  };
  if (!from || !to) {
    // The stretch to the new key is flat: the end key's handle that had no effect so far must not begin to have one.
    // Automatic ones are flat there by themselves.
    const facing = from ? 'out' : 'in';
    const kept = keys.map((key) =>
      key === (from ?? to) && key.link !== 'auto'
        ? { ...key, link: 'broken' as const, [facing]: { frames: 0, value: 0 } }
        : key,
    );
    return { ...channel, keys: [...kept.slice(0, index + 1), made, ...kept.slice(index + 1)] };
  }
  if (from.leave === 'linear' || from.leave === 'step' || CHANNELS[id].blend) {
    // Automatic handles beside it would be worked out anew from the nearer key: they are written down as they are.
    const kept = keys.map((key, i) =>
      key.link === 'auto' && (i === index || i === index + 1)
        ? { ...key, link: 'broken' as const, in: storedIn(keys, i), out: storedOut(keys, i) }
        : key,
    );
    return { ...channel, keys: [...kept.slice(0, index + 1), made, ...kept.slice(index + 1)] };
  }
  const [left, middle, right] = from.leave === 'curve' ? cutCurve(keys, index, made) : cutEase(keys, index, made);
  return { ...channel, keys: [...keys.slice(0, index), left, middle, right, ...keys.slice(index + 2)] };
}

type Cut = [Key, Key, Key];

function cutCurve(keys: readonly Key[], index: number, made: Key): Cut {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const span = to.frame - from.frame;
  const { x1, x2, v1, v2 } = segmentCurve(keys, index);
  const t = solveBezierTime(x1, x2, (made.frame - from.frame) / span);
  const cut = (p0: number, p1: number, p2: number, p3: number): [number, number, number, number, number] => {
    const mix = (a: number, b: number): number => a * (1 - t) + b * t;
    const [a, b, c] = [mix(p0, p1), mix(p1, p2), mix(p2, p3)];
    const [d, e] = [mix(a, b), mix(b, c)];
    return [a, d, mix(d, e), e, c];
  };
  const times = cut(from.frame, from.frame + x1 * span, from.frame + x2 * span, to.frame);
  const values = cut(from.value, v1, v2, to.value);
  return [
    {
      ...from,
      link: 'broken',
      in: storedIn(keys, index),
      out: { frames: times[0] - from.frame, value: values[0] - from.value },
    },
    {
      ...made,
      link: 'broken',
      in: { frames: times[1] - made.frame, value: values[1] - made.value },
      out: { frames: times[3] - made.frame, value: values[3] - made.value },
    },
    {
      ...to,
      link: 'broken',
      in: { frames: times[4] - to.frame, value: values[4] - to.value },
      out: storedOut(keys, index + 1),
    },
  ];
}

/** The handle in force on the side of a key that is not cut, written down so that freeing the key does not move it. */
function storedIn(keys: readonly Key[], index: number): Key['in'] {
  if (index === 0) return keys[index]!.in;
  const { x2, v2 } = segmentCurve(keys, index - 1);
  const span = keys[index]!.frame - keys[index - 1]!.frame;
  return { frames: (x2 - 1) * span, value: v2 - keys[index]!.value };
}

function storedOut(keys: readonly Key[], index: number): Key['out'] {
  if (index >= keys.length - 1) return keys[index]!.out;
  const { x1, v1 } = segmentCurve(keys, index);
  const span = keys[index + 1]!.frame - keys[index]!.frame;
  return { frames: x1 * span, value: v1 - keys[index]!.value };
}

function cutEase(keys: readonly Key[], index: number, made: Key): Cut {
  const from = keys[index]!;
  const to = keys[index + 1]!;
  const slope = (frame: number): number => {
    const found = segmentSlope(keys, index, frame);
    return Number.isFinite(found) ? found : 0;
  };
  const third = (frame: number, frames: number) => ({ frames, value: slope(frame) * frames });
  const before = (made.frame - from.frame) / 3;
  const after = (to.frame - made.frame) / 3;
  return [
    { ...from, leave: 'curve', link: 'broken', in: storedIn(keys, index), out: third(from.frame, before) },
    { ...made, leave: 'curve', link: 'aligned', in: third(made.frame, -before), out: third(made.frame, after) },
    { ...to, link: 'broken', in: third(to.frame, -after), out: storedOut(keys, index + 1) },
  ];
}
