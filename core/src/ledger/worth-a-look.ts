import { type ClassTake, type ReadTake, takesAt } from './class-takes.ts';
import { quartilesOf } from './quartiles.ts';

/**
 * What may be wrong with an exercise, not with the class: nearly all have nothing to learn from it, or nearly all miss
 * one key by about the same.
 */
export type WorthALook =
  | { why: 'too-easy'; exerciseId: string; learners: number; without: number; takeIds: string[] }
  | {
      why: 'one-key';
      exerciseId: string;
      label: string;
      frame: number;
      learners: number;
      missing: number;
      /** What they are late by in the middle, in frames; null where they have no such key at all. */
      median: number | null;
      /** How far off the key may be, in frames. */
      tolerance: number;
      takeIds: string[];
    };

/** An exercise of so many learners can be judged. */
const LEAST_LEARNERS = 5;
/** More than this share miss a key, or find nothing wrong at once. */
const NEARLY_ALL = 0.8;
/** They agree where the middle half of them lies within so many frames. */
const AGREE_FRAMES = 1;
/** A first take with this grade and no fault that is more than slight has nothing to learn. */
const EASY_GRADE = 95;

/** How far off a key may be in an exercise, in frames. */
export type KeyTolerances = (exerciseId: string, subjectId: string, track: string, frame: number) => number;

/** The exercises of a class that are worth a look, in the order they are given. */
export function worthALook(
  exerciseIds: readonly string[],
  takes: readonly ClassTake[],
  tolerances: KeyTolerances,
): WorthALook[] {
  const first = takesAt(takes, 'first');
  const latest = takesAt(takes, 'latest');
  return exerciseIds.flatMap((exerciseId): WorthALook[] => {
    const isOf = (take: ReadTake): boolean => take.exerciseId === exerciseId;
    return [...tooEasy(exerciseId, first.filter(isOf)), ...keysMissed(exerciseId, latest.filter(isOf), tolerances)];
  });
}

function tooEasy(exerciseId: string, takes: readonly ReadTake[]): WorthALook[] {
  if (takes.length < LEAST_LEARNERS) return [];
  const without = takes.filter(
    ({ digest }) => digest.grade >= EASY_GRADE && digest.faults.every(({ severity }) => severity === 'slight'),
  );
  if (without.length <= NEARLY_ALL * takes.length) return [];
  return [
    {
      why: 'too-easy',
      exerciseId,
      learners: takes.length,
      without: without.length,
      takeIds: without.map(({ id }) => id),
    },
  ];
}

interface Missed {
  label: string;
  frame: number;
  tolerance: number;
  takeIds: string[];
  offs: number[];
  lacking: number;
}

function keysMissed(exerciseId: string, takes: readonly ReadTake[], tolerances: KeyTolerances): WorthALook[] {
  if (takes.length < LEAST_LEARNERS) return [];
  const keys = new Map<string, Missed>();
  const known = (subjectId: string, track: string, label: string, frame: number): Missed => {
    const name = `${subjectId} ${track} ${frame.toFixed(3)}`;
    const own = keys.get(name) ?? {
      label,
      frame,
      tolerance: tolerances(exerciseId, subjectId, track, frame),
      takeIds: [],
      offs: [],
      lacking: 0,
    };
    keys.set(name, own);
    return own;
  };
  for (const { id, digest } of takes)
    for (const { subjectId, track, label, keys: found, missing } of digest.tracks) {
      for (const [frame, off] of found) {
        if (Math.abs(off) <= tolerances(exerciseId, subjectId, track, frame)) continue;
        const key = known(subjectId, track, label, frame);
        key.takeIds.push(id);
        key.offs.push(off);
      }
      for (const frame of missing) {
        const key = known(subjectId, track, label, frame);
        key.takeIds.push(id);
        key.lacking++;
      }
    }
  return [...keys.values()]
    .filter(({ takeIds, offs, lacking }) => {
      if (takeIds.length <= NEARLY_ALL * takes.length) return false;
      if (lacking === takeIds.length) return true;
      const spread = quartilesOf(offs)!;
      return lacking === 0 && spread.high - spread.low < AGREE_FRAMES;
    })
    .map(({ label, frame, tolerance, takeIds, offs }) => ({
      why: 'one-key' as const,
      exerciseId,
      label,
      frame,
      learners: takes.length,
      missing: takeIds.length,
      median: quartilesOf(offs)?.median ?? null,
      tolerance,
      takeIds,
    }));
}
