import type { Faults } from './faulty-take.ts';
import { LOOK_FAULTS } from './look-faults.ts';
import { LOOP_FAULTS } from './loop-faults.ts';
import { SHAPE_FAULTS } from './shape-faults.ts';
import { SPACING_FAULTS } from './spacing-faults.ts';
import { TERMS_FAULTS } from './terms-faults.ts';
import { TIMING_FAULTS } from './timing-faults.ts';

/** Takes with one known fault each, by name. */
export const FAULTS: Faults = {
  ...TIMING_FAULTS,
  ...SPACING_FAULTS,
  ...SHAPE_FAULTS,
  ...LOOP_FAULTS,
  ...LOOK_FAULTS,
  ...TERMS_FAULTS,
};
