import type { ChannelId } from '../document/channels.ts';
import { findChannel, findSubject, restingOf } from '../document/document.ts';
import type { Point } from '../document/geometry.ts';
import type { GuidePath, MotionDocument, Subject } from '../document/schema.ts';
import { drawnValue } from '../sampling/drawn-value.ts';
import { channelSpeed } from '../sampling/sample.ts';
import { createPathSampler, type PathSampler } from './guide-path.ts';

/** A plane transform in the order canvases take it: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

/** First `inner`, then `outer`. */
export function combine(outer: Affine, inner: Affine): Affine {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    e: outer.a * inner.e + outer.c * inner.f + outer.e,
    f: outer.b * inner.e + outer.d * inner.f + outer.f,
  };
}

export function applyTo({ a, b, c, d, e, f }: Affine, { x, y }: Point): Point {
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

/** The way back; null where everything was put onto a line or a point. */
export function inverseOf({ a, b, c, d, e, f }: Affine): Affine | null {
  const area = a * d - b * c;
  if (Math.abs(area) < 1e-12) return null;
  return {
    a: d / area,
    b: -b / area,
    c: -c / area,
    d: a / area,
    e: (c * f - d * e) / area,
    f: (b * e - a * f) / area,
  };
}

/** What a subject's channel is at on a frame, for drawing it. */
export function channelValue(subject: Subject, id: ChannelId, frame: number): number {
  const channel = findChannel(subject, id);
  return channel ? drawnValue(channel, frame) : restingOf(subject, id);
}

/** Paths are compiled once for as long as their document lives. */
const samplers = new WeakMap<GuidePath, PathSampler>();

export function samplerOf(path: GuidePath): PathSampler {
  const known = samplers.get(path) ?? createPathSampler(path);
  samplers.set(path, known);
  return known;
}

/** A lean is cut to this: further over, a subject would lie down. */
const MOST_LEAN_DEGREES = 75;
const FASTEST_PX = 1e12;

/**
 * How far a subject leans into a turn: proportional to curvature × speed², as a cyclist's lean is for small angles.
 * Degrees, in the sense of the turn.
 */
export function leanDegrees(curvature: number, pxPerSecond: number, factor: number): number {
  if (curvature === 0 || factor === 0) return 0;
  // Faster than this it leans as far as it can in any bend; where a curve stands upright the speed is without end.
  const speed = Math.min(Math.abs(pxPerSecond), FASTEST_PX);
  const lean = factor * curvature * speed ** 2 * 0.01;
  return Math.min(MOST_LEAN_DEGREES, Math.max(-MOST_LEAN_DEGREES, lean));
}

export interface Place extends Point {
  turn: number;
}

/**
 * How far a guide path turns a subject on a frame, in degrees: along the path, and leaning into its turns. 0 for one
 * that is on none.
 */
export function turnOnPath(motion: MotionDocument, subject: Subject, frame: number): number {
  return placeOf(motion, subject, frame).turn;
}

/**
 * Where a subject is in its parent's space, and how far a guide path turns it: along the path at its travel if it has
 * one, shifted by its position.
 */
export function placeOf(motion: MotionDocument, subject: Subject, frame: number): Place {
  const position = { x: channelValue(subject, 'position.x', frame), y: channelValue(subject, 'position.y', frame) };
  const path = subject.guide && motion.guides.find((guide) => guide.id === subject.guide!.pathId);
  if (!subject.guide || !path) return { ...position, turn: 0 };
  const sampler = samplerOf(path);
  const place = sampler.placeAt(channelValue(subject, 'travel', frame));
  const { orient, angle, lean } = subject.guide;
  const travel = findChannel(subject, 'travel');
  const speed = travel && lean > 0 ? channelSpeed(travel, frame, motion.rate).right * sampler.lengthPx : 0;
  return {
    x: place.x,
    y: place.y,
    turn: (orient ? place.angle + angle : 0) + leanDegrees(place.curvature, speed, lean),
  };
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * What scales and skews are cut to when placed: so far beyond any stage that it cannot be seen, and as many as may hang
 * on one another stay numbers.
 */
const MOST_SCALE = 1e6;
const MOST_SKEW = 1e4;

function cut(value: number, most: number): number {
  return Math.min(most, Math.max(-most, value));
}

/** A subject's transform in its parent's space: place, turn, skew, scale, about its pivot. */
export function localPose(motion: MotionDocument, subject: Subject, frame: number): Affine {
  const { x, y, turn } = placeOf(motion, subject, frame);
  const angle = radians(channelValue(subject, 'rotation', frame) + turn);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const skewX = cut(Math.tan(radians(channelValue(subject, 'skew.x', frame))), MOST_SKEW);
  const skewY = cut(Math.tan(radians(channelValue(subject, 'skew.y', frame))), MOST_SKEW);
  const scaleX = cut(channelValue(subject, 'scale.x', frame), MOST_SCALE);
  const scaleY = cut(channelValue(subject, 'scale.y', frame), MOST_SCALE);
  const turned: Affine = { a: cos, b: sin, c: -sin, d: cos, e: x, f: y };
  const shaped: Affine = { a: scaleX, b: skewY * scaleX, c: skewX * scaleY, d: scaleY, e: 0, f: 0 };
  const pivot: Affine = { a: 1, b: 0, c: 0, d: 1, e: -subject.pivot.x, f: -subject.pivot.y };
  return combine(combine(turned, shaped), pivot);
}

/**
 * The transform that puts a subject's look (about its middle) onto the stage at a frame: its own, carried by its
 * parents'. Exposure is the caller's.
 */
export function poseOf(motion: MotionDocument, subject: Subject, frame: number): Affine {
  const own = localPose(motion, subject, frame);
  const parent = subject.parentId === null ? undefined : findSubject(motion, subject.parentId);
  if (!parent) return own;
  // A child hangs on the parent's middle, with the parent's pivot already taken into account.
  return combine(poseOf(motion, parent, frame), own);
}
