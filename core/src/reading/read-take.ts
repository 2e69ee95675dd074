import { createChannel, findSubject } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { tracksOf } from '../motion/sampling/track.ts';
import { keyedByPosition } from '../spacing/guide-move.ts';
import { sameData } from '../steps/index.ts';
import { asRecorded, hasSurplus, keyedOtherwise } from './as-recorded.ts';
import type { BothRead, Found } from './checks/check.ts';
import { findBeyond } from './checks/find-beyond.ts';
import { findCoordinates } from './checks/find-coordinates.ts';
import { findEconomy } from './checks/find-economy.ts';
import { findLimbs } from './checks/find-limbs.ts';
import { findLooks } from './checks/find-looks.ts';
import { findLoop } from './checks/find-loop.ts';
import { findOverlap } from './checks/find-overlap.ts';
import { findPath } from './checks/find-path.ts';
import { findSettings } from './checks/find-settings.ts';
import { findSettles } from './checks/find-settle.ts';
import { findSpacing } from './checks/find-spacing.ts';
import { findStanding } from './checks/find-standing.ts';
import { findStrobing } from './checks/find-strobing.ts';
import { findTiming } from './checks/find-timing.ts';
import { findTurns } from './checks/find-turns.ts';
import { findVolume } from './checks/find-volume.ts';
import { findWhole } from './checks/find-whole.ts';
import { counterpart } from './counterpart.ts';
import { scoreCriteria, weightedScore } from './criteria.ts';
import { popsBeside, withKeysFound } from './found-keys.ts';
import { holdsAlike } from './holds-alike.ts';
import { hungAlike } from './hung-alike.ts';
import { withoutIdleKeys } from './idle-keys.ts';
import { withHeldDrawings } from './keying.ts';
import { laidAlong } from './laid-along.ts';
import { withoutLoneCoordinates } from './lone-coordinates.ts';
import { looksOf } from './looks.ts';
import { mendsOf } from './mends.ts';
import { withoutPops } from './pops.ts';
import {
  findLeftOut,
  MOST_FINDINGS,
  MOST_LAID_ON,
  MOST_SAMPLES,
  MOST_WEIGHED,
  rangesRead,
  withMargins,
} from './read-bounds.ts';
import { type ReadTrack, readTrack } from './read-track.ts';
import {
  type Finding,
  FINDING_GROUPS,
  FINDING_KINDS,
  type Reading,
  READING_VERSION,
  type Target,
  type TrackReading,
} from './schema.ts';
import { createSharedTime } from './shared-time.ts';
import { movesIn } from './standing.ts';
import { areTurnedAlike } from './turned-by-path.ts';
import { ONCE_ROUND, turnedAsTake } from './whole-turns.ts';
import { withoutWobbles } from './wobbles.ts';
import { capital, saysCoordinate, subjectDoes, theSubject, uncapital } from './words.ts';

const SEVERITY_ORDER = ['strong', 'clear', 'slight'] as const;

/** Of many findings those that are measured: each costs a pass over its tracks. */
const MOST_MEASURED = 24;
/** What mends about as much goes by what it is: within steps so large; of one kind of one movement, so large. */
const AS_MUCH = 0.02;
const AS_MUCH_AMONG_KIN = 0.25;

/**
 * Settings first and polish last; between them what mends most comes first: all of one kind of one movement together,
 * by the one of them that mends most; what mends about as much in the order given.
 */
function byWhatMends(findings: readonly Finding[]): Finding[] {
  const groupOf = ({ kind }: Finding): (typeof FINDING_GROUPS)[number] => FINDING_KINDS[kind];
  const kin = (finding: Finding): string => `${finding.subjectId} ${finding.track} ${groupOf(finding)}`;
  // Where the pace of a movement is another, its line is so because of that.
  const paced = findings.filter((other) => groupOf(other) === 'spacing');
  const isByPace = (finding: Finding): boolean =>
    groupOf(finding) === 'path' &&
    paced.some(
      ({ subjectId, firstFrame, lastFrame }) =>
        subjectId === finding.subjectId && firstFrame <= finding.lastFrame && lastFrame >= finding.firstFrame,
    );
  const steps = (finding: Finding, size: number): number =>
    isByPace(finding) ? 0 : Math.round((finding.mends ?? 0) / size);
  const most = new Map<string, number>();
  for (const finding of findings)
    most.set(kin(finding), Math.max(most.get(kin(finding)) ?? 0, steps(finding, AS_MUCH)));
  // A coordinate that moves where it should not is no polish: it is off by what its going removes.
  const place = (finding: Finding): number =>
    groupOf(finding) === 'settings' ? 0 : groupOf(finding) === 'polish' && !finding.mends ? 2 : 1;
  const mostOf = (finding: Finding): number => most.get(kin(finding))!;
  // What is off throughout comes before what is off besides.
  const posesIn = ({ kind, firstFrame, lastFrame }: Finding): number =>
    kind === 'pose-off' ? lastFrame - firstFrame : 0;
  const nth = new Map<string, number>();
  for (const finding of findings) if (!nth.has(kin(finding))) nth.set(kin(finding), nth.size);
  const byMends = (a: Finding, b: Finding): number =>
    mostOf(b) - mostOf(a) ||
    nth.get(kin(a))! - nth.get(kin(b))! ||
    steps(b, AS_MUCH_AMONG_KIN) - steps(a, AS_MUCH_AMONG_KIN) ||
    posesIn(b) - posesIn(a);
  const sorted = findings.toSorted((a, b) => place(a) - place(b) || (place(a) === 1 ? byMends(a, b) : 0));
  const runs = new Map<string, number[]>();
  sorted.forEach((finding, i) => {
    if (groupOf(finding) !== 'timing') return;
    const places = runs.get(kin(finding));
    if (places) places.push(i);
    else runs.set(kin(finding), [i]);
  });
  for (const places of runs.values()) putCauseFirst(sorted, places);
  return sorted;
}

/** Being late by this share of what the latest is makes a key the cause of those after it. */
const CAUSES = 0.4;

/** Keys of one movement that are all late, or all early, are told in the order of time: what comes first pushes on. */
function putCauseFirst(findings: Finding[], places: readonly number[]): void {
  const own = places.map((i) => findings[i]!).sort((a, b) => a.expected - b.expected);
  const kind = own[0]!.kind;
  const off = ({ measured, expected }: Finding): number => Math.abs(measured - expected);
  const isRun = (kind === 'key-late' || kind === 'key-early') && own.every((finding) => finding.kind === kind);
  if (isRun && off(own[0]!) >= CAUSES * Math.max(...own.map(off)))
    places.forEach((i, k) => {
      findings[i] = own[k]!;
    });
}

/** By group, then severity, then frame. */
function byFixingOrder(a: Finding, b: Finding): number {
  const group = (finding: Finding): number => FINDING_GROUPS.indexOf(FINDING_KINDS[finding.kind]);
  const severity = (finding: Finding): number => SEVERITY_ORDER.indexOf(finding.severity);
  return group(a) - group(b) || severity(a) - severity(b) || a.firstFrame - b.firstFrame;
}

/** A stand-in for a subject the take lost: it never moves. */
function standStill(subject: Subject): Subject {
  return {
    ...subject,
    channels: subject.channels.map((channel) => createChannel(channel.id, channel.keys[0]?.value ?? channel.resting)),
  };
}

function subjectMissing(target: MotionDocument, subject: Subject): Finding {
  return {
    kind: 'subject-missing',
    subjectId: subject.id,
    track: null,
    firstFrame: target.range.first,
    lastFrame: target.range.last,
    measured: 0,
    expected: 1,
    tolerance: 0,
    unit: 'subjects',
    severity: 'strong',
    sentence: `${capital(subjectDoes(subject.name, 'be'))} not in the take.`,
  };
}

/** Whether a recording is, apart from when, what was asked throughout: of its way there is then nothing to say. */
const goesAsAsked = ({ explained }: ReadTrack): boolean => explained === 'all';

/** Checks of single tracks and lost subjects. */
function basicFindings({ target, take, tracks, looks }: BothRead): Finding[] {
  const moving = target.motion.subjects.filter((subject) => tracksOf(subject).length > 0);
  const lost = moving.filter((subject) => !counterpart(take, subject));
  const isLost = (subjectId: string): boolean => lost.some((subject) => subject.id === subjectId);
  return [
    ...lost.map((subject) => subjectMissing(target.motion, subject)),
    ...tracks
      .filter((read) => !isLost(read.reading.subjectId))
      .flatMap((read) => [...findTiming(read, target), ...(goesAsAsked(read) ? [] : findSpacing(read, target))]),
    ...findLooks(looks, target.tolerances),
  ];
}

/** Of more findings than are weighed those to fix first. */
function weighed(found: Found): Found {
  return found.findings.length <= MOST_WEIGHED
    ? found
    : { ...found, findings: found.findings.toSorted(byFixingOrder).slice(0, MOST_WEIGHED) };
}

/**
 * Every check over everything read, beside what is said of the settings; what one finding explains of another's is said
 * once.
 */
function allFindings(read: BothRead, settings: readonly Finding[]): Finding[] {
  const basic = weighed({ findings: [...settings, ...basicFindings(read)] });
  const shaped = { ...read, tracks: read.tracks.filter((track) => !goesAsAsked(track)) };
  const founds: Found[] = [
    basic,
    ...[findOverlap(read), findLimbs(read), findVolume(read), findEconomy(read), findStanding(read)].map(weighed),
    ...[findTurns(shaped), findSettles(shaped, basic.findings), findPath(shaped)].map(weighed),
  ];
  founds.push(
    weighed(
      findCoordinates(
        read,
        founds.flatMap(({ findings }) => findings.filter(({ kind }) => kind === 'arc-off')),
      ),
    ),
  );
  founds.push(
    findWhole(
      read,
      founds.flatMap(({ findings }) => findings),
    ),
  );
  // Of two that are signs of one another the later one is told.
  const areSigns = ({ findings }: Found, of: Found): boolean =>
    findings.length > 0 && findings.every((finding) => of.explains?.(finding));
  const told = (): Finding[] =>
    founds.flatMap((found, i) => {
      const isSign = (finding: Finding): boolean =>
        founds.some((other, j) => j !== i && other.explains?.(finding) && !(j < i && areSigns(other, found)));
      return found.areCauses ? found.findings : found.findings.filter((finding) => !isSign(finding));
    });
  founds.push(weighed(findBeyond(shaped, told())));
  founds.push(findLoop(read, told()));
  founds.push(findStrobing(read, told()));
  return told();
}

/** A sentence says of which subject it is where there are several, and of which movement where that has several. */
function namingTrack({ tracks }: BothRead): (finding: Finding) => Finding {
  const bySubject = new Map<string | null, TrackReading[]>();
  for (const { reading } of tracks)
    bySubject.set(reading.subjectId, [...(bySubject.get(reading.subjectId) ?? []), reading]);
  return (finding) => {
    const own = bySubject.get(finding.subjectId) ?? [];
    const said = own.find(({ track }) => track === finding.track);
    if (!said) return finding;
    const { sentence } = finding;
    const says = (words: string): boolean => sentence.toLowerCase().includes(words.toLowerCase());
    const names = [
      ...(bySubject.size > 1 && !says(theSubject(said.subjectName)) ? [said.subjectName] : []),
      ...(own.length > 1 && !says(said.label) && !saysCoordinate(sentence) ? [said.label] : []),
    ];
    if (names.length === 0) return finding;
    const named = capital(names.join(', ').toLowerCase());
    return { ...finding, sentence: `${named}: ${uncapital(sentence)}` };
  };
}

/** A track as it can be written down: of a movement wider than any number its extent is the greatest there is. */
const asWritten = (reading: TrackReading): TrackReading =>
  Number.isFinite(reading.span) ? reading : { ...reading, span: Number.MAX_VALUE };

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
  const { target: motion, take } = lone;
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
  const all = motion.subjects.flatMap((subject) => {
    const found = counterpart(take, subject) ?? standStill(subject);
    const ids = lone.lone.get(subject.id);
    const wholeSubjects = ids
      ? { target: findSubject(whole.target, subject.id)!, take: findSubject(whole.take, found.id)!, lone: ids }
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
  const tracks = all.filter(({ sides, track }) => movesIn(sides.target.subject, track));
  const looks = motion.subjects.flatMap((subject) => {
    const found = subject.locked ? undefined : counterpart(take, subject);
    return found ? looksOf({ motion, subject }, { motion: take, subject: found }, time) : [];
  });
  const read: BothRead = { target, take, set: asked.motion, handedIn, tracks, looks };
  const inOrder = [
    ...pops,
    ...shaken.findings,
    ...lone.findings,
    ...allFindings(read, findSettings(asked.motion, handedIn)),
  ]
    .sort(byFixingOrder)
    .map(namingTrack(read));
  const mends = mendsOf(read, inOrder.slice(0, MOST_MEASURED));
  const found = byWhatMends(
    inOrder.map((finding, i) => {
      const share = mends[i] ?? null;
      return share === null ? finding : { ...finding, mends: Math.round(share * 1000) / 1000 };
    }),
  );
  const findings = [
    ...findLeftOut({
      // Of what is the target itself all is known.
      range: ranges.isCut && !sameData(asked.motion, given) ? { asked: asked.motion.range, read: ranges.target } : null,
      keys: tracks.reduce((sum, { leftOutKeys }) => sum + leftOutKeys, 0),
      findings: Math.max(0, found.length - MOST_FINDINGS),
    }),
    ...found.slice(0, MOST_FINDINGS),
  ];
  const criteria = scoreCriteria(read, findings);
  const score = weightedScore(criteria);
  return {
    reading: {
      version: READING_VERSION,
      range: motion.range,
      nearest: null,
      tracks: all.map((read) => asWritten(tracks.includes(read) ? read.reading : withoutKeysLeft(read.reading))),
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
 * drawn: if there is less to say then, or as much of one that has far more keys and is drawn by the target's own, it is
 * that.
 */
function readAgainst(given: Target, handedIn: MotionDocument, samples: number): Scored & { isAsDrawn: boolean } {
  const hung = hungAlike(given.motion, handedIn);
  const { target: motion, take: handed } = holdsAlike(hung.target, hung.take);
  const set = { ...given, motion: turnedAsTake(motion, handed) };
  const byKeys = readOnce(set, handed, samples);
  const others = keyedOtherwise(set.motion, handed, byKeys.reading);
  if (others.length === 0) return { ...byKeys, isAsDrawn: false };
  const asDrawn = readOnce(set, asRecorded(handed, others), samples);
  const less = byKeys.reading.findings.length - asDrawn.reading.findings.length;
  const isAsMuch = less === 0 && hasSurplus(set.motion, handed) && others.every(({ id }) => asDrawn.found.has(id));
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
