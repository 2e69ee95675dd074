import { findSubject, type MotionDocument } from '../motion/index.ts';
import { type Finding, noiseOf, type Reading, readTake, type Target } from '../reading/index.ts';
import { framesPerSecond } from '../time/index.ts';
import { modelSeen, placed, type Registration, spanOfWay, tellingWay } from './lay-track.ts';
import { numbersOfTrack, placesOfTrack } from './track-clip.ts';
import { exposureOf } from './track-exposure.ts';
import type { ClipTrack } from './track-schema.ts';

/** How sure it is of each frame of the rate, from 0 at the first picture. */
export function sureOnFrames(track: ClipTrack): { confidence: number; guessed: boolean }[] {
  const numbers = numbersOfTrack(track);
  const sure: { confidence: number; guessed: boolean }[] = [];
  track.frames.forEach(({ confidence, guessed }, i) => {
    const next = numbers[i + 1] ?? numbers[i]! + 1;
    while (sure.length < next) sure.push({ confidence, guessed });
  });
  return sure;
}

/** Those of them in which it is only guessed. */
function guessedFrames(track: ClipTrack): Set<number> {
  return new Set(sureOnFrames(track).flatMap(({ guessed }, frame) => (guessed ? [frame] : [])));
}

/**
 * A track as motion on the stage: of the one subject it is of, with a key on every frame of the clip's rate, or on
 * every drawing where drawings stand.
 */
export function takeOfTrack(
  track: ClipTrack,
  { subjectId, scale, shift }: Registration,
  model: MotionDocument,
): MotionDocument {
  const inClip = placesOfTrack(track);
  const places = inClip.map(({ x, y }) => ({
    x: x * scale + shift.x,
    y: y * scale + shift.y,
  }));
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
    isHeld ? 'step' : 'linear',
  );
  return {
    ...model,
    rate: track.rate,
    range: { first, last: first + Math.max(0, places.length - 1) },
    subjects: [{ ...subject, exposure: 1 }],
    guides: [],
  };
}

/** A target as far as a clip can tell: one subject, by where it is seen. */
export function targetSeen(target: Target, subjectId: string): Target {
  const isOwn = (of: { subjectId: string; track: string }): boolean =>
    of.subjectId === subjectId && of.track === 'position';
  return {
    ...target,
    motion: modelSeen(target.motion, subjectId),
    ...(target.keyTolerances && { keyTolerances: target.keyTolerances.filter(isOwn) }),
    ...(target.events && { events: target.events.filter(isOwn) }),
    ...(target.alternatives && {
      alternatives: target.alternatives
        .filter(({ motion }) => findSubject(motion, subjectId))
        .map((other) => ({ ...other, motion: modelSeen(other.motion, subjectId) })),
    }),
  };
}

/** So many times what places are uncertain by is still within tolerance. */
const UNCERTAIN_TIMES = 3;

/** A clip read against a target. */
export interface ClipReading {
  reading: Reading;
  /** What places are uncertain by, in percent of the way; tolerances are as much wider. */
  uncertainPercent: number;
  /** Findings that would have rested on frames that are guessed. */
  leftOut: number;
}

/**
 * Reads a track against a target; what rests on guessed frames is not said, and tolerances are as wide as it is unsure.
 */
export function readTrackAgainst(track: ClipTrack, registration: Registration, set: Target): ClipReading {
  const asked = targetSeen(set, registration.subjectId);
  const take = takeOfTrack(track, registration, set.motion);
  // Of drawings that stand only one frame each counts: standing is no noise, nor is the step after it.
  const places = placesOfTrack(track);
  const { repeats } = exposureOf(places);
  const drawn = places.filter((_, i) => track.exposure === 1 || !repeats[i]);
  const noise = Math.max(noiseOf(drawn.map(({ x }) => x)), noiseOf(drawn.map(({ y }) => y))) * registration.scale;
  const span = spanOfWay(tellingWay(set.motion, findSubject(set.motion, registration.subjectId)!));
  const uncertainPercent = span > 0 ? (100 * noise) / span : 0;
  const spacingPercent = Math.min(100, asked.tolerances.spacingPercent + UNCERTAIN_TIMES * uncertainPercent);
  const reading = readTake({ ...asked, tolerances: { ...asked.tolerances, spacingPercent } }, take);
  const guessed = guessedFrames(track);
  const perFrame = framesPerSecond(track.rate) / framesPerSecond(set.motion.rate);
  const findings = reading.findings.filter((finding) => !restsOn(finding, guessed, perFrame, set.motion.range.first));
  return {
    reading: { ...reading, findings },
    uncertainPercent,
    leftOut: reading.findings.length - findings.length,
  };
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
