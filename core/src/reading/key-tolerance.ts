import type { Target, TrackReading } from './schema.ts';

/** How many frames a key of the target may be off: its own tolerance where it has one, else the exercise's. */
export function toleranceAt(
  { tolerances, keyTolerances }: Pick<Target, 'tolerances' | 'keyTolerances'>,
  { subjectId, track }: Pick<TrackReading, 'subjectId' | 'track'>,
  frame: number,
): number {
  return (
    keyTolerances?.find((key) => key.subjectId === subjectId && key.track === track && key.frame === frame)
      ?.keyFrames ?? tolerances.keyFrames
  );
}
