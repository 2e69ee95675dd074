import type { MotionDocument, Subject } from '../../motion/document/schema.ts';
import { tracksOf } from '../../motion/sampling/track.ts';
import { counterpart } from '../counterpart.ts';
import { byFixingOrder } from '../fixing-order.ts';
import { MOST_WEIGHED } from '../read-bounds.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding } from '../schema.ts';
import { capital, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';
import { findBeyond } from './find-beyond.ts';
import { findCoordinates } from './find-coordinates.ts';
import { findEconomy } from './find-economy.ts';
import { findLimbs } from './find-limbs.ts';
import { findLooks } from './find-looks.ts';
import { findLoop } from './find-loop.ts';
import { findManner } from './find-manner.ts';
import { findOnStage } from './find-on-stage.ts';
import { findOverlap } from './find-overlap.ts';
import { findPath } from './find-path.ts';
import { findSettles } from './find-settle.ts';
import { findSpacing } from './find-spacing.ts';
import { findStanding } from './find-standing.ts';
import { findStrobing } from './find-strobing.ts';
import { findTiming } from './find-timing.ts';
import { findTurns } from './find-turns.ts';
import { findVolume } from './find-volume.ts';
import { findWhole } from './find-whole.ts';

/** All checks together, and what one of them tells that others find signs of. */

function subjectMissing(target: MotionDocument, subject: Subject, isHidden: boolean): Finding {
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
    sentence: capital(
      `${subjectDoes(subject.name, 'be')} ${isHidden ? 'in the take, but never shown' : 'not in the take'}.`,
    ),
  };
}

/** Whether a recording is, apart from when, what was asked throughout: of its way there is then nothing to say. */
const goesAsAsked = ({ explained }: ReadTrack): boolean => explained === 'all';

/** Checks of single tracks and lost subjects. */
function basicFindings({ target, take, set, hidden, tracks, looks }: BothRead): Finding[] {
  const moving = target.motion.subjects.filter((subject) => tracksOf(subject).length > 0);
  const lost = [
    ...moving.filter((subject) => !counterpart(take, subject)),
    ...set.subjects.filter(({ id }) => hidden.has(id)),
  ];
  const isLost = (subjectId: string): boolean => lost.some((subject) => subject.id === subjectId);
  return [
    ...lost.map((subject) => subjectMissing(target.motion, subject, hidden.has(subject.id))),
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
export function findAll(read: BothRead, settings: readonly Finding[]): Finding[] {
  const basic = weighed({ findings: [...settings, ...basicFindings(read)] });
  const shaped = { ...read, tracks: read.tracks.filter((track) => !goesAsAsked(track)) };
  const founds: Found[] = [
    basic,
    ...[
      findOverlap(read),
      findLimbs(read, basic.findings),
      findVolume(read),
      findEconomy(read),
      findStanding(read),
      findOnStage(read),
    ].map(weighed),
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
    findManner(
      shaped,
      founds.flatMap(({ findings }) => findings),
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
