import type { ChannelId } from '../document/channels.ts';
import { findSubject } from '../document/document.ts';
import type { Point } from '../document/geometry.ts';
import type { MotionDocument, Subject } from '../document/schema.ts';
import { applyTo, channelValue, poseOf } from './pose.ts';

/** A chain as it stands: its parts from the first to the last, and the joints, the end of the last among them. */
export interface Chain {
  parts: Subject[];
  joints: Point[];
  lengths: number[];
  lengthPx: number;
}

/** The end of a part: as far beyond the middle of its look as its pivot is before it. */
function tipOf(motion: MotionDocument, part: Subject, frame: number): Point {
  return applyTo(poseOf(motion, part, frame), { x: -part.pivot.x, y: -part.pivot.y });
}

/** The chain that a subject is the last part of, on a frame; null where it is none. */
export function chainAt(motion: MotionDocument, subject: Subject, frame: number): Chain | null {
  if (!subject.chain) return null;
  const parts = [subject];
  while (parts.length <= subject.chain.links) {
    const { parentId } = parts[0]!;
    const parent = parentId === null ? undefined : findSubject(motion, parentId);
    if (!parent) break;
    parts.unshift(parent);
  }
  const joints = [
    ...parts.map((part) => applyTo(poseOf(motion, part, frame), part.pivot)),
    tipOf(motion, subject, frame),
  ];
  const lengths = joints.slice(1).map((joint, i) => Math.hypot(joint.x - joints[i]!.x, joint.y - joints[i]!.y));
  const lengthPx = lengths.reduce((sum, length) => sum + length, 0);
  return lengthPx > 0 ? { parts, joints, lengths, lengthPx } : null;
}

/** How straight a chain is: from its first joint to its end, as a share of its length. */
export function stretchOf({ joints, lengthPx }: Chain): number {
  const [first, end] = [joints[0]!, joints.at(-1)!];
  return Math.hypot(end.x - first.x, end.y - first.y) / lengthPx;
}

const ROUNDS = 200;
/** The end is where it is to be within this, in px. */
const NEAR_PX = 0.01;

function towards(from: Point, to: Point, length: number): Point {
  const away = Math.hypot(to.x - from.x, to.y - from.y);
  if (away === 0) return { x: from.x + length, y: from.y };
  return { x: from.x + ((to.x - from.x) / away) * length, y: from.y + ((to.y - from.y) / away) * length };
}

/**
 * Joints that lead from the first to a place, each as far from the one before as its part is long, near to where they
 * were: forward and backward reaching (Aristidou & Lasenby 2011, "FABRIK").
 */
function reach({ joints, lengths, lengthPx }: Chain, target: Point): Point[] {
  let best = settle(joints, lengths, target);
  // Parts that lie on one line stay on it, and nearly folded ones hardly move: from a bow towards the target they go as
  // they should, from a wider one where the first leads into a fold again.
  for (const width of BOWS) {
    if (isThere(best, target)) break;
    const other = settle(bowTo(joints[0]!, target, { lengths, lengthPx }, width), lengths, target);
    if (missedBy(other, target) < missedBy(best, target)) best = other;
  }
  return best;
}

/** How wide bows are, as shares of the chain's length. */
const BOWS = [0.2, 0.5, 0.9];

/** The chain laid in a bow from its first joint towards the target. */
function bowTo(root: Point, target: Point, { lengths, lengthPx }: Pick<Chain, 'lengths' | 'lengthPx'>, width: number) {
  const [dx, dy] = [target.x - root.x, target.y - root.y];
  const away = Math.hypot(dx, dy) || 1;
  let gone = 0;
  return [0, ...lengths].map((length): Point => {
    gone += length;
    const [along, off] = [gone / lengthPx, Math.sin((gone / lengthPx) * Math.PI) * width * lengthPx];
    return { x: root.x + dx * along - (dy / away) * off, y: root.y + dy * along + (dx / away) * off };
  });
}

function missedBy(joints: readonly Point[], target: Point): number {
  const end = joints.at(-1)!;
  return Math.hypot(end.x - target.x, end.y - target.y);
}

function isThere(joints: readonly Point[], target: Point): boolean {
  return missedBy(joints, target) < NEAR_PX;
}

function settle(joints: readonly Point[], lengths: readonly number[], target: Point): Point[] {
  const root = joints[0]!;
  const at = [...joints];
  for (let round = 0; round < ROUNDS && !(round > 0 && isThere(at, target)); round++) {
    at[at.length - 1] = target;
    for (let i = at.length - 2; i >= 0; i--) at[i] = towards(at[i + 1]!, at[i]!, lengths[i]!);
    at[0] = root;
    for (let i = 1; i < at.length; i++) at[i] = towards(at[i - 1]!, at[i]!, lengths[i - 1]!);
  }
  return at;
}

/** What a pull of a chain's end comes to. */
export interface Pulled {
  /** The channels of its parts after it. */
  values: { subjectId: string; channelId: ChannelId; value: number }[];
  /** How straight the chain is then, as a share of its length: above 1 it is stretched. */
  stretch: number;
  /** It was to be pulled further than it reaches. */
  limited: boolean;
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;

/** The angle between two ways, the short way round, in degrees. */
function between(from: readonly [Point, Point], to: readonly [Point, Point]): number {
  const angle = ([a, b]: readonly [Point, Point]): number => Math.atan2(b.y - a.y, b.x - a.x);
  const by = degrees(angle(to) - angle(from));
  return by - 360 * Math.round(by / 360);
}

/**
 * Pulls the end of a chain to a place of the stage: its parts turn, the first joint stays. Beyond its limit it goes as
 * far as that in the direction asked; one that stretches gets longer instead, every part by as much.
 */
export function pullChain(motion: MotionDocument, subject: Subject, frame: number, to: Point): Pulled | null {
  const chain = chainAt(motion, subject, frame);
  if (!chain) return null;
  const { parts, joints, lengthPx } = chain;
  const { limit, stretches } = subject.chain!;
  const root = joints[0]!;
  const away = Math.hypot(to.x - root.x, to.y - root.y);
  const beyond = away > lengthPx * limit;
  const target = beyond ? towards(root, to, lengthPx * limit) : to;
  const placed = reach(chain, target);
  const turns = parts.map((_, i) => between([joints[i]!, joints[i + 1]!], [placed[i]!, placed[i + 1]!]));
  const values: Pulled['values'] = parts.map((part, i) => ({
    subjectId: part.id,
    channelId: 'rotation',
    value: channelValue(part, 'rotation', frame) + turns[i]! - (turns[i - 1] ?? 0),
  }));
  if (!beyond || !stretches) return { values, stretch: Math.min(away, lengthPx * limit) / lengthPx, limited: beyond };
  // Carried parts are stretched by what carries them: the first alone is made longer, along the way its pivot points.
  const first = parts[0]!;
  const channelId = Math.abs(first.pivot.x) >= Math.abs(first.pivot.y) ? 'scale.x' : 'scale.y';
  const by = away / (lengthPx * limit);
  values.push({ subjectId: first.id, channelId, value: channelValue(first, channelId, frame) * by });
  return { values, stretch: away / lengthPx, limited: false };
}
