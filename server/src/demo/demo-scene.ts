import type { ExerciseDetails } from '@undulan/contract';
import { type Channel, createMotion, createSubject, type MotionDocument, type Subject } from '@undulan/core';
import { CABINET, COUNTER, SLOT_RIM, TOASTER } from './kitchen-looks.ts';

/** An exercise of the demo course: what it says and its model motion. */
export interface DemoExercise {
  details: ExerciseDetails;
  motion: MotionDocument;
  published: boolean;
  /** Days from the day the demo is loaded until it is due. */
  dueInDays?: number;
}

export function scenery(id: string, name: string, look: Subject['look'], x: number, y: number): Subject {
  return { ...createSubject(id, name, look, { x, y }), locked: true };
}

export function scene(first: number, last: number, subjects: Subject[], fps = 24): MotionDocument {
  return { ...createMotion(subjects), range: { first, last }, rate: { num: fps, den: 1 } };
}

/** A subject with channels beside its basic ones. */
export function withChannels(subject: Subject, ...channels: Channel[]): Subject {
  return { ...subject, channels: [...subject.channels, ...channels] };
}

export const counter = scenery('counter', 'Counter', COUNTER, 480, 440);

export const cabinet = scenery('cabinet', 'Cabinet', CABINET, 260, 328);

/** The toaster, over whatever comes up out of it. */
export const toaster = [scenery('body', 'Toaster', TOASTER, 480, 368), scenery('rim', 'Slot rim', SLOT_RIM, 480, 304)];
