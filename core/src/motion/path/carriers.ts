import { findSubject } from '../document/document.ts';
import type { MotionDocument } from '../document/schema.ts';
import { type Affine, poseOf } from './pose.ts';

const UNIT: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** How far a transform turns (degrees) and how it stretches along its own axes. */
export function partsOf({ a, b, c, d }: Affine): { turn: number; scaleX: number; scaleY: number } {
  const scaleX = Math.hypot(a, b);
  return { turn: (Math.atan2(b, a) * 180) / Math.PI, scaleX, scaleY: scaleX > 0 ? (a * d - b * c) / scaleX : 0 };
}

/** A number of turns that goes on from one before, without jumping by whole rounds. */
export function nearTurn(turn: number, before: number): number {
  return turn + 360 * Math.round((before - turn) / 360);
}

/** A subject and all that carry it. */
export function carriersOf(motion: MotionDocument, subjectId: string): Set<string> {
  const found = new Set<string>();
  for (let id: string | null = subjectId; id !== null && !found.has(id); id = findSubject(motion, id)?.parentId ?? null)
    found.add(id);
  return found;
}

/** The transform of what carries, frame by frame. */
export function carrierAt(motion: MotionDocument, parentId: string | null): (frame: number) => Affine {
  const parent = parentId === null ? undefined : findSubject(motion, parentId);
  return (frame) => (parent ? poseOf(motion, parent, frame) : UNIT);
}
