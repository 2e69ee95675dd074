import * as z from 'zod';

/** What an eye is trained on: choices of two, and answers of which it is measured how far they are off. */
export const DRILL_KINDS = [
  'lands-later',
  'starts-slower',
  'how-many-frames',
  'spot-the-fault',
  'choose-chart',
  'drag-chart',
  'tap-contact',
] as const;
export type DrillKind = (typeof DRILL_KINDS)[number];

/** Faults that learners make most. */
export const DRILL_FAULTS = ['float', 'hard-stop', 'drift', 'late-pose', 'popped-arc', 'missing-ease'] as const;
export type DrillFault = (typeof DRILL_FAULTS)[number];

/** Rates that an eye is trained at; lateness is finer only at a higher one. */
export const DRILL_RATES = [12, 24, 25, 30, 48, 60] as const;
const USUAL_RATE = 24;

/** What a drill is of: its kind, of faults one alone where it is not all of them in turn, and the frames a second. */
export const Drill = z
  .object({
    kind: z.enum(DRILL_KINDS),
    fault: z.enum(DRILL_FAULTS).nullable(),
    fps: z.literal(DRILL_RATES).default(USUAL_RATE),
  })
  .refine(({ kind, fault }) => fault === null || kind === 'spot-the-fault', {
    error: 'Only spotting faults is of one fault.',
    path: ['fault'],
  });
export type Drill = z.infer<typeof Drill>;

export function createDrill(kind: DrillKind, fault: DrillFault | null = null): Drill {
  return { kind, fault, fps: USUAL_RATE };
}
