import {
  FRAME_LIMIT,
  frameAt,
  makeStandIn,
  MOST_REFERENCE_SECONDS,
  type Placement,
  REFERENCE_PLACES,
  REFERENCE_SPEEDS,
  type ReferencePlace,
  STAND_IN_SAMPLE_RATE,
  STAND_IN_SOUNDS,
  type StandInSound,
  trimmedFrom,
  trimmedTo,
  writeWav,
} from '@undulan/core';
import { Camera, FileVideo, Footprints, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { z } from 'zod';
import { UploadLine } from '../clips/index.ts';
import { useClock, usePlaying } from '../time/index.ts';
import {
  Button,
  ButtonGroup,
  DecimalField,
  Empty,
  fixed,
  Menu,
  MenuItem,
  Problem,
  useFileChoice,
} from '../ui/index.ts';
import { CameraDialog } from './CameraDialog.tsx';
import { FollowDialog, type ReferenceUse } from './FollowDialog.tsx';
import { OnsetCues } from './OnsetCues.tsx';
import { type Reference, useReference } from './reference-context.tsx';

const PLACE_LABELS: Record<ReferencePlace, { label: string; says: string }> = {
  corner: { label: 'In a corner', says: 'Small, in a corner of the stage' },
  beside: { label: 'Beside', says: 'Beside the stage' },
  under: { label: 'Under', says: 'As the ground of the stage, to animate over' },
  hidden: { label: 'Hidden', says: 'Not seen, but in its strip' },
};

const ACCEPT = 'video/*,audio/*,image/gif,image/png,image/webp,.zip';

interface ReferencePanelProps extends ReferenceUse {
  /** Where pictures may be seen here. */
  places?: readonly ReferencePlace[];
}

/** Footage or sound to work by: choosing it, how it lies on the ruler, where it is seen, and what timing it gives. */
export function ReferencePanel({ places = REFERENCE_PLACES, ...use }: ReferencePanelProps) {
  const reference = useReference()!;
  const { placed, upload, problem, isGiven } = reference;
  const isSending = upload.is === 'going' || upload.is === 'paused' || upload.is === 'stopped';
  return (
    <section aria-label="Reference" className="grid content-start gap-3 py-2 text-sm">
      {reference.mayLay && <Choosing reference={reference} />}
      {isSending && <UploadLine upload={upload} done="" onPause={reference.pause} onResume={reference.resume} />}
      <Problem>{problem}</Problem>
      {reference.last && (
        <p className="text-xs text-faint">
          {reference.last.name} lay here before.{' '}
          <button type="button" className="rounded-sm text-accent underline" onClick={reference.putBack}>
            Put it back
          </button>
        </p>
      )}
      {placed ? (
        <>
          {isGiven && <p className="text-xs text-faint">The exercise gives it. What you change here is yours alone.</p>}
          <OnRuler reference={reference} placement={placed.placement} />
          {reference.picturesEnd !== null && (
            <p className="text-xs text-faint">
              Its pictures are shown up to {fixed(reference.picturesEnd, 1)} s: more of them do not fit.
            </p>
          )}
          <Seen reference={reference} placement={placed.placement} places={places} />
          <Timing reference={reference} use={use} />
        </>
      ) : (
        !isSending && (
          <Empty title="Nothing to work by yet">
            Act the move out before the camera, or choose footage or a sound: it goes along with the playhead, and gives
            cues to land on.
          </Empty>
        )
      )}
    </section>
  );
}

function Choosing({ reference: { take, remove, placed, isGiven, status } }: { reference: Reference }) {
  const [camera, setCamera] = useState(false);
  const { input, choose } = useFileChoice({
    label: 'Footage or sound',
    accept: ACCEPT,
    onFiles: ([file]) => take(file),
  });
  const takeStandIn = (name: StandInSound): void =>
    take(new File([writeWav(makeStandIn(name), STAND_IN_SAMPLE_RATE)], `${name}.wav`, { type: 'audio/wav' }));
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      {input}
      <Button small onClick={choose}>
        <FileVideo size={14} /> Choose a file
      </Button>
      <Button small onClick={() => setCamera(true)}>
        <Camera size={14} /> Film yourself
      </Button>
      <Menu
        trigger={
          <Button small>
            <Footprints size={14} /> Made-up sound
          </Button>
        }
      >
        {(Object.keys(STAND_IN_SOUNDS) as StandInSound[]).map((name) => (
          <MenuItem key={name} onSelect={() => takeStandIn(name)}>
            {STAND_IN_SOUNDS[name].label}
          </MenuItem>
        ))}
      </Menu>
      {placed && (
        <Button
          small
          square
          kind="quiet"
          aria-label="Take the reference away"
          tip="Take it away"
          disabledReason={isGiven && 'The exercise gives it: hide it, or lay another.'}
          onClick={remove}
        >
          <Trash2 size={14} />
        </Button>
      )}
      <span role="status" className="text-xs text-faint">
        {status}
      </span>
      {camera && <CameraDialog onTake={take} onClose={() => setCamera(false)} />}
    </div>
  );
}

const Percent = z
  .number()
  .min(100 * REFERENCE_SPEEDS.least)
  .max(100 * REFERENCE_SPEEDS.most);
const Seconds = z.number().min(0).max(MOST_REFERENCE_SECONDS);
const Frame = z.number().min(-FRAME_LIMIT).max(FRAME_LIMIT);

/** Where it begins, how fast it goes, and what of it is left. */
function OnRuler({ reference, placement }: { reference: Reference; placement: Placement }) {
  const { rate } = useClock();
  const { lay, lengthSeconds } = reference;
  const cut = (seconds: number): number => frameAt(placement, seconds, rate);
  const shown = (value: number): string => String(Math.round(value * 1000) / 1000);
  return (
    <div className="grid grid-cols-4 gap-2">
      <DecimalField
        label="Begins on"
        value={shown(placement.startFrame)}
        within={Frame}
        onDecimal={(startFrame) => lay({ ...placement, startFrame })}
      />
      <DecimalField
        label="Speed, %"
        value={shown(100 * placement.speed)}
        within={Percent}
        unit="%"
        onDecimal={(percent) => lay({ ...placement, speed: percent / 100 })}
      />
      <DecimalField
        label="From, s"
        value={shown(placement.fromSeconds)}
        within={Seconds}
        unit="s"
        onDecimal={(seconds) => lay(trimmedFrom(placement, cut(seconds), rate))}
      />
      <DecimalField
        label="To, s"
        value={shown(placement.toSeconds)}
        within={Seconds}
        unit="s"
        onDecimal={(seconds) => lay(trimmedTo(placement, cut(seconds), rate, lengthSeconds))}
      />
    </div>
  );
}

interface SeenProps {
  reference: Reference;
  placement: Placement;
  places: readonly ReferencePlace[];
}

/** Where pictures are seen, and how loud it is. */
function Seen({ reference, placement, places }: SeenProps) {
  const { footage, sound } = reference;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      {footage && (
        <ButtonGroup
          label="Where it is seen"
          apart
          // Where there are fewer places, what is seen at all is seen in the first.
          value={places.includes(placement.shown) ? placement.shown : places[0]!}
          choices={places.map((id) => ({ id, ...PLACE_LABELS[id] }))}
          onChoose={(shown) => reference.lay({ ...placement, shown })}
        />
      )}
      {footage && placement.shown === 'under' && (
        <Share label="Strength" of="opacity" least={0.05} reference={reference} placement={placement} />
      )}
      {sound && <Share label="Loudness" of="volume" least={0} reference={reference} placement={placement} />}
      {sound && <HowFarOff reference={reference} />}
    </div>
  );
}

interface ShareProps {
  label: string;
  of: 'opacity' | 'volume';
  least: number;
  reference: Reference;
  placement: Placement;
}

function Share({ label, of, least, reference, placement }: ShareProps) {
  const settle = (): void => reference.lay(placement);
  return (
    <label className="flex items-center gap-2 text-xs text-faint">
      {label}
      <input
        type="range"
        min={least}
        max={1}
        step={0.05}
        value={placement[of]}
        onChange={(event) => reference.preview({ ...placement, [of]: Number(event.target.value) })}
        onPointerUp={settle}
        onKeyUp={settle}
        className="w-24 accent-[var(--accent)]"
      />
    </label>
  );
}

/** By how much the sound was off the picture while it last played. */
function HowFarOff({ reference: { measured } }: { reference: Reference }) {
  const isPlaying = usePlaying() !== 0;
  const off = measured();
  const wasOff = off && off.worstFrames > 0;
  return (
    <span className="figures text-xs text-faint">
      {isPlaying && 'sounding'}
      {!isPlaying && wasOff && `was off by ${fixed(off.worstFrames, 2)} of a frame at most`}
      {!isPlaying &&
        wasOff &&
        off.timesRight > 0 &&
        `; held up ${off.timesRight} ×, by ${fixed(off.worstRight, 1)} frames at most, and put right`}
    </span>
  );
}

/** Cues out of it: by ear, by what sets in in its sound, by what moves in its pictures. */
function Timing({ reference: { footage, sound }, use }: { reference: Reference; use: ReferenceUse }) {
  const [isFollowing, setFollowing] = useState(false);
  return (
    <div className="grid gap-2 border-t border-rule pt-3">
      <h3 className="text-xs font-semibold text-faint">Timing out of it</h3>
      {use.byEar}
      {sound && <OnsetCues onCues={use.onCues} />}
      {footage && (
        <div className="flex flex-wrap items-center gap-2">
          <Button small onClick={() => setFollowing(true)}>
            Follow something in it
          </Button>
          <span className="text-xs text-faint">
            contacts become cues{use.actor && `, or ${use.actor.name} does as it does`}
          </span>
          {isFollowing && <FollowDialog {...use} onClose={() => setFollowing(false)} />}
        </div>
      )}
    </div>
  );
}
