import { CRITERION_IDS, FINDING_NAMES, type FindingKind } from '../reading/index.ts';
import { type ClassTake, type ReadTake, runsOf, stillHas, takesAt } from './class-takes.ts';
import type { Fault } from './digest.ts';
import { type Quartiles, quartilesOf } from './quartiles.ts';

/** A kind of fault in an exercise: who has it in their latest take, by how much, and whether it goes away. */
export interface CommonFault {
  kind: FindingKind;
  name: string;
  exerciseId: string;
  learnerIds: string[];
  /** How many learners have a take of the exercise that is read. */
  learners: number;
  /** The middle of what it is off by, without its sign, in the unit of most; null where it has none. */
  typical: { off: number; unit: string } | null;
  /** Of those who had it and tried again, how many had it no more, and how many there were. */
  gone: number;
  triedAgain: number;
  /** Latest takes that have it. */
  takeIds: string[];
}

/** Each kind of fault of each exercise, what most have first. */
export function commonFaults(takes: readonly ClassTake[]): CommonFault[] {
  const found = new Map<string, CommonFault & { faults: Fault[] }>();
  const runs = runsOf(takes);
  const learnersOf = new Map<string, number>();
  for (const [{ exerciseId }] of runs as [ReadTake][])
    learnersOf.set(exerciseId, (learnersOf.get(exerciseId) ?? 0) + 1);
  const known = (kind: FindingKind, exerciseId: string) => {
    const key = `${exerciseId} ${kind}`;
    const own = found.get(key) ?? {
      kind,
      name: FINDING_NAMES[kind],
      exerciseId,
      learnerIds: [],
      learners: learnersOf.get(exerciseId)!,
      typical: null,
      gone: 0,
      triedAgain: 0,
      takeIds: [],
      faults: [],
    };
    found.set(key, own);
    return own;
  };
  const kindsOf = ({ digest }: ReadTake): Set<FindingKind> => new Set(digest.faults.map(({ kind }) => kind));
  for (const run of runs) {
    const last = run.at(-1)!;
    for (const kind of kindsOf(last)) {
      const own = known(kind, last.exerciseId);
      own.learnerIds.push(last.learnerId);
      own.takeIds.push(last.id);
      own.faults.push(...last.digest.faults.filter((fault) => fault.kind === kind));
    }
    for (let i = 0; i + 1 < run.length; i++) {
      for (const kind of kindsOf(run[i]!)) {
        const own = known(kind, last.exerciseId);
        const still = stillHas(run[i + 1]!, (fault) => fault.kind === kind);
        if (still !== null) own.triedAgain++;
        if (still === false) own.gone++;
      }
    }
  }
  return [...found.values()]
    .map(({ faults, ...own }) => ({ ...own, typical: typicalOf(faults) }))
    .sort((a, b) => b.learnerIds.length - a.learnerIds.length || b.triedAgain - a.triedAgain);
}

function typicalOf(faults: readonly Fault[]): CommonFault['typical'] {
  const byUnit = new Map<string, number[]>();
  for (const { unit, off } of faults) byUnit.set(unit, [...(byUnit.get(unit) ?? []), Math.abs(off)]);
  const [most] = [...byUnit].sort(([, a], [, b]) => b.length - a.length);
  return most ? { unit: most[0], off: quartilesOf(most[1])!.median } : null;
}

/** What a key of a take is off by in frames, later is more; or a movement of it in percent of its spacing. */
export interface Off {
  takeId: string;
  learnerId: string;
  exerciseId: string;
  subjectId: string;
  track: string;
  label: string;
  /** The frame of the key; null of a movement's spacing. */
  frame: number | null;
  off: number;
}

/** How far off some takes are, key by key, or movement by movement. */
export function offsOf(takes: readonly ReadTake[], of: 'keys' | 'spacing'): Off[] {
  return takes.flatMap(({ id, learnerId, exerciseId, digest }) =>
    digest.tracks.flatMap(({ subjectId, track, label, keys, spacing }): Off[] => {
      const take = { takeId: id, learnerId, exerciseId, subjectId, track, label };
      return of === 'spacing'
        ? [{ ...take, frame: null, off: spacing }]
        : keys.map(([frame, off]) => ({ ...take, frame, off }));
    }),
  );
}

/** A bar of a distribution: what lies from one value up to another, and whose takes. */
export interface Bar {
  from: number;
  to: number;
  offs: Off[];
  takeIds: string[];
}

/** Bars of one width with whole multiples of it in their middles; what lies far out is in the last of each side. */
export function barsOf(offs: readonly Off[], width: number, most: number): Bar[] {
  if (offs.length === 0) return [];
  const numberOf = (off: number): number => Math.max(-most, Math.min(most, Math.round(off / width)));
  const numbers = offs.map(({ off }) => numberOf(off));
  const [first, last] = [Math.min(0, ...numbers), Math.max(0, ...numbers)];
  const bars = Array.from({ length: last - first + 1 }, (_, i): Bar => ({
    from: (first + i - 0.5) * width,
    to: (first + i + 0.5) * width,
    offs: [],
    takeIds: [],
  }));
  offs.forEach((off, i) => {
    const bar = bars[numbers[i]! - first]!;
    bar.offs.push(off);
    if (!bar.takeIds.includes(off.takeId)) bar.takeIds.push(off.takeId);
  });
  return bars;
}

/** What a learner is measured by over a course: of the first two smaller is better, of grades and criteria more is. */
export const CLASS_MEASURES = ['key-offset', 'spacing', 'grade', ...CRITERION_IDS] as const;
export type ClassMeasure = (typeof CLASS_MEASURES)[number];

/** A take's own figure: the middle of what its keys or its spacing are off by, its grade or a criterion; else null. */
export function measureOf({ digest }: ReadTake, measure: ClassMeasure): number | null {
  if (measure === 'grade') return digest.grade;
  if (measure !== 'key-offset' && measure !== 'spacing') return digest.criteria[measure] ?? null;
  const values =
    measure === 'spacing'
      ? digest.tracks.map(({ spacing }) => spacing)
      : digest.tracks.flatMap(({ keys }) => keys.map(([, off]) => Math.abs(off)));
  return quartilesOf(values)?.median ?? null;
}

/** An exercise of a course: the middle half of a class, and each learner in it. */
export interface OverTime {
  exerciseId: string;
  quartiles: Quartiles | null;
  learners: Map<string, number>;
}

/** How a class moves from exercise to exercise by its latest takes, in the order that is given. */
export function overTime(
  exerciseIds: readonly string[],
  takes: readonly ClassTake[],
  measure: ClassMeasure,
): OverTime[] {
  const latest = takesAt(takes, 'latest');
  return exerciseIds.map((exerciseId) => {
    const learners = new Map<string, number>();
    for (const take of latest) {
      const value = take.exerciseId === exerciseId ? measureOf(take, measure) : null;
      if (value !== null) learners.set(take.learnerId, value);
    }
    return { exerciseId, quartiles: quartilesOf([...learners.values()]), learners };
  });
}
