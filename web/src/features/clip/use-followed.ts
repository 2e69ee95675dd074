import type { PlacedSpot, Rate, SpotWay } from '@undulan/core';
import { useEffect, useState } from 'react';
import { type ReadClip, readClip } from '../../clips/index.ts';

interface Followed {
  spots: readonly PlacedSpot[];
  read: ReadClip | null;
  /** How many pictures are followed so far, while it goes on. */
  seen: number | null;
  problem: string | null;
  /** Points at the spot in a picture: in the first, what is followed; in a later one, where it is from there on. */
  point: (spot: { picture: number; x: number; y: number }) => void;
  by: SpotWay | undefined;
  followBy: (by: SpotWay | undefined) => void;
}

interface Outcome {
  of: readonly PlacedSpot[];
  by: SpotWay | undefined;
  read: ReadClip | null;
  problem: string | null;
}

/** A spot of a chosen clip, followed anew whenever it is pointed at. */
export function useFollowed(files: readonly File[], rate: Rate): Followed {
  const [spots, setSpots] = useState<readonly PlacedSpot[]>([]);
  const [by, setBy] = useState<SpotWay | undefined>();
  /** What came of following which spots, and how far it is with which. */
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [progress, setProgress] = useState<{ of: readonly PlacedSpot[]; seen: number } | null>(null);

  useEffect(() => {
    if (spots.length === 0) return undefined;
    const leaving = new AbortController();
    readClip(
      { files, spots: spots.map((spot) => ({ ...spot, by })), rate },
      { onSeen: (seen) => setProgress({ of: spots, seen }), signal: leaving.signal },
    ).then(
      (read) => setOutcome({ of: spots, by, read, problem: null }),
      (error: unknown) => {
        if (leaving.signal.aborted) return;
        const problem = error instanceof Error ? error.message : String(error);
        setOutcome((before) => ({ of: spots, by, read: before?.read ?? null, problem }));
      },
    );
    return () => leaving.abort();
  }, [files, spots, by, rate]);

  const isFollowing = spots.length > 0 && (outcome?.of !== spots || outcome.by !== by);
  return {
    spots,
    read: outcome?.read ?? null,
    seen: isFollowing ? (progress?.of === spots ? progress.seen : 0) : null,
    problem: outcome?.problem ?? null,
    by,
    followBy: setBy,
    point: (spot) =>
      setSpots((before) =>
        spot.picture === 0
          ? [spot]
          : [...before.filter((own) => own.picture < spot.picture), spot].sort((a, b) => a.picture - b.picture),
      ),
  };
}
