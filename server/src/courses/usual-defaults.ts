import type { CourseDefaults } from '@undulan/contract';
import { USUAL_TOLERANCES } from '@undulan/core';

/** What exercises begin with where their course says nothing. */
export const USUAL_DEFAULTS: CourseDefaults = { rate: { num: 24, den: 1 }, tolerances: USUAL_TOLERANCES };
