import { type PlacedSpot, type Rate, type SpotWay, subjectTracks } from '@undulan/core';
import { useEffect, useMemo, useState } from 'react';
import type { ReadClip } from './clip-worker.ts';
import { proposeSpot, readClip } from './read-clip.ts';

/**
 * What is pointed at: what is followed, something that stands still, another spot of what is followed, or another
 * subject by its id.
 */
export type SpotPart = 'main' | 'still' | 'second' | `part:${string}`;
const PART = 'part:';

type Spots = Readonly<Partial<Record<SpotPart, readonly PlacedSpot[]>>>;
const NONE: Spots = {};
const spotsOf = (spots: Spots, part: SpotPart): readonly PlacedSpot[] => spots[part] ?? [];

export interface Followed {
  spotsOf: (part: SpotPart) => readonly PlacedSpot[];
  /** Where a part was found in a picture; undefined of what is not found there, or not by place. */
  spotOn: (part: SpotPart, picture: number) => { x: number; y: number } | undefined;
  read: ReadClip | null;
  /** How many pictures are followed so far, while it goes on. */
  seen: number | null;
  problem: string | null;
  /** Points at a spot in a picture: it is followed back and forth; in one after that, where it is from there on. */
  point: (part: SpotPart, spot: { picture: number; x: number; y: number }) => void;
  letGo: (part: SpotPart) => void;
  by: SpotWay | undefined;
  followBy: (by: SpotWay | undefined) => void;
  /** Points at what moves; gives where that is, null where nothing does. */
  find: () => Promise<PlacedSpot | null>;
  isFinding: boolean;
}

interface Outcome {
  of: Spots;
  by: SpotWay | undefined;
  read: ReadClip | null;
  problem: string | null;
}

/** Spots of a chosen clip, followed anew whenever one is pointed at. */
export function useFollowed(files: readonly File[], rate: Rate): Followed {
  const [spots, setSpots] = useState(NONE);
  const [by, setBy] = useState<SpotWay | undefined>();
  /** What came of following which spots, and how far it is with which. */
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [progress, setProgress] = useState<{ of: Spots; seen: number } | null>(null);
  const [isFinding, setFinding] = useState(false);
  const { num, den } = rate;
  const runs = useMemo(() => ({ num, den }), [num, den]);

  useEffect(() => {
    const main = spotsOf(spots, 'main');
    if (main.length === 0) return undefined;
    const leaving = new AbortController();
    const asked = {
      files,
      rate: runs,
      spots: main.map((spot) => ({ ...spot, by })),
      still: spotsOf(spots, 'still').map((spot) => ({ ...spot, by: 'look' as const })),
      second: spotsOf(spots, 'second'),
      parts: (Object.keys(spots) as SpotPart[])
        .filter((part) => part.startsWith(PART) && spotsOf(spots, part).length > 0)
        .map((part) => ({ subjectId: part.slice(PART.length), spots: spotsOf(spots, part) })),
    };
    readClip(asked, { onSeen: (seen) => setProgress({ of: spots, seen }), signal: leaving.signal }).then(
      (read) => setOutcome({ of: spots, by, read, problem: null }),
      (error: unknown) => {
        if (leaving.signal.aborted) return;
        const problem = error instanceof Error ? error.message : String(error);
        setOutcome((before) => ({ of: spots, by, read: before?.read ?? null, problem }));
      },
    );
    return () => leaving.abort();
  }, [files, spots, by, runs]);

  const isFollowing = spotsOf(spots, 'main').length > 0 && (outcome?.of !== spots || outcome.by !== by);
  const point: Followed['point'] = (part, spot) =>
    setSpots((before) => {
      const own = spotsOf(before, part);
      const isFirst = spot.picture <= (own[0]?.picture ?? Infinity);
      return { ...before, [part]: isFirst ? [spot] : [...own.filter(({ picture }) => picture < spot.picture), spot] };
    });
  return {
    spotOn: (part, picture) => {
      const subjectId = part === 'main' ? '' : part.startsWith(PART) ? part.slice(PART.length) : null;
      const tracks = outcome?.read ? subjectTracks(outcome.read.track, '') : [];
      return tracks.find((own) => own.subjectId === subjectId)?.track.frames[picture];
    },
    spotsOf: (part) => spotsOf(spots, part),
    read: outcome?.read ?? null,
    seen: isFollowing ? (progress?.of === spots ? progress.seen : 0) : null,
    problem: outcome?.problem ?? null,
    by,
    followBy: setBy,
    point,
    letGo: (part) => setSpots((before) => ({ ...before, [part]: [] })),
    find: async () => {
      setFinding(true);
      try {
        const spot = await proposeSpot(files, runs);
        if (spot) point('main', spot);
        return spot;
      } finally {
        setFinding(false);
      }
    },
    isFinding,
  };
}
