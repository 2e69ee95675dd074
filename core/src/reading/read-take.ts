import { createChannel, findSubject } from '../motion/document.ts';
import type { MotionDocument, Subject } from '../motion/schema.ts';
import { tracksOf } from '../motion/track.ts';
import { keyedByPosition } from '../spacing/guide-move.ts';
import { proposeGrade, scoreCriteria } from './criteria.ts';
import { findSettings } from './find-settings.ts';
import { findSpacing } from './find-spacing.ts';
import { findTiming } from './find-timing.ts';
import { readTrack } from './read-track.ts';
import { FINDING_GROUPS, FINDING_KINDS, type Finding, type Reading, type Target, type TrackReading } from './schema.ts';
import { createSharedTime } from './shared-time.ts';
import { capital, subjectDoes } from './words.ts';

const SEVERITY_ORDER = ['strong', 'clear', 'slight'] as const;

/** What to fix first comes first: by group, then severity, then frame. */
function byFixingOrder(a: Finding, b: Finding): number {
  const group = (finding: Finding): number => FINDING_GROUPS.indexOf(FINDING_KINDS[finding.kind]);
  const severity = (finding: Finding): number => SEVERITY_ORDER.indexOf(finding.severity);
  return group(a) - group(b) || severity(a) - severity(b) || a.firstFrame - b.firstFrame;
}

/** The same subject in the take: by id, else by name. */
function counterpart(take: MotionDocument, subject: Subject): Subject | undefined {
  return findSubject(take, subject.id) ?? take.subjects.find((other) => other.name === subject.name);
}

/** A stand-in for a subject the take lost: it never moves. */
function standStill(subject: Subject): Subject {
  return { ...subject, channels: subject.channels.map((channel) => createChannel(channel.id, channel.keys[0]?.value ?? channel.resting)) };
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

/**
 * Compares a take with its target: settings, keys matched with their offsets in target frames, raw and spacing error in percent of each track's span,
 * the ease of each segment, findings in the order to fix them, criteria and a proposed grade. Deterministic; never throws on valid documents:
 * whatever is missing is a finding. What goes along a guide path is read by where it goes.
 */
export function readTake(target: Target, handedIn: MotionDocument): Reading {
  const { tolerances } = target;
  const motion = keyedByPosition(target.motion);
  const take = keyedByPosition(handedIn);
  const time = createSharedTime(motion, take);
  const findings = findSettings(motion, take);
  const tracks: TrackReading[] = [];
  for (const subject of motion.subjects) {
    const targetTracks = tracksOf(subject);
    if (targetTracks.length === 0) continue;
    const found = counterpart(take, subject);
    if (!found) findings.push(subjectMissing(motion, subject));
    for (const track of targetTracks) {
      const read = readTrack({ motion, subject }, { motion: take, subject: found ?? standStill(subject) }, track, time);
      tracks.push(read.reading);
      if (found) findings.push(...findTiming(read.reading, tolerances), ...findSpacing(read, tolerances));
    }
  }
  const criteria = scoreCriteria(tracks, tolerances);
  return {
    version: 1,
    range: motion.range,
    tracks,
    findings: findings.sort(byFixingOrder),
    criteria,
    proposedGrade: proposeGrade(criteria),
  };
}
