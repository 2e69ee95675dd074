import {
  type Affine,
  applyTo,
  boxOfLook,
  type ChannelId,
  channelValue,
  combine,
  exposedFrame,
  findSubject,
  inverseOf,
  type KeyValue,
  type MotionDocument,
  type Point,
  poseOf,
  projectionOf,
  seenPose,
  type Subject,
} from '@undulan/core';
import { toFineness } from '../../values/index.ts';
import { lookStateAt } from '../stage/index.ts';

/** What a handle does to its subject. */
export type HandleKind = 'turn' | 'size' | 'width' | 'height' | 'squash' | 'skew.x' | 'skew.y';

/** A subject as its handles take hold of it, on one frame. */
export interface Held {
  motion: MotionDocument;
  subject: Subject;
  /** The frame as it is seen: exposures hold it. */
  frame: number;
  pose: Affine;
  box: { left: number; top: number; right: number; bottom: number };
}

/** A drawing of no width still has handles apart. */
const LEAST_PX = 6;

export function holdSubject(motion: MotionDocument, subjectId: string, at: number): Held | null {
  const subject = findSubject(motion, subjectId);
  if (!subject || subject.locked || !subject.visible) return null;
  const frame = exposedFrame(at, motion.range.first, subject.exposure);
  const box = boxOfLook(subject.look, lookStateAt(subject, frame).drawing);
  const grow = (low: number, high: number): [number, number] =>
    high - low >= LEAST_PX ? [low, high] : [(low + high - LEAST_PX) / 2, (low + high + LEAST_PX) / 2];
  const [left, right] = grow(box.left, box.right);
  const [top, bottom] = grow(box.top, box.bottom);
  const pose = seenPose(motion, subject, frame);
  return pose && { motion, subject, frame, pose, box: { left, top, right, bottom } };
}

/** A point of the box on the stage: 0 is left and top, 1 right and bottom. */
export function onStage({ pose, box }: Held, across: number, down: number): Point {
  return applyTo(pose, {
    x: box.left + (box.right - box.left) * across,
    y: box.top + (box.bottom - box.top) * down,
  });
}

/** Where the pivot is on the stage. */
export function pivotAt({ pose, subject }: Held): Point {
  return applyTo(pose, subject.pivot);
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;

/** From the pivot in the look's own px: where a point of the stage lies in it. */
function inLook({ pose, subject }: Held, at: Point): Point {
  const inverse = inverseOf(pose);
  if (!inverse) return { x: 1, y: 1 };
  const own = applyTo(inverse, at);
  return { x: own.x - subject.pivot.x, y: own.y - subject.pivot.y };
}

/** Nearer to the pivot than this a handle says nothing about size. */
const TOO_NEAR_PX = 1;

function ratio(to: number, from: number): number {
  return Math.abs(from) < TOO_NEAR_PX ? 1 : to / from;
}

/** A scale is never nothing: what was flat could not be taken hold of again. */
const LEAST_SCALE = 0.01;

function notFlat(scale: number): number {
  return Math.abs(scale) < LEAST_SCALE ? LEAST_SCALE * (Math.sign(scale) || 1) : scale;
}

/** How far a subject is turned all in all when its skew is taken off: the angle of its carrier and its own. */
function turnedBy(held: Held): number {
  const { motion, subject, frame } = held;
  const parent = subject.parentId === null ? undefined : findSubject(motion, subject.parentId);
  const seen = projectionOf(motion, subject, frame);
  const carrier = parent ? poseOf(motion, parent, frame) : null;
  const carried = seen && carrier ? combine(seen, carrier) : (seen ?? carrier);
  return (carried ? Math.atan2(carried.b, carried.a) : 0) + (channelValue(subject, 'rotation', frame) * Math.PI) / 180;
}

export interface HandleMove {
  from: Point;
  to: Point;
  /** Whole steps: of 15 degrees, of a tenth. */
  stepped: boolean;
}

/** What the channels are after a handle was dragged. */
export function valuesAfter(held: Held, kind: HandleKind, { from, to, stepped }: HandleMove): KeyValue[] {
  const { subject, frame } = held;
  const now = (id: ChannelId): number => channelValue(subject, id, frame);
  const set = (id: ChannelId, value: number, step: number): KeyValue => ({
    subjectId: subject.id,
    channelId: id,
    value: toFineness(id, stepped ? Math.round(value / step) * step : value),
  });
  if (kind === 'turn') {
    const pivot = pivotAt(held);
    const angle = (at: Point): number => Math.atan2(at.y - pivot.y, at.x - pivot.x);
    const by = degrees(angle(to) - angle(from));
    const nearest = by - 360 * Math.round(by / 360);
    return [set('rotation', now('rotation') + nearest, 15)];
  }
  const [start, end] = [inLook(held, from), inLook(held, to)];
  const scales = (x: number, y: number): KeyValue[] => [
    ...(x === 1 ? [] : [set('scale.x', notFlat(now('scale.x') * x), 0.1)]),
    ...(y === 1 ? [] : [set('scale.y', notFlat(now('scale.y') * y), 0.1)]),
  ];
  if (kind === 'width') return scales(ratio(end.x, start.x), 1);
  if (kind === 'height') return scales(1, ratio(end.y, start.y));
  if (kind === 'size') {
    const length = start.x * start.x + start.y * start.y;
    const by = length < TOO_NEAR_PX ? 1 : (end.x * start.x + end.y * start.y) / length;
    return scales(by, by);
  }
  if (kind === 'squash') {
    const by = Math.abs(ratio(end.y, start.y)) || LEAST_SCALE;
    return [set('scale.x', notFlat(now('scale.x') / by), 0.1), set('scale.y', notFlat(now('scale.y') * by), 0.1)];
  }
  return [skewAfter(held, kind, from, to, set)];
}

function skewAfter(
  held: Held,
  kind: 'skew.x' | 'skew.y',
  from: Point,
  to: Point,
  set: (id: ChannelId, value: number, step: number) => KeyValue,
): KeyValue {
  const { subject, frame } = held;
  const turn = turnedBy(held);
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const start = inLook(held, from);
  const isX = kind === 'skew.x';
  const along = isX ? dx * Math.cos(turn) + dy * Math.sin(turn) : dy * Math.cos(turn) - dx * Math.sin(turn);
  const arm = isX
    ? start.y * channelValue(subject, 'scale.y', frame)
    : start.x * channelValue(subject, 'scale.x', frame);
  const tan = Math.tan((channelValue(subject, kind, frame) * Math.PI) / 180);
  const skewed = Math.abs(arm) < TOO_NEAR_PX ? tan : tan + along / arm;
  return set(kind, degrees(Math.atan(skewed)), 5);
}

/** What a press of an arrow key does with a handle: a step of its kind. */
export function valuesStepped(held: Held, kind: HandleKind, steps: number): KeyValue[] {
  const { subject, frame } = held;
  const set = (id: ChannelId, value: number): KeyValue => ({
    subjectId: subject.id,
    channelId: id,
    value: toFineness(id, value),
  });
  const now = (id: ChannelId): number => channelValue(subject, id, frame);
  const grown = (id: 'scale.x' | 'scale.y'): KeyValue => set(id, notFlat(now(id) + steps * 0.01));
  if (kind === 'turn') return [set('rotation', now('rotation') + steps)];
  if (kind === 'width') return [grown('scale.x')];
  if (kind === 'height') return [grown('scale.y')];
  if (kind === 'size') return [grown('scale.x'), grown('scale.y')];
  if (kind === 'squash') {
    const y = notFlat(now('scale.y') + steps * 0.01);
    return [set('scale.x', notFlat((now('scale.x') * now('scale.y')) / y)), set('scale.y', y)];
  }
  return [set(kind, now(kind) + steps)];
}

/** scale.x · scale.y against what it is at rest: 1 is kept. */
export function volumeOf({ subject, frame }: Held): number {
  return channelValue(subject, 'scale.x', frame) * channelValue(subject, 'scale.y', frame);
}
