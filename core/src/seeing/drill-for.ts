import type { FindingKind } from '../reading/index.ts';
import { createDrill as of, type Drill } from '../teaching/index.ts';

/** The drill that trains the eye for a kind of finding; what cannot be seen by playing it has none. */
export const DRILL_FOR: Partial<Record<FindingKind, Drill>> = {
  'tempo-differs': of('how-many-frames'),
  'key-late': of('lands-later'),
  'key-early': of('lands-later'),
  'overlap-off': of('lands-later'),
  'pose-off': of('spot-the-fault', 'late-pose'),
  'frame-pops': of('spot-the-fault', 'popped-arc'),
  'arc-off': of('spot-the-fault', 'popped-arc'),
  'arc-kinked': of('spot-the-fault', 'popped-arc'),
  'hold-moves': of('spot-the-fault', 'drift'),
  'held-not-moving': of('spot-the-fault', 'drift'),
  'settle-off': of('spot-the-fault', 'drift'),
  'start-not-slow': of('starts-slower'),
  'start-too-slow': of('starts-slower'),
  'finish-not-slow': of('spot-the-fault', 'hard-stop'),
  'finish-too-slow': of('spot-the-fault', 'float'),
  'contact-floats': of('spot-the-fault', 'float'),
  'turn-sharp': of('spot-the-fault', 'missing-ease'),
  'spacing-off': of('choose-chart'),
};
