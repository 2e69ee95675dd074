import { medianOf } from '../../median.ts';
import { EASE_TOLERANCE, paceOf, PACES } from '../pace.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, FindingKind, SegmentEase, SegmentReading, TrackReading } from '../schema.ts';
import { capital, theSubject } from '../words.ts';
import { type BothRead, type Found, isAbout, type Whole } from './check.ts';

/** Work of which nothing is eased: said once, where it would be told way by way and turn by turn. */

/** So many ways that ought to be eased are no longer told one by one. */
const LEAST_WAYS = 3;
/** It stands for so many findings at least. */
const LEAST_SIGNS = 2;

/** How an even way may be off at its ends; */
const EASES: readonly FindingKind[] = ['start-not-slow', 'finish-not-slow', 'start-too-slow', 'finish-too-slow'];
/** and what else it looks like where ways are looked at one by one. */
const SIGNS: ReadonlySet<FindingKind> = new Set([...EASES, 'spacing-off', 'turn-sharp', 'arc-kinked']);

/** Of which kind most of the signs are: where they are of turns, what is lacking is slow on both sides of them. */
function usualKind(signs: readonly Finding[]): FindingKind {
  const count = (kind: FindingKind): number => signs.filter((finding) => finding.kind === kind).length;
  return EASES.reduce((most, kind) => (count(kind) > count(most) ? kind : most));
}

/** The ways that a finding is of, where it is of several of a movement that nothing is eased of. */
export function waysUneased({ segments }: TrackReading, { kind, firstFrame, lastFrame }: Finding): SegmentReading[] {
  if (!EASES.includes(kind)) return [];
  const ways = segments.filter((way) => firstFrame <= way.firstFrame && way.lastFrame <= lastFrame);
  return ways.length > 1 ? ways : [];
}

const isEven = ({ start, finish }: SegmentEase): boolean =>
  paceOf(start) === PACES.even && paceOf(finish) === PACES.even;

const goesEvenly = ({ reading: { segments } }: ReadTrack): boolean =>
  segments.every(({ target, take }) => !target || !take || isEven(take));

/** The ways of a track that ought to be eased, and are not. */
const evenWays = ({ reading: { segments } }: ReadTrack): SegmentReading[] =>
  segments.filter(({ target, take }) => target && take && !isEven(target) && isEven(take));

const subjectOf = ({ reading }: ReadTrack): string => reading.subjectId;

/** What is told at once of some tracks: of all, of one subject, or of one of its movements. */
function uneasedIn(tracks: readonly ReadTrack[], signs: readonly Finding[], all: readonly ReadTrack[]): Whole[] {
  const ways = tracks.map(evenWays);
  const own = signs.filter((finding) => tracks.some(({ reading }) => isAbout(finding, reading)));
  const subjects = [...new Set(tracks.map(subjectOf))];
  const beside = tracks.length > 1 ? all.filter((read) => subjects.includes(subjectOf(read))) : tracks;
  const isWhole = ways.every((some) => some.length > 0) && ways.flat().length >= LEAST_WAYS && beside.every(goesEvenly);
  if (isWhole && own.length >= LEAST_SIGNS) return [uneased(tracks, ways.flat(), own, all)];
  if (subjects.length > 1)
    return subjects.flatMap((id) =>
      uneasedIn(
        tracks.filter((read) => subjectOf(read) === id),
        signs,
        all,
      ),
    );
  return tracks.length > 1 ? tracks.flatMap((read) => uneasedIn([read], signs, all)) : [];
}

const SEVERITIES = ['strong', 'clear', 'slight'] as const;

function uneased(
  tracks: readonly ReadTrack[],
  ways: readonly SegmentReading[],
  signs: readonly Finding[],
  all: readonly ReadTrack[],
): Whole {
  const [{ reading }] = tracks as [ReadTrack];
  const isOfAll = tracks.some((read) => subjectOf(read) !== reading.subjectId);
  const isOfTrack =
    tracks.length === 1 && all.some((read) => subjectOf(read) === reading.subjectId && read !== tracks[0]);
  const where = isOfTrack ? ` in ${reading.label.toLowerCase()}` : '';
  const said = isOfAll
    ? 'nothing is eased: all goes'
    : `${theSubject(reading.subjectName)} is not eased${where}: it goes`;
  const kind = usualKind(signs);
  const end = kind.startsWith('start') ? 'start' : 'finish';
  return {
    finding: {
      kind,
      subjectId: isOfAll ? null : reading.subjectId,
      track: tracks.length === 1 ? reading.track : null,
      firstFrame: Math.min(...ways.map(({ firstFrame }) => firstFrame)),
      lastFrame: Math.max(...ways.map(({ lastFrame }) => lastFrame)),
      measured: medianOf(ways.map(({ take }) => take![end])),
      expected: medianOf(ways.map(({ target }) => target![end])),
      tolerance: EASE_TOLERANCE,
      unit: '× average speed',
      severity: SEVERITIES.find((severity) => signs.some((finding) => finding.severity === severity))!,
      sentence: capital(`${said} evenly from key to key, where the target speeds up and slows down.`),
    },
    tells: (finding) => signs.includes(finding),
  };
}

/** Where nothing of a take, a subject or a movement is eased, and the target is: some of `others` are signs of it. */
export function findUneased({ tracks }: Pick<BothRead, 'tracks'>, others: readonly Finding[]): Found {
  const signs = others.filter(({ kind }) => SIGNS.has(kind));
  const eased = tracks.filter(({ reading }) => reading.segments.some(({ target }) => target && !isEven(target)));
  const wholes = eased.length > 0 ? uneasedIn(eased, signs, tracks) : [];
  return {
    findings: wholes.map(({ finding }) => finding),
    areCauses: true,
    explains: (finding) => wholes.some(({ tells }) => tells(finding)),
  };
}
