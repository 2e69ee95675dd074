// The ten lessons that the demo course comes with.
import type { Lesson } from '@undulan/core';
import { overlap, squash } from './lessons-of-parts.ts';
import { holds, rates, spacing, timing } from './lessons-of-time.ts';
import { anticipation, arcs, contact, settling } from './lessons-of-weight.ts';

export const DEMO_LESSONS: readonly Lesson[] = [
  rates,
  timing,
  spacing,
  holds,
  contact,
  arcs,
  anticipation,
  settling,
  overlap,
  squash,
];
