import { createChannel, findSubject } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { tracksOf } from '../motion/sampling/track.ts';
import { keyedByPosition } from '../spacing/guide-move.ts';
import { sameData } from '../steps/index.ts';
import { asRecorded, hasSurplus, isKeyedByFrames, keyedOtherwise, recordedThroughout } from './as-recorded.ts';
import type { BothRead } from './checks/check.ts';
import { findAll } from './checks/find-all.ts';
import { findSettings } from './checks/find-settings.ts';
import { pairsAsDrawn, withCoordinatesApart } from './coordinates-apart.ts';
import { counterpart } from './counterpart.ts';
import { scoreCriteria, weightedScore } from './criteria.ts';
import { byFixingOrder, byWhatMends } from './fixing-order.ts';
import { popsBeside, withKeysFound } from './found-keys.ts';
import { holdsAlike } from './holds-alike.ts';
import { hungAlike } from './hung-alike.ts';
import { withoutIdleKeys } from './idle-keys.ts';
import { withHeldDrawings } from './keying.ts';
import { laidAlong } from './laid-along.ts';
import { withoutLoneCoordinates } from './lone-coordinates.ts';
import { looksOf } from './looks.ts';
import { mendsOf } from './mends.ts';
import { namingTrack } from './naming-tracks.ts';
import { isNeverShown } from './on-stage.ts';
import { withPivotsOf } from './pivots-alike.ts';
import { withoutPops } from './pops.ts';
import { findLeftOut, MOST_FINDINGS, MOST_LAID_ON, MOST_SAMPLES, rangesRead, withMargins } from './read-bounds.ts';
import { type ReadTrack, readTrack } from './read-track.ts';
import { saidOnce } from './said-once.ts';
import { type Finding, type Reading, READING_VERSION, type Target, type TrackReading } from './schema.ts';
import { createSharedTime } from './shared-time.ts';
import { movesIn } from './standing.ts';
import { areTurnedAlike, sayingPath } from './turned-by-path.ts';
import { ONCE_ROUND, turnedAsTake } from './whole-turns.ts';
import { withoutWobbles } from './wobbles.ts';

/** Of many findings those that are measured: each costs a pass over its tracks. */
const MOST_MEASURED = 24;

/** A stand-in for a subject the take lost: it never moves. */
function standStill(subject: Subject): Subject {
  return {
    ...subject,
    channels: subject.channels.map((channel) => createChannel(channel.id, channel.keys[0]?.value ?? channel.resting)),
  };
}

/** A track as it can be written down: of a movement wider than any number its extent is the greatest there is. */
const asWritten = (reading: TrackReading): TrackReading =>
  Number.isFinite(reading.span) ? reading : { ...reading, span: Number.MAX_VALUE };

const withMendsRounded = (finding: Finding): Finding =>
  finding.mends === undefined ? finding : { ...finding, mends: Math.round(finding.mends * 1000) / 1000 };

/** Of what stands no key is missing, nor too many. */
const withoutKeysLeft = (reading: TrackReading): TrackReading => ({ ...reading, missingFrames: [], extraFrames: [] });

interface Scored {
  reading: Reading;
  score: number;
  /** The take's subjects whose keys were found in a recording, by their ids. */
  found: ReadonlySet<string>;
}

function readOnce(set: Target, handed: MotionDocument, samples: number): Scored {
  const shaken = withoutWobbles(set.motion, handed, set.tolerances);
  const [asked, given] = [{ ...set, motion: shaken.target }, shaken.take];
  // Held drawings first: in a recording of them each is out of its row.
  const drawn = withHeldDrawings(given, asked.motion);
  const { take: smooth, findings: popping } = withoutPops(drawn, asked.motion, asked.tolerances);
  const keysFound = withKeysFound(asked.motion, smooth);
  const { take: handedIn } = keysFound;
  const pops = popsBeside(popping, drawn, keysFound);
  const ranges = rangesRead(asked.motion, handedIn, samples);
  const along = laidAlong(asked.motion, handedIn);
  const whole = {
    target: { ...keyedByPosition(along.target, withMargins(ranges.target)), range: ranges.target },
    take: { ...keyedByPosition(along.take, withMargins(ranges.take)), range: ranges.take },
  };
  const lone = withoutLoneCoordinates(whole.target, whole.take, asked.tolerances);
  // What goes along a path is off by that.
  const isFree = ({ id }: Subject): boolean => {
    const subject = findSubject(asked.motion, id)!;
    return !subject.guide && !counterpart(handedIn, subject)?.guide;
  };
  const apart = withCoordinatesApart(lone.target, lone.take, asked.tolerances, {
    mayBe: isFree,
    areFound: ({ id }) => keysFound.openFrames.has(id),
  });
  const { target: motion } = lone;
  const { take } = apart;
  // A loop that is not read to its end says nothing of how it closes.
  const target = { ...asked, motion, ...(ranges.isCut && { loops: false }) };
  const time = createSharedTime(motion, take);
  const how = {
    tolerances: target.tolerances,
    whole: null,
    isLaid: false,
    round: null,
    mayLayOn: motion.subjects.reduce((sum, subject) => sum + tracksOf(subject).length, 0) <= MOST_LAID_ON,
  };
  const hidden = new Set(
    asked.motion.subjects.flatMap((subject) => (isNeverShown(asked.motion, handedIn, subject) ? [subject.id] : [])),
  );
  const all = motion.subjects.flatMap((subject) => {
    const shown = hidden.has(subject.id) ? undefined : counterpart(take, subject);
    const found = shown ?? standStill(subject);
    // Of one that is not there no coordinate goes its own way.
    const ids = shown && lone.lone.get(subject.id);
    const alone = shown && apart.alone.get(subject.id);
    const wholeSubjects =
      ids || alone
        ? {
            target: findSubject(whole.target, subject.id)!,
            take: findSubject(whole.take, found.id)!,
            lone: ids ?? [],
            alone: alone ?? [],
          }
        : null;
    const isTurned = areTurnedAlike(findSubject(along.target, subject.id), findSubject(along.take, found.id));
    return tracksOf(subject)
      .filter(({ id }) => id !== 'drawing' && !(id === 'rotation' && isTurned))
      .map((track) =>
        withoutIdleKeys(
          readTrack({ motion, subject }, { motion: take, subject: found }, track, time, {
            ...how,
            foundWithin: keysFound.openFrames.get(found.id) ?? null,
            ...(track.id === 'rotation' && { round: ONCE_ROUND }),
            ...(track.id === 'position' && {
              whole: wholeSubjects,
              isLaid: along.laid.has(subject.id),
              round: along.rounds.get(subject.id) ?? null,
            }),
          }),
          target.tolerances,
        ),
      );
  });
  // What stands is read as a pose: when it is keyed says nothing.
  const moving = new Set(all.filter(({ sides, track }) => movesIn(sides.target.subject, track)));
  const tracks = [...moving];
  const looks = motion.subjects.flatMap((subject) => {
    const found = subject.locked ? undefined : counterpart(take, subject);
    return found ? looksOf({ motion, subject }, { motion: take, subject: found }, time) : [];
  });
  const read: BothRead = { target, take, set: asked.motion, handedIn, hidden, tracks, looks };
  const inOrder = [
    ...pops,
    ...shaken.findings,
    ...lone.findings,
    ...apart.findings,
    ...findAll(read, findSettings(asked.motion, handedIn)),
  ]
    // Of what is never shown nothing else is said.
    .filter(({ kind, subjectId }) => kind === 'subject-missing' || subjectId === null || !hidden.has(subjectId))
    .sort(byFixingOrder);
  const mends = mendsOf(read, inOrder.slice(0, MOST_MEASURED));
  const measured = inOrder.map((finding, i) => {
    const share = mends[i] ?? null;
    return share === null ? finding : { ...finding, mends: share };
  });
  const told = saidOnce(
    measured,
    tracks.map(({ reading }) => reading),
  );
  const found = byWhatMends(told.map(withMendsRounded));
  const leftOut = findLeftOut({
    // Of what is the target itself all is known.
    range: ranges.isCut && !sameData(asked.motion, given) ? { asked: asked.motion.range, read: ranges.target } : null,
    keys: tracks.reduce((sum, { leftOutKeys }) => sum + leftOutKeys, 0),
    findings: Math.max(0, found.length - MOST_FINDINGS),
  });
  const findings = [...leftOut, ...found.slice(0, MOST_FINDINGS).map(namingTrack(read)).map(sayingPath(read))];
  // What is said once of several is off in each.
  const criteria = scoreCriteria(read, [...leftOut, ...measured.slice(0, MOST_FINDINGS)]);
  const score = weightedScore(criteria);
  const asDrawn = ({ reading }: ReadTrack): TrackReading => {
    const places = reading.track === 'position' ? apart.places.get(reading.subjectId) : undefined;
    return places ? { ...reading, pairs: pairsAsDrawn(reading.pairs, places, time) } : reading;
  };
  return {
    reading: {
      version: READING_VERSION,
      range: motion.range,
      nearest: null,
      tracks: all.map((own) => asWritten(moving.has(own) ? asDrawn(own) : withoutKeysLeft(own.reading))),
      findings,
      criteria,
      proposedGrade: Math.round(score),
    },
    score,
    found: new Set(keysFound.openFrames.keys()),
  };
}

/**
 * Reads a take; one that seems to be keyed by other keys than the target also as if it were recorded, by how it is
 * drawn: if there is less to say then, or as much of one that has far more keys and is drawn by the target's own, or of
 * in-betweens on every frame that lack one of its keys, it is that.
 */
function readAgainst(given: Target, handedIn: MotionDocument, samples: number): Scored & { isAsDrawn: boolean } {
  const hung = hungAlike(given.motion, withPivotsOf(given.motion, handedIn));
  const { target: motion, take: handed } = holdsAlike(hung.target, recordedThroughout(hung.target, hung.take));
  const set = { ...given, motion: turnedAsTake(motion, handed) };
  const byKeys = readOnce(set, handed, samples);
  const others = keyedOtherwise(set.motion, handed, byKeys.reading);
  if (others.length === 0) return { ...byKeys, isAsDrawn: false };
  const asDrawn = readOnce(set, asRecorded(handed, others), samples);
  const less = byKeys.reading.findings.length - asDrawn.reading.findings.length;
  const isSurplus = hasSurplus(set.motion, handed) && others.every(({ id }) => asDrawn.found.has(id));
  const isKeyLost = others.every(isKeyedByFrames) && byKeys.reading.tracks.some((own) => own.missingFrames.length > 0);
  const isAsMuch = less === 0 && (isSurplus || isKeyLost);
  return less > 0 || isAsMuch ? { ...asDrawn, isAsDrawn: true } : { ...byKeys, isAsDrawn: false };
}

/** Whether a take has far more keys than its target, and is read by how it is drawn. */
export const isReadAsDrawn = (target: Target, handedIn: MotionDocument): boolean =>
  hasSurplus(target.motion, handedIn) && readAgainst(target, handedIn, MOST_SAMPLES).isAsDrawn;

/** The name of the model motion among its alternatives. */
export const MODEL_NAME = 'the model motion';

/**
 * Compares a take with its target: settings, keys matched with their offsets in target frames, raw and spacing error in
 * percent of each track's span, the ease of each segment, findings in the order to fix them, criteria and a proposed
 * grade. Of several acceptable targets the one it scores best against counts and is named. Deterministic; never throws
 * on valid documents: whatever is missing is a finding, and so is what is more than a reading looks at
 * (`read-bounds.ts`). What goes along a guide path is read by where it goes.
 */
export function readTake(target: Target, handedIn: MotionDocument): Reading {
  const { alternatives = [], ...single } = target;
  const samples = MOST_SAMPLES / (1 + alternatives.length);
  const readings = [{ name: MODEL_NAME, motion: target.motion }, ...alternatives].map(({ name, motion }) => ({
    name,
    ...readAgainst({ ...single, motion }, handedIn, samples),
  }));
  const best = readings.reduce((most, other) => (other.score > most.score + 1e-9 ? other : most));
  return { ...best.reading, nearest: alternatives.length > 0 ? best.name : null };
}

/** The motion a reading was made against: the model, or the alternative it names. */
export function targetRead(target: Target, reading: Pick<Reading, 'nearest'>): MotionDocument {
  return target.alternatives?.find((alternative) => alternative.name === reading.nearest)?.motion ?? target.motion;
}
