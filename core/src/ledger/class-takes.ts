import type { FindingKind } from '../reading/index.ts';
import type { Digest, Fault } from './digest.ts';

/** A take of a class as its ledger knows it: whose, of what, and what its reading says in short. */
export interface ClassTake {
  id: string;
  learnerId: string;
  exerciseId: string;
  /** 1 is the learner's first of this exercise. */
  number: number;
  /** When it was handed in, as an ISO date. */
  handedInAt: string;
  /** Null until it is read. */
  digest: Digest | null;
}

/** One that is read. */
export type ReadTake = ClassTake & { digest: Digest };

/** A learner's takes of one exercise that are read, first to last. */
export function runsOf(takes: readonly ClassTake[]): ReadTake[][] {
  const runs = new Map<string, ReadTake[]>();
  for (const take of takes) {
    if (!take.digest) continue;
    const key = `${take.learnerId} ${take.exerciseId}`;
    const known = runs.get(key);
    if (known) known.push(take as ReadTake);
    else runs.set(key, [take as ReadTake]);
  }
  for (const run of runs.values()) run.sort((a, b) => a.number - b.number);
  return [...runs.values()];
}

/** The first takes that are read, or the latest, one a learner and exercise. */
export function takesAt(takes: readonly ClassTake[], which: 'first' | 'latest'): ReadTake[] {
  return runsOf(takes).map((run) => run.at(which === 'first' ? 0 : -1)!);
}

/** Where one of these is found, something of the take is not there, and faults it would have may be hidden by that. */
const HIDES: ReadonlySet<FindingKind> = new Set(['not-all-read', 'subject-missing', 'track-never-keyed']);

/** Whether a take after one that has a fault has it too; null where that cannot be told. */
export function stillHas({ digest: { faults } }: ReadTake, isOf: (fault: Fault) => boolean): boolean | null {
  if (faults.some(isOf)) return true;
  return faults.some(({ kind }) => HIDES.has(kind)) ? null : false;
}
