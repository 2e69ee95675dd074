import { isMoving } from '../../motion/keys/thin-keys.ts';
import { askedChannels, type OffBeyond, offFrom, offInRounds, standsSince } from '../off-beyond.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, Tolerances } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { amount, capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found, isAbout } from './check.ts';

/**
 * What a take does before the first and after the last of the target's keys: where the target stands it is to stand,
 * and where the target goes on, in rounds or straight, it is to go on as it went before.
 */

/** Of a recording's noise so many times as much may be seen as a move. */
const NOISE_TIMES = 4;
/** What stands for this share of what is left stands. */
const MOSTLY = 0.3;

/** What is told of more than this share of it says it. */
const SAID = 0.5;

/** Within so much of the track's unit it is where it ought to be. */
const toleranceOf = ({ reading, noisePercent }: ReadTrack, { spacingPercent }: Tolerances): number =>
  ((spacingPercent + NOISE_TIMES * noisePercent) / 100) * reading.span;

/** So many frames beside a key a recording may still be on its way. */
const openBeside = ({ blurFrames, held }: ReadTrack): number => Math.ceil(blurFrames) + Math.ceil(held);

type Said = Pick<Finding, 'kind' | 'sentence' | 'firstFrame' | 'lastFrame'>;

function findingOf({ reading }: ReadTrack, { most }: OffBeyond, tolerance: number, said: Said): Finding[] {
  const severity = severityOf(most, tolerance);
  if (severity === null) return [];
  const { unit } = reading;
  return [{ ...aboutTrack(reading), ...said, measured: most, expected: 0, tolerance, unit, severity }];
}

/** A take that moves where the target has not begun to, or has come to rest. */
function findMoving(
  read: ReadTrack,
  off: OffBeyond,
  tolerance: number,
  said: Omit<Said, 'kind' | 'sentence'> & { when: string },
): Finding[] {
  const { subjectName, span } = read.reading;
  const { when, ...frames } = said;
  const by = roundTo((off.most / span) * 100, 1);
  return findingOf(read, off, tolerance, {
    ...frames,
    kind: 'hold-moves',
    sentence: capital(
      `${subjectDoes(subjectName, 'move')} ${when}, by up to ${by} % of the travel; the target stands.`,
    ),
  });
}

function findBefore(read: ReadTrack, tolerances: Tolerances): Finding[] {
  const { reading, sides } = read;
  const pair = reading.pairs[0];
  if (!pair || reading.missingFrames.some((frame) => frame < pair.targetFrame)) return [];
  const { first } = sides.target.motion.range;
  const last = Math.floor(pair.targetFrame) - openBeside(read);
  if (last < first || askedChannels(read).some(({ before }) => before && before.kind !== 'hold')) return [];
  const tolerance = toleranceOf(read, tolerances);
  if (read.isSame(first, last, tolerance)) return [];
  const off = offFrom(read, { frame: pair.targetFrame, isAfter: false }, { first, last }, tolerance);
  return findMoving(read, off, tolerance, {
    firstFrame: first,
    lastFrame: Math.ceil(pair.targetFrame) - 1,
    when: `before frame ${roundTo(pair.targetFrame, 2)}`,
  });
}

function findAfter(read: ReadTrack, tolerances: Tolerances): Finding[] {
  const { reading, sides } = read;
  const pair = reading.pairs.at(-1);
  if (!pair || reading.missingFrames.some((frame) => frame > pair.targetFrame)) return [];
  const { last } = sides.target.motion.range;
  const within = { first: Math.ceil(pair.targetFrame) + openBeside(read), last };
  if (within.first > last) return [];
  const tolerance = toleranceOf(read, tolerances);
  if (read.isSame(within.first, last, tolerance)) return [];
  const frames = { firstFrame: Math.floor(pair.targetFrame) + 1, lastFrame: last };
  const models = askedChannels(read);
  const going = models.filter((channel) => isMoving(channel) && channel.after && channel.after.kind !== 'hold');
  if (going.length === 0)
    return findMoving(read, offFrom(read, { frame: pair.targetFrame, isAfter: true }, within, tolerance), tolerance, {
      ...frames,
      when: `after frame ${roundTo(pair.targetFrame, 2)}`,
    });
  const off = offGoingOn(read, going.length === models.filter(isMoving).length, within, tolerance);
  return off ? findNotGoingOn(read, off, tolerance, { ...frames, within }) : [];
}

/** How far a take is from going on as the target does; null where that is in more than one way. */
function offGoingOn(
  read: ReadTrack,
  areAll: boolean,
  within: { first: number; last: number },
  tolerance: number,
): OffBeyond | null {
  const { pairs } = read.reading;
  const models = askedChannels(read).filter(isMoving);
  const ways = new Set(
    models.map(({ keys, after }) => `${after?.kind} ${after?.count} ${keys[0]!.frame} ${keys.at(-1)!.frame}`),
  );
  if (!areAll || ways.size > 1) return null;
  const { keys } = models[0]!;
  const pair = pairs.at(-1)!;
  const start = pairs.find(({ targetFrame }) => targetFrame === keys[0]!.frame)?.takeFrame;
  if (start === undefined || pair.targetFrame !== keys.at(-1)!.frame || pair.takeFrame <= start) return null;
  return offInRounds(read, { start, end: pair.takeFrame }, within, tolerance);
}

function findNotGoingOn(
  read: ReadTrack,
  off: OffBeyond,
  tolerance: number,
  { within, ...frames }: Omit<Said, 'kind' | 'sentence'> & { within: { first: number; last: number } },
): Finding[] {
  const { subjectName, unit, pairs } = read.reading;
  const from = pairs.at(-1)!.targetFrame;
  const since = standsSince(read, { first: Math.floor(from), last: within.last }, tolerance);
  // It stood before it was seen to, and for long.
  if (since <= off.since && within.last - since >= MOSTLY * (within.last - from))
    return findingOf(read, off, tolerance, {
      ...frames,
      kind: 'held-not-moving',
      sentence: capital(
        `${subjectDoes(subjectName, 'stand')} still after frame ${roundTo(Math.max(from, since), 2)}; ` +
          'the target goes on.',
      ),
    });
  return findingOf(read, off, tolerance, {
    ...frames,
    kind: 'pose-off',
    sentence: capital(
      `${subjectDoes(subjectName, 'do')} not go on after frame ${roundTo(from, 2)} as the target does: up to ` +
        `${amount(off.most, unit)} away, most at frame ${off.at}.`,
    ),
  });
}

/** What happens beyond the ends of each track, where nothing that is told already says it. */
export function findBeyond({ target, tracks }: BothRead, others: readonly Finding[]): Found {
  const told = tracks.flatMap((read) => {
    const own = others.filter((finding) => isAbout(finding, read.reading) && finding.kind !== 'key-extra');
    // A last key that is late reaches into it, and says nothing of it.
    const isSaid = ({ firstFrame, lastFrame }: Finding): boolean =>
      own.some((other) => {
        const [from, to] = [Math.max(firstFrame, other.firstFrame), Math.min(lastFrame, other.lastFrame)];
        return to - from + 1 > SAID * (lastFrame - firstFrame + 1);
      });
    const findings = [...findBefore(read, target.tolerances), ...findAfter(read, target.tolerances)];
    return findings.filter((finding) => !isSaid(finding)).map((finding) => ({ finding, read }));
  });
  return {
    findings: told.map(({ finding }) => finding),
    // Keys that move it there are what is told.
    explains: (other) =>
      other.kind === 'key-extra' &&
      told.some(
        ({ finding: { firstFrame, lastFrame }, read }) =>
          isAbout(other, read.reading) &&
          other.firstFrame >= read.toTake(firstFrame) - 1 &&
          other.firstFrame <= read.toTake(lastFrame) + 1,
      ),
  };
}
