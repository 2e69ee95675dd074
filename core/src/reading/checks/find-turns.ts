import { type ChannelId, CHANNELS } from '../../motion/document/channels.ts';
import { findChannel } from '../../motion/document/document.ts';
import type { Subject } from '../../motion/document/schema.ts';
import { sampleChannel } from '../../motion/sampling/sample.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding, KeyPair, SegmentReading, Severity } from '../schema.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import { aboutTrack, type BothRead, type Found } from './check.ts';

/**
 * Speed beside a turn as a share of its segment's mean: above the first on both sides it is sharp, below the second on
 * both it is round.
 */
const SHARP = 0.65;
const ROUND = 0.45;
/** The speed is that of the frame beside the turn, as the eye gets it; of a quarter of a short segment. */
const PROBE_FRAMES = 1;

interface Turn {
  into: number;
  outOf: number;
}

/**
 * Speeds beside a frame on which a channel turns back, as shares of the mean speeds; null where it does not turn back.
 */
function turnOf(subject: Subject, id: ChannelId, before: number, at: number, after: number): Turn | null {
  const channel = findChannel(subject, id);
  if (!channel) return null;
  const value = sampleChannel(channel, at);
  const share = (far: number): number => {
    const length = Math.abs(far - at);
    const probe = Math.min(PROBE_FRAMES, length / 4) * Math.sign(far - at);
    const way = sampleChannel(channel, far) - value;
    return way === 0 ? 0 : (sampleChannel(channel, at + probe) - value) / way / (Math.abs(probe) / length);
  };
  const wayIn = value - sampleChannel(channel, before);
  const wayOut = sampleChannel(channel, after) - value;
  return wayIn * wayOut < 0 ? { into: share(before), outOf: share(after) } : null;
}

/** A contact that floats: round where the target turns sharply; and a turn that is sharp where it must be round. */
export function findTurns({ tracks }: BothRead): Found {
  const found = tracks.flatMap((read) => {
    // Held drawings have no speed beside a turn.
    if (read.blurFrames >= 1) return [];
    const { pairs, segments } = read.reading;
    return pairs
      .slice(1, -1)
      .flatMap((pair, k) =>
        sameEase(segments[k]!, segments[k + 1]!) ? [] : findTurn(read, [pairs[k]!, pair, pairs[k + 2]!]),
      );
  });
  const besides = (finding: Finding): boolean =>
    found.some(
      (turn) =>
        turn.subjectId === finding.subjectId &&
        turn.track === finding.track &&
        ((finding.kind.startsWith('finish-') && finding.lastFrame === turn.firstFrame) ||
          (finding.kind.startsWith('start-') && finding.firstFrame === turn.firstFrame) ||
          (finding.kind === 'spacing-off' &&
            (finding.lastFrame === turn.firstFrame || finding.firstFrame === turn.firstFrame))),
    );
  return { findings: found, explains: besides };
}

/** Speeds alike within this share of the mean need no second look. */
const SAME_PACE = 0.02;

/** Whether take and target come to a key and leave it with the same ease. */
function sameEase(before: SegmentReading, after: SegmentReading): boolean {
  const alike = (segment: SegmentReading): boolean =>
    segment.target !== null &&
    segment.take !== null &&
    Math.abs(segment.target.start - segment.take.start) + Math.abs(segment.target.finish - segment.take.finish) <
      SAME_PACE;
  return alike(before) && alike(after);
}

function findTurn({ reading, sides, track }: ReadTrack, [before, at, after]: [KeyPair, KeyPair, KeyPair]): Finding[] {
  // How a turn within a single frame is done nobody sees.
  if (Math.min(at.targetFrame - before.targetFrame, after.targetFrame - at.targetFrame) < PROBE_FRAMES) return [];
  for (const id of track.channelIds) {
    const asked = turnOf(sides.target.subject, id, before.targetFrame, at.targetFrame, after.targetFrame);
    const drawn = turnOf(sides.take.subject, id, before.takeFrame, at.takeFrame, after.takeFrame);
    if (!asked || !drawn) continue;
    const sharp = (turn: Turn): boolean => Math.min(turn.into, turn.outOf) >= SHARP;
    const round = (turn: Turn): boolean => Math.max(turn.into, turn.outOf) <= ROUND;
    const floats = sharp(asked) && round(drawn);
    if (!floats && !(round(asked) && sharp(drawn))) continue;
    const pace = (turn: Turn): number => (turn.into + turn.outOf) / 2;
    const frame = at.targetFrame;
    const where = track.channelIds.length > 1 ? ` in ${CHANNELS[id].label.toLowerCase()}` : '';
    return [
      {
        ...aboutTrack(reading),
        kind: floats ? 'contact-floats' : 'turn-sharp',
        firstFrame: frame,
        lastFrame: frame,
        measured: pace(drawn),
        expected: pace(asked),
        tolerance: SHARP - ROUND,
        unit: '× average speed',
        severity: severityFor(Math.abs(pace(drawn) - pace(asked))),
        sentence: floats
          ? capital(
              `${subjectDoes(reading.subjectName, 'float')} at the contact on frame ${frame}${where}: it ` +
                `slows to ${roundTo(pace(drawn) * 100, 0)} % of its average speed there; the target hits at ` +
                `${roundTo(pace(asked) * 100, 0)} %.`,
            )
          : capital(
              `${subjectDoes(reading.subjectName, 'snap')} round on frame ${frame}${where} at ` +
                `${roundTo(pace(drawn) * 100, 0)} % of its average speed; the target turns softly there.`,
            ),
      },
    ];
  }
  return [];
}

function severityFor(difference: number): Severity {
  return difference >= 4 * (SHARP - ROUND) ? 'strong' : difference >= 2 * (SHARP - ROUND) ? 'clear' : 'slight';
}
