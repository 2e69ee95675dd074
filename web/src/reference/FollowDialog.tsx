import {
  type Acted,
  CLIP_EVENT_KINDS,
  type ClipEventKind,
  type Cue,
  cuesOfTrack,
  performanceOf,
  type Stage,
} from '@undulan/core';
import { type ReactNode, useState } from 'react';
import { ClipPicture, PictureSlider, useFollowed } from '../clips/index.ts';
import { useClock } from '../time/index.ts';
import { Button, Dialog, Problem, Tick } from '../ui/index.ts';
import { useReference } from './reference-context.tsx';

/** What is done with what a reference shows. */
export interface ReferenceUse {
  /** How cues are set while it plays, in words. */
  byEar: ReactNode;
  /** Takes cues, which may lie between frames. */
  onCues: (cues: Cue[]) => void;
  /** Who may do what is acted out, and on what stage; null where nobody can. */
  actor: { name: string; stage: Stage; onActOut: (performance: Acted) => void } | null;
}

const KIND_LABELS: Record<ClipEventKind, string> = {
  'sets-off': 'it sets off',
  contact: 'contacts',
  turns: 'it turns',
  'comes-to-rest': 'it comes to rest',
};

/** Pointing at something in footage: what it does becomes cues, or the motion of a subject. */
export function FollowDialog({ onCues, actor, onClose }: Omit<ReferenceUse, 'byEar'> & { onClose: () => void }) {
  const { files, footage, placed } = useReference()!;
  const { rate } = useClock();
  const followed = useFollowed(files, rate);
  const [number, setNumber] = useState(0);
  const [kinds, setKinds] = useState<readonly ClipEventKind[]>(['contact', 'comes-to-rest']);
  const { read, seen } = followed;
  const isPointed = followed.spotsOf('main').length > 0;
  const isDone = read !== null && seen === null;
  const last = (footage?.pictures.length ?? 1) - 1;
  const shown = Math.min(number, last);
  const placement = placed!.placement;
  const cues = isDone ? cuesOfTrack(read.track, placement, rate, kinds) : [];
  const performance =
    isDone && actor ? performanceOf(read.track, placement, { rate, stage: actor.stage, size: read }) : null;
  const waits = !isPointed ? 'Point at it in the picture first.' : 'It is still being followed.';
  return (
    <Dialog
      open
      wide
      title="Follow something in the reference"
      onClose={onClose}
      actions={
        <>
          {actor && (
            <Button
              disabledReason={!isDone ? waits : !performance && 'Nothing of what was followed is left on the ruler.'}
              tip="Its position is keyed where something happens, and spaced as it was done"
              onClick={() => {
                actor.onActOut(performance!);
                onClose();
              }}
            >
              Let {actor.name} do it
            </Button>
          )}
          <Button
            kind="main"
            disabledReason={!isDone ? waits : cues.length === 0 && 'None of what is ticked happens in it.'}
            onClick={() => {
              onCues(cues);
              onClose();
            }}
          >
            {cues.length === 1 ? 'Mark 1 cue' : `Mark ${cues.length} cues`}
          </Button>
        </>
      }
    >
      <div className="grid gap-3 text-sm">
        <p className="text-faint" role="status">
          {!isPointed
            ? 'Go to a picture in which it is well seen, and press it.'
            : seen !== null
              ? `Following it: ${seen} pictures so far …`
              : 'Where the spot is off, go to that picture and drag it, or press, to where it should be.'}
        </p>
        <div className="h-80">
          {footage && (
            <ClipPicture
              clip={footage}
              track={read?.track ?? null}
              number={shown}
              spot={read?.track.frames[shown]}
              onPoint={(place) => followed.point('main', { ...place, picture: shown })}
            />
          )}
        </div>
        <PictureSlider number={shown} last={last} onShow={setNumber} />
        <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <legend className="mb-1 text-xs font-semibold text-faint">Cues where</legend>
          {CLIP_EVENT_KINDS.map((kind) => (
            <Tick
              key={kind}
              checked={kinds.includes(kind)}
              onTick={(on) => setKinds(on ? [...kinds, kind] : kinds.filter((other) => other !== kind))}
            >
              {KIND_LABELS[kind]}
            </Tick>
          ))}
          {isDone && (
            <span className="figures ml-auto text-xs text-faint">
              {cues.length === 0 ? 'none' : `frames ${cues.map(({ frame }) => Math.round(frame)).join(', ')}`}
            </span>
          )}
        </fieldset>
        <Problem>{followed.problem}</Problem>
      </div>
    </Dialog>
  );
}
