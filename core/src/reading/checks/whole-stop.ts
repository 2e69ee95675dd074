import type { ReadTrack } from '../read-track.ts';
import { type Finding, FINDING_KINDS } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import { isAbout, type Whole } from './check.ts';

/** What goes less than this share of the span, and so many times a recording's noise, stands. */
const STANDS = { share: 0.004, noiseTimes: 3 };
/** So many poses that are off after it has stopped come of that. */
const LEAST_POSES = 2;
/** What stops within so many frames stops together. */
const AS_ONE = 2;

/** From which of the target's frames on a take stands to its end. */
function stopsAt({ reading, take, noisePercent }: ReadTrack): number {
  const least = (STANDS.share + (STANDS.noiseTimes * noisePercent) / 100) * reading.span;
  const last = (take[0]?.length ?? 1) - 1;
  let i = last;
  while (i > 0 && Math.hypot(...take.map((column) => column[i - 1]! - column[last]!)) <= least) i--;
  return reading.gap.firstFrame + i;
}

/** A recorded track that stands from a frame on to its end, and which of the target's poses it lacks by that. */
interface Stop {
  read: ReadTrack;
  at: number;
  poses: Finding[];
}

function stopOf(read: ReadTrack, others: readonly Finding[]): Stop[] {
  const { reading, isSampled, areKeysFound } = read;
  if (!(reading.span > 0) || !(isSampled || areKeysFound)) return [];
  const at = stopsAt(read);
  if (at === reading.gap.firstFrame) return [];
  const own = others.filter((finding) => isAbout(finding, reading) && finding.firstFrame > at);
  const poses = own.filter(({ kind }) => kind === 'pose-off');
  // How it comes to rest is told as that.
  return poses.length === 0 || own.some(({ kind }) => kind === 'settle-off') ? [] : [{ read, at, poses }];
}

/**
 * Where recordings stand from some frame on, and the target goes on from pose to pose: they are not done. Of what stops
 * with it a single pose that is off is told as that, too.
 */
export function findStops(tracks: readonly ReadTrack[], spacingPercent: number, others: readonly Finding[]): Whole[] {
  const stops = tracks.flatMap((read) => stopOf(read, others));
  const isSure = ({ poses }: Stop): boolean => poses.length >= LEAST_POSES;
  return stops.flatMap((stop): Whole[] => {
    const { reading } = stop.read;
    const beside = stops.filter(
      (other) =>
        isSure(other) && other.read.reading.subjectId === reading.subjectId && Math.abs(other.at - stop.at) <= AS_ONE,
    );
    if (beside.length === 0) return [];
    const at = Math.min(...beside.map((other) => other.at));
    const measured = (Math.max(...stop.poses.map((pose) => pose.measured)) / reading.span) * 100;
    return [
      {
        finding: {
          subjectId: reading.subjectId,
          track: reading.track,
          kind: 'held-not-moving',
          firstFrame: at,
          lastFrame: Math.max(...beside.flatMap(({ poses }) => poses.map(({ lastFrame }) => lastFrame))),
          measured,
          expected: 0,
          tolerance: spacingPercent,
          unit: '%',
          severity: severityOf(measured, spacingPercent) ?? 'slight',
          sentence: capital(
            `${subjectDoes(reading.subjectName, 'stand')} still after frame ${roundTo(at, 2)}; the target goes on.`,
          ),
        },
        tells: (finding) =>
          isAbout(finding, reading) &&
          finding.lastFrame > at &&
          finding.firstFrame >= at - 1 &&
          ['timing', 'spacing', 'path'].includes(FINDING_KINDS[finding.kind]),
      },
    ];
  });
}
