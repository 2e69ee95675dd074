import { medianOf } from '../../median.ts';
import { EASE_TOLERANCE, paceOf, PACES } from '../pace.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, FindingKind, SegmentEase, SegmentReading, TrackReading } from '../schema.ts';
import { capital, theSubject, whoDoes } from '../words.ts';
import { type BothRead, type Found, isAbout, type Whole } from './check.ts';

/**
 * In which manner all of a take goes from key to key, where the target does not: evenly, or not at all. It is said
 * once, where it would be told way by way and turn by turn.
 */

/** So many ways that are off are no longer told one by one. */
const LEAST_WAYS = 3;
/** It stands for so many findings at least. */
const LEAST_SIGNS = 2;

const isEven = ({ start, finish }: SegmentEase): boolean =>
  paceOf(start) === PACES.even && paceOf(finish) === PACES.even;

/** How an even way may be off at its ends. */
const EASES: readonly FindingKind[] = ['start-not-slow', 'finish-not-slow', 'start-too-slow', 'finish-too-slow'];

/** Whose manner is told: all of a take's, a subject's, or that of one of its movements, named in `where`. */
interface Whose {
  name: string | null;
  where: string;
}

interface Manner {
  /** Whether the take goes a way so. */
  isSo: (take: SegmentEase | null) => boolean;
  /** Whether that is not how the target goes it. */
  isOff: (target: SegmentEase) => boolean;
  /** What it looks like where ways are looked at one by one. */
  isSign: (finding: Finding) => boolean;
  say: (whose: Whose) => string;
  /** What is told of the ways that are off, beside that they are. */
  tell: (
    ways: readonly SegmentReading[],
    signs: readonly Finding[],
  ) => Pick<Finding, 'kind' | 'measured' | 'expected' | 'tolerance' | 'unit'>;
}

const SIGNS_OF_EVEN: ReadonlySet<FindingKind> = new Set([...EASES, 'spacing-off', 'turn-sharp', 'arc-kinked']);

const EVENLY: Manner = {
  isSo: (take) => take !== null && isEven(take),
  isOff: (target) => !isEven(target),
  isSign: ({ kind }) => SIGNS_OF_EVEN.has(kind),
  say: ({ name, where }) =>
    `${name === null ? 'nothing is eased: all goes' : `${theSubject(name)} is not eased${where}: it goes`} ` +
    'evenly from key to key, where the target speeds up and slows down.',
  tell: (ways, signs) => {
    // Of the kind that most are; where they are of turns, what is lacking is slow on both sides of them.
    const count = (kind: FindingKind): number => signs.filter((finding) => finding.kind === kind).length;
    const kind = EASES.reduce((most, other) => (count(other) > count(most) ? other : most));
    const end = kind.startsWith('start') ? 'start' : 'finish';
    return {
      kind,
      measured: medianOf(ways.map(({ take }) => take![end])),
      expected: medianOf(ways.map(({ target }) => target![end])),
      tolerance: EASE_TOLERANCE,
      unit: '× average speed',
    };
  },
};

const IN_JUMPS: Manner = {
  isSo: (take) => take === null,
  isOff: () => true,
  // A pause on a key is told in frames.
  isSign: ({ kind, unit }) => kind === 'held-not-moving' && unit === '%',
  say: ({ name, where }) =>
    `${whoDoes(name, 'hold')} each pose${where} and jumps to the next; the target moves all the way.`,
  tell: (_, signs) => ({
    kind: 'held-not-moving',
    measured: Math.max(...signs.map(({ measured }) => measured)),
    expected: 0,
    tolerance: signs[0]!.tolerance,
    unit: '%',
  }),
};

const MANNERS: readonly Manner[] = [EVENLY, IN_JUMPS];

/** The ways that a finding is of, where it is of several of a movement, all gone in one manner. */
export function waysInOneManner(
  { segments }: TrackReading,
  { kind, firstFrame, lastFrame }: Finding,
): SegmentReading[] {
  if (!EASES.includes(kind) && kind !== 'held-not-moving') return [];
  const ways = segments.filter((way) => firstFrame <= way.firstFrame && way.lastFrame <= lastFrame);
  return ways.length > 1 ? ways : [];
}

const subjectOf = ({ reading }: ReadTrack): string => reading.subjectId;

/** Everything read, and what one manner looks like in it. */
interface Looked {
  manner: Manner;
  all: readonly ReadTrack[];
  signs: readonly Finding[];
}

/** What is told at once of some tracks: of all, of one subject, or of one of its movements. */
function mannerOf(tracks: readonly ReadTrack[], looked: Looked): Whole[] {
  const { manner, all, signs } = looked;
  const isGoneSo = ({ target, take }: SegmentReading): boolean => !target || manner.isSo(take);
  const ways = tracks.map(({ reading }) =>
    reading.segments.filter(({ target, take }) => target && manner.isOff(target) && manner.isSo(take)),
  );
  const own = signs.filter((finding) => tracks.some(({ reading }) => isAbout(finding, reading)));
  const subjects = [...new Set(tracks.map(subjectOf))];
  const beside = tracks.length > 1 ? all.filter((read) => subjects.includes(subjectOf(read))) : tracks;
  const isWhole =
    ways.every((some) => some.length > 0) &&
    ways.flat().length >= LEAST_WAYS &&
    beside.every(({ reading }) => reading.segments.every(isGoneSo));
  if (isWhole && own.length >= LEAST_SIGNS) return [wholeOf(tracks, ways.flat(), own, looked)];
  if (subjects.length > 1)
    return subjects.flatMap((id) =>
      mannerOf(
        tracks.filter((read) => subjectOf(read) === id),
        looked,
      ),
    );
  return tracks.length > 1 ? tracks.flatMap((read) => mannerOf([read], looked)) : [];
}

const SEVERITIES = ['strong', 'clear', 'slight'] as const;

function wholeOf(
  tracks: readonly ReadTrack[],
  ways: readonly SegmentReading[],
  signs: readonly Finding[],
  { manner, all }: Looked,
): Whole {
  const [{ reading }] = tracks as [ReadTrack];
  const { subjectId, subjectName, track, label } = reading;
  const isOfAll = tracks.some((read) => subjectOf(read) !== subjectId);
  const isOfTrack = tracks.length === 1 && all.some((read) => subjectOf(read) === subjectId && read !== tracks[0]);
  const name = isOfAll ? null : subjectName;
  const where = isOfTrack ? ` in ${label.toLowerCase()}` : '';
  return {
    finding: {
      ...manner.tell(ways, signs),
      subjectId: isOfAll ? null : subjectId,
      track: tracks.length === 1 ? track : null,
      firstFrame: Math.min(...ways.map(({ firstFrame }) => firstFrame)),
      lastFrame: Math.max(...ways.map(({ lastFrame }) => lastFrame)),
      severity: SEVERITIES.find((severity) => signs.some((finding) => finding.severity === severity))!,
      sentence: capital(manner.say({ name, where })),
    },
    tells: (finding) => signs.includes(finding),
  };
}

/** Where all of a take, a subject or a movement goes in one manner, and the target does not; `others` may be signs. */
export function findManner({ tracks }: Pick<BothRead, 'tracks'>, others: readonly Finding[]): Found {
  const wholes = MANNERS.flatMap((manner) => {
    const signs = others.filter(manner.isSign);
    const off = tracks.filter(({ reading }) => reading.segments.some(({ target }) => target && manner.isOff(target)));
    return off.length > 0 && signs.length >= LEAST_SIGNS ? mannerOf(off, { manner, all: tracks, signs }) : [];
  });
  return {
    findings: wholes.map(({ finding }) => finding),
    areCauses: true,
    explains: (finding) => wholes.some(({ tells }) => tells(finding)),
  };
}
