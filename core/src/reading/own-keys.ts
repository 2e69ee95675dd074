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

/** What its instructor calls the target's key on a frame; null where it has no name. */
export function eventAt(
  { events }: Pick<Target, 'events'>,
  { subjectId, track }: Pick<TrackReading, 'subjectId' | 'track'>,
  frame: number,
): string | null {
  return (
    events?.find((event) => event.subjectId === subjectId && event.track === track && event.frame === frame)?.name ??
    null
  );
}
