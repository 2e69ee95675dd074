import { CLASS_MEASURES, Digest, KeyTolerance, Quartiles, Tolerances } from '@undulan/core';
import * as z from 'zod';
import { TakeState } from './courses.ts';
import { DrillResult } from './drills.ts';
import { Person } from './people.ts';

/** A take in a ledger: whose, of what, how it stands, and what its reading says in short. */
export const LedgerTake = z.object({
  id: z.string(),
  learnerId: z.string(),
  exerciseId: z.string(),
  number: z.int(),
  handedInAt: z.string(),
  /** Handed in after the due date of an exercise that marks it. */
  late: z.boolean(),
  state: TakeState,
  returnedAt: z.string().nullable(),
  /** As it stands in its review, returned or not. */
  grade: z.number().nullable(),
  again: z.boolean(),
  /** How many notes its review has. */
  notes: z.int(),
  /** Null until it is read. */
  digest: Digest.nullable(),
});
export type LedgerTake = z.infer<typeof LedgerTake>;

/** An exercise in a ledger, and how far off a key of it may be. */
export const LedgerExercise = z.object({
  id: z.string(),
  title: z.string(),
  published: z.boolean(),
  dueAt: z.string().nullable(),
  tolerances: Tolerances,
  keyTolerances: z.array(KeyTolerance),
});
export type LedgerExercise = z.infer<typeof LedgerExercise>;

/** Words that stand in several notes of returned reviews. */
export const UsedNote = z.object({ text: z.string(), times: z.int(), learners: z.int(), exercises: z.int() });
export type UsedNote = z.infer<typeof UsedNote>;

/** All that a course's ledger is computed from, for its instructors and markers. */
export const Ledger = z.object({
  title: z.string(),
  /** Who asks makes lessons and boards, too. */
  mayTeach: z.boolean(),
  /** Among them who left the course and whose takes stay. */
  learners: z.array(Person.extend({ left: z.boolean() })),
  exercises: z.array(LedgerExercise),
  takes: z.array(LedgerTake),
  /** The most used first. */
  notesUsed: z.array(UsedNote),
});
export type Ledger = z.infer<typeof Ledger>;

/** What a drill said of a learner's eye, for the ledger of a course. What was guessed is not among them. */
export const LedgerDrill = DrillResult.pick({ of: true, size: true }).extend({
  learnerId: z.string(),
  fps: z.int(),
  doneAt: z.string(),
});
export type LedgerDrill = z.infer<typeof LedgerDrill>;

/** So many learners at least stand behind a figure of the class that a learner sees. */
export const LEAST_BEHIND = 8;

/** A learner's own course: their takes that were returned, as far as they may see them, beside the class as a whole. */
export const OwnLedger = z.object({
  title: z.string(),
  exercises: z.array(z.object({ id: z.string(), title: z.string() })),
  takes: z.array(
    LedgerTake.pick({
      id: true,
      learnerId: true,
      exerciseId: true,
      number: true,
      handedInAt: true,
      grade: true,
      digest: true,
    }),
  ),
  /** The middle half of the class, where enough stand behind it; of nobody by themselves. */
  classes: z.array(z.object({ exerciseId: z.string(), measure: z.enum(CLASS_MEASURES), quartiles: Quartiles })),
});
export type OwnLedger = z.infer<typeof OwnLedger>;
