import type { PlacedReference, References } from '@undulan/contract';
import { liesAlike, type Placement, placeWhole } from '@undulan/core';
import { createContext, type ReactNode, use, useEffect, useMemo, useRef, useState } from 'react';
import {
  type ClipPictures,
  lengthOfMedia,
  type UploadState,
  useClipFile,
  useClipPictures,
  useClipUpload,
} from '../clips/index.ts';
import { explain, type RulerOf, useLayReferenceMutation, useReferencesQuery } from '../server-data/index.ts';
import { useClock } from '../time/index.ts';
import { readySound, sayProblem } from '../ui/index.ts';
import { type Measured, SoundFollower } from './sound-follower.ts';
import { type Onsets, useOnsets } from './use-onsets.ts';
import { type Sound, useSound } from './use-sound.ts';

/** Footage or sound under the work, and what can be done with it. */
export interface Reference {
  /** What lies on the ruler, as it is while it is dragged; null of nothing. */
  placed: PlacedReference | null;
  /** It is what the exercise gives everyone, and this person is not who gives it. */
  isGiven: boolean;
  /** Another can be laid. */
  mayLay: boolean;
  /** Its bytes, once they are here. */
  files: readonly File[];
  footage: ClipPictures | null;
  sound: Sound | null;
  /** How long all of it is, as far as that is known. */
  lengthSeconds: number;
  problem: string | null;
  onsets: Onsets;
  upload: UploadState;
  pause: () => void;
  resume: () => void;
  /** Shows it elsewhere while that is being chosen; null: where it lies. */
  preview: (placement: Placement | null) => void;
  lay: (placement: Placement) => void;
  /** Sends a file and lays it on the ruler, from the range's first frame on. */
  take: (file: File) => void;
  remove: () => void;
  /** Whether what was laid is kept; empty while nothing was changed. */
  status: '' | 'Saving …' | 'Saved' | 'Not saved';
  /** What lay there before this, to be put back. */
  last: PlacedReference | null;
  putBack: () => void;
  /** The second at which its pictures end, where no more of them fit; null where all are there. */
  picturesEnd: number | null;
  /** How far the sound was off the picture while it last played; null before it did. */
  measured: () => Measured | null;
}

const ReferenceContext = createContext<Reference | null>(null);

/** The reference of the screen; null where it has none. */
export const useReference = (): Reference | null => use(ReferenceContext);

interface ReferenceProviderProps {
  /** Whose ruler: the same object while it is the same. */
  of: RulerOf;
  courseId: string;
  /** Which one this person lays: what is given to everyone, or their own; nothing where they only look. */
  as: keyof References | 'nothing';
  children: ReactNode;
}

/** What lies under the work of a screen; it needs a clock around it. */
export function ReferenceProvider({ of, courseId, as, children }: ReferenceProviderProps) {
  const clock = useClock();
  const { data } = useReferencesQuery(of);
  const [send, laying] = useLayReferenceMutation();
  const [shown, preview] = useState<Placement | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  /** What lay there before: taken away or changed for another, it can be put back. */
  const [last, setLast] = useState<PlacedReference | null>(null);
  const isGiven = as === 'nothing' || (as === 'own' && data?.own === null && data.given !== null);
  const stored = (as === 'own' ? data?.own : null) ?? data?.given ?? null;
  const placed = useMemo(() => stored && { ...stored, placement: shown ?? stored.placement }, [stored, shown]);
  const { files, problem: notFetched } = useClipFile(stored?.clipId, stored?.name ?? '');
  const isSound = stored?.type.startsWith('audio/') ?? false;
  const { clip, problem: notDecoded } = useClipPictures(isSound ? NOTHING : files, clock.rate);
  const footage = clip && clip.pictures.length > 0 ? clip : null;
  const sound = useSound(files);
  const onsets = useOnsets(sound);
  const sending = useSending(courseId, {
    onThere: (reference) => void put(reference),
    onProblem: setRefused,
  });
  const measured = useHeard(sound, placed?.placement ?? null);
  const put = async (reference: PlacedReference | null): Promise<void> => {
    if (stored && stored.clipId !== reference?.clipId && !isGiven) setLast(stored);
    preview(null);
    setRefused(null);
    if (as === 'nothing') {
      preview(reference?.placement ?? null);
      return;
    }
    const { error } = await send({ of, as, reference });
    if (error) sayProblem(explain(error));
  };
  const pictureSeconds = footage ? lastSecond(footage) : 0;
  const isSilentFilm = notDecoded !== null && sound !== null;
  const reference: Reference = {
    placed,
    isGiven,
    mayLay: as !== 'nothing',
    last: last && last.clipId !== stored?.clipId ? last : null,
    putBack: () => last && void put(last),
    picturesEnd: footage?.isCut ? pictureSeconds : null,
    files,
    footage,
    sound,
    lengthSeconds: Math.max(pictureSeconds, sound?.buffer.duration ?? 0, placed?.placement.toSeconds ?? 0),
    problem: refused ?? notFetched ?? (isSilentFilm ? null : notDecoded),
    onsets,
    upload: sending.upload,
    pause: sending.pause,
    resume: sending.resume,
    preview,
    lay: (placement) => {
      if (!stored) return;
      // Where nothing is changed, what is given does not become one's own.
      if (liesAlike(placement, stored.placement)) preview(null);
      else void put({ ...stored, placement });
    },
    take: (file) => {
      setRefused(null);
      void sending.take(file);
    },
    remove: () => void put(null),
    status: laying.isLoading ? 'Saving …' : laying.isError ? 'Not saved' : laying.isSuccess ? 'Saved' : '',
    measured,
  };
  return <ReferenceContext value={reference}>{children}</ReferenceContext>;
}

const NOTHING: readonly File[] = [];

/** Pictures that have all come last one picture longer than the time of the last. */
function lastSecond({ seconds, isWhole }: ClipPictures): number {
  const last = seconds.at(-1)! - seconds[0]!;
  return isWhole && seconds.length > 1 ? last + (seconds.at(-1)! - seconds.at(-2)!) : last;
}

/** Sends a chosen file; once it is there it is laid from the range's first frame on. */
function useSending(
  courseId: string,
  { onThere, onProblem }: { onThere: (reference: PlacedReference) => void; onProblem: (why: string) => void },
) {
  const clock = useClock();
  const { upload, send, pause, resume } = useClipUpload(useMemo(() => ({ courseId }), [courseId]));
  /** What is on its way. */
  const waiting = useRef<{ file: File; seconds: number; type: string } | null>(null);
  const lay = useRef(onThere);
  useEffect(() => {
    lay.current = onThere;
  });
  useEffect(() => {
    if (upload.is !== 'there' || !waiting.current) return;
    const { file, seconds, type } = waiting.current;
    waiting.current = null;
    const placement = placeWhole(clock.range.first, seconds);
    lay.current({ clipId: upload.clipId, placement, name: file.name, type, bytes: file.size });
  }, [upload, clock]);
  return {
    upload,
    pause,
    resume,
    take: async (file: File): Promise<void> => {
      try {
        const { seconds, type } = await lengthOfMedia(file, clock.rate);
        waiting.current = { file, seconds, type };
        send([file]);
      } catch (error) {
        onProblem(error instanceof Error ? error.message : String(error));
      }
    },
  };
}

/** Lets a sound be heard as it lies on the ruler. Gives how far it was off. */
function useHeard(sound: Sound | null, placement: Placement | null): () => Measured | null {
  const clock = useClock();
  const [follower, setFollower] = useState<SoundFollower | null>(null);
  const hasSound = sound !== null;
  useEffect(() => {
    if (!hasSound) return undefined;
    let made: SoundFollower | null = null;
    // A browser lets sound be heard once someone has pressed something: what they press to play is in time.
    const stop = clock.subscribe(() => {
      const context = made ? null : readySound();
      if (context) {
        made = new SoundFollower(context, clock);
        setFollower(made);
      }
      made?.follow();
    });
    return () => {
      stop();
      made?.end();
      setFollower(null);
    };
  }, [clock, hasSound]);
  useEffect(
    () => follower?.lay(sound && placement && { sound: sound.buffer, placement }),
    [follower, sound, placement],
  );
  return () => follower?.measured ?? null;
}
