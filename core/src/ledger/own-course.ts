import { FINDING_NAMES, type FindingKind } from '../reading/index.ts';
import { type ClassTake, runsOf, stillHas } from './class-takes.ts';
import { mendsOf } from './teach-next.ts';

/** A kind of fault in a learner's own course. */
export interface OwnFault {
  kind: FindingKind;
  name: string;
  exerciseIds: string[];
  /** The latest takes that have it, or had it; the strongest first. */
  takeIds: string[];
}

export interface OwnCourse {
  /** What was wrong in a take and is in no latest take of those exercises any more. */
  better: OwnFault[];
  /** What latest takes have, by how much of what is off it makes up, over all exercises. */
  next: OwnFault[];
}

type Weighed = OwnFault & { weights: Map<string, number> };

/** What of a learner's own takes got better, and what to look at next. */
export function ownCourse(takes: readonly ClassTake[]): OwnCourse {
  const had = new Map<FindingKind, OwnFault>();
  const has = new Map<FindingKind, Weighed>();
  for (const run of runsOf(takes)) {
    const last = run.at(-1)!;
    for (const fault of last.digest.faults) {
      const { kind } = fault;
      const own: Weighed = has.get(kind) ?? {
        kind,
        name: FINDING_NAMES[kind],
        exerciseIds: [],
        takeIds: [],
        weights: new Map(),
      };
      has.set(kind, own);
      own.weights.set(last.id, Math.min(1, (own.weights.get(last.id) ?? 0) + mendsOf(fault)));
      if (!own.exerciseIds.includes(last.exerciseId)) own.exerciseIds.push(last.exerciseId);
    }
    for (const before of run.slice(0, -1))
      for (const { kind } of before.digest.faults) {
        if (stillHas(last, (fault) => fault.kind === kind) !== false) continue;
        const own: OwnFault = had.get(kind) ?? { kind, name: FINDING_NAMES[kind], exerciseIds: [], takeIds: [] };
        had.set(kind, own);
        if (!own.exerciseIds.includes(before.exerciseId)) own.exerciseIds.push(before.exerciseId);
        if (!own.takeIds.includes(last.id)) own.takeIds.push(last.id);
      }
  }
  const sum = (weights: ReadonlyMap<string, number>): number =>
    [...weights.values()].reduce((all, own) => all + own, 0);
  return {
    better: [...had.values()]
      .filter(({ kind }) => !has.has(kind))
      .sort((a, b) => b.exerciseIds.length - a.exerciseIds.length),
    next: [...has.values()]
      .sort((a, b) => sum(b.weights) - sum(a.weights))
      .map(({ weights, ...own }) => ({
        ...own,
        takeIds: [...weights.keys()].sort((a, b) => weights.get(b)! - weights.get(a)!),
      })),
  };
}
