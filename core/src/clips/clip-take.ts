import { findSubject, type MotionDocument, type Subject } from '../motion/index.ts';
import { type Finding, noiseOf, type Reading, readTake, type Target } from '../reading/index.ts';
import { framesPerSecond } from '../time/index.ts';
import { modelSeen, placed, type Registration, spanOfWay, tellingWay } from './lay-track.ts';
import { numbersOfTrack, onFrames, placesOfTrack, subjectTracks, turnsOfTrack } from './track-clip.ts';
import { exposureOf } from './track-exposure.ts';
import type { ClipTrack } from './track-schema.ts';

/** How sure it is of each frame of the rate, from 0 at the first picture. */
export function sureOnFrames(track: ClipTrack): { confidence: number; guessed: boolean }[] {
  return onFrames(track.frames, numbersOfTrack(track)).map(({ confidence, guessed }) => ({ confidence, guessed }));
}

/** Those of them in which it is only guessed. */
function guessedFrames(track: ClipTrack): Set<number> {
  return new Set(sureOnFrames(track).flatMap(({ guessed }, frame) => (guessed ? [frame] : [])));
}

/** One of the subjects that a track is of, as it moves on the stage. */
function subjectOfTrack(
  track: ClipTrack,
  { subjectId, scale, shift }: Registration,
  model: MotionDocument,
): { subject: Subject; frames: number } {
  const inClip = placesOfTrack(track);
  const places = inClip.map(({ x, y }) => ({
    x: x * scale + shift.x,
    y: y * scale + shift.y,
  }));
  const turns = turnsOfTrack(track);
  const { first } = model.range;
  const { repeats } = exposureOf(inClip);
  const isHeld = track.exposure > 1;
  // What stood for long is there once more before the next drawing: only from there on it goes anywhere.
  const isDrawn = (i: number): boolean =>
    !repeats[i] || i + 1 === places.length || !(repeats[i + track.exposure] ?? true);
  const drawn = places.flatMap((_, i) => (!isHeld || isDrawn(i) ? [i] : []));
  const subject = placed(
    findSubject(model, subjectId)!,
    drawn.map((i) => places[i]!),
    drawn.map((i) => first + i),
    { leave: isHeld ? 'step' : 'linear', turns: turns && drawn.map((i) => turns[i]!) },
  );
  return { subject: { ...subject, exposure: 1 }, frames: places.length };
}

/**
 * A track as motion on the stage: of the subjects it is of that the model has, with a key on every frame of the clip's
 * rate, or on every drawing where drawings stand.
 */
export function takeOfTrack(track: ClipTrack, registration: Registration, model: MotionDocument): MotionDocument {
  const { first } = model.range;
  const made = subjectTracks(track, registration.subjectId)
    .filter(({ subjectId }) => findSubject(model, subjectId))
    .map((own) => subjectOfTrack(own.track, { ...registration, subjectId: own.subjectId }, model));
  return {
    ...model,
    rate: track.rate,
    range: { first, last: first + Math.max(0, (made[0]?.frames ?? 1) - 1) },
    subjects: made.map(({ subject }) => subject),
    guides: [],
  };
}

const TURNING: ReadonlySet<string> = new Set(['rotation', 'scale.x', 'scale.y']);

/** A target as far as a clip can tell: some subjects, by where they are seen, and how one of them turns. */
export function targetSeen(target: Target, subjectIds: readonly string[], turns: string | null = null): Target {
  const isOwn = (of: { subjectId: string; track: string }): boolean =>
    subjectIds.includes(of.subjectId) && (of.track === 'position' || (of.subjectId === turns && TURNING.has(of.track)));
  return {
    ...target,
    motion: modelSeen(target.motion, subjectIds, turns),
    ...(target.keyTolerances && { keyTolerances: target.keyTolerances.filter(isOwn) }),
    ...(target.events && { events: target.events.filter(isOwn) }),
    ...(target.alternatives && {
      alternatives: target.alternatives
        .filter(({ motion }) => subjectIds.every((id) => findSubject(motion, id)))
        .map((other) => ({ ...other, motion: modelSeen(other.motion, subjectIds, turns) })),
    }),
  };
}

/** So many times what places are uncertain by is still within tolerance. */
const UNCERTAIN_TIMES = 3;

/**
 * Reads a track against a target; what rests on guessed frames is not said, and tolerances are as wide as it is unsure.
 */
export function readTrackAgainst(track: ClipTrack, registration: Registration, set: Target): Reading {
  const all = subjectTracks(track, registration.subjectId);
  const tracks = all.filter(({ subjectId }) => findSubject(set.motion, subjectId));
  const ids = tracks.map(({ subjectId }) => subjectId);
  const asked = targetSeen(set, ids, track.turns ? registration.subjectId : null);
  const take = takeOfTrack(track, registration, set.motion);
  const uncertainPercent = Math.max(
    ...tracks.map((own) => uncertaintyOf(own.track, { ...registration, subjectId: own.subjectId }, set.motion)),
  );
  const spacingPercent = Math.min(100, asked.tolerances.spacingPercent + UNCERTAIN_TIMES * uncertainPercent);
  const reading = readTake({ ...asked, tolerances: { ...asked.tolerances, spacingPercent } }, take);
  const guessed = new Map(tracks.map((own) => [own.subjectId, guessedFrames(own.track)]));
  const perFrame = framesPerSecond(track.rate) / framesPerSecond(set.motion.rate);
  const findings = reading.findings.filter((finding) => {
    const own = guessed.get(finding.subjectId ?? registration.subjectId) ?? new Set();
    return !restsOn(finding, own, perFrame, set.motion.range.first);
  });
  const leftOut = reading.findings.length - findings.length;
  return { ...reading, findings, ofClip: { uncertainPercent, spacingPercent, leftOut } };
}

/** What the places of a track are uncertain by, in percent of the way that its subject goes in the model. */
function uncertaintyOf(track: ClipTrack, { subjectId, scale }: Registration, model: MotionDocument): number {
  // Of drawings that stand only one frame each counts: standing is no noise, nor is the step after it.
  const places = placesOfTrack(track);
  const { repeats } = exposureOf(places);
  const drawn = places.filter((_, i) => track.exposure === 1 || !repeats[i]);
  const noise = Math.max(noiseOf(drawn.map(({ x }) => x)), noiseOf(drawn.map(({ y }) => y))) * scale;
  const span = spanOfWay(tellingWay(model, findSubject(model, subjectId)!));
  return span > 0 ? (100 * noise) / span : 0;
}

/** Whether more than a third of what a finding is about is guessed; of a moment, any of it. */
function restsOn(
  { kind, firstFrame, lastFrame, measured }: Finding,
  guessed: ReadonlySet<number>,
  perFrame: number,
  first: number,
): boolean {
  if (guessed.size === 0) return false;
  const isMoment = kind === 'key-late' || kind === 'key-early';
  const [from, to] = isMoment ? [measured - 1, measured + 1] : [firstFrame, lastFrame];
  let [all, unsure] = [0, 0];
  for (let frame = Math.floor((from - first) * perFrame); frame <= Math.ceil((to - first) * perFrame); frame++) {
    all++;
    if (guessed.has(frame)) unsure++;
  }
  return isMoment ? unsure > 0 : unsure > all / 3;
}
