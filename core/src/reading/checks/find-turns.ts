import { CHANNELS } from '../../motion/document/channels.ts';
import { findChannel } from '../../motion/document/document.ts';
import { sampleChannel } from '../../motion/sampling/sample.ts';
import { noiseOf } from '../moments.ts';
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

/** A value by frame. */
type Course = (frame: number) => number;
/** The key before a turn, the one on it, and the one after. */
type Three = [before: KeyPair, at: KeyPair, after: KeyPair];

/**
 * Speeds beside a frame on which a course turns back, as shares of the mean speeds; null where it does not turn back.
 */
function turnOf(course: Course, [before, at, after]: readonly [number, number, number]): Turn | null {
  const value = course(at);
  const share = (far: number): number => {
    const length = Math.abs(far - at);
    const probe = Math.min(PROBE_FRAMES, length / 4) * Math.sign(far - at);
    const way = course(far) - value;
    return way === 0 ? 0 : (course(at + probe) - value) / way / (Math.abs(probe) / length);
  };
  const wayIn = value - course(before);
  const wayOut = course(after) - value;
  return wayIn * wayOut < 0 ? { into: share(before), outOf: share(after) } : null;
}

/** What a recording would show of the target where it has its drawings: straight from one of them to the next. */
function asDrawn(target: Course, { sides, held }: ReadTrack, [before, at, after]: Three): Course {
  const { first } = sides.take.motion.range;
  const drawing = (frame: number): number => {
    const [from, to] = frame < at.takeFrame ? [before, at] : [at, after];
    const perOwn = (to.targetFrame - from.targetFrame) / (to.takeFrame - from.takeFrame);
    return target(from.targetFrame + (frame - from.takeFrame) * perOwn);
  };
  return (frame) => {
    const last = first + Math.floor((frame - first) / held) * held;
    const share = (frame - last) / held;
    return drawing(last) * (1 - share) + drawing(last + held) * share;
  };
}

/** Noise that may make a speed beside a turn differ by more, as a share of the mean speed, leaves nothing to say. */
const MOST_NOISE = (SHARP - ROUND) / 2;

/** Whether what a recording shows of the speeds beside a turn may be no more than noise. */
function isInNoise(drawn: Course, noise: number, [before, at, after]: readonly [number, number, number]): boolean {
  return [before, after].some((far) => {
    const way = Math.abs(drawn(far) - drawn(at));
    return noise * Math.abs(far - at) > MOST_NOISE * way * PROBE_FRAMES;
  });
}

/** A contact that floats: round where the target turns sharply; and a turn that is sharp where it must be round. */
export function findTurns({ tracks }: BothRead): Found {
  const found = tracks.flatMap((read) => {
    // Held drawings have no speed beside a turn.
    if (read.isSampled && read.sides.take.subject.exposure > 1) return [];
    const { pairs, segments } = read.reading;
    return pairs
      .slice(1, -1)
      .flatMap((pair, k) =>
        isEasedAlike(segments[k]!) && isEasedAlike(segments[k + 1]!)
          ? []
          : findTurn(read, [pairs[k]!, pair, pairs[k + 2]!]),
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

/** Frames nowhere further apart than this share of the span are the same. */
const SAME_WAY = 0.005;

/** Whether take and target leave a key, and come to the next, with the same ease. */
const isEasedAlike = ({ target, take }: SegmentReading): boolean =>
  target !== null &&
  take !== null &&
  Math.abs(target.start - take.start) + Math.abs(target.finish - take.finish) < SAME_PACE;

function findTurn(read: ReadTrack, three: Three): Finding[] {
  const { reading, sides, track, take, isSampled } = read;
  const [before, at, after] = three;
  // How a turn within a single frame is done nobody sees; nor what lies between frames that are all the same.
  if (Math.min(at.targetFrame - before.targetFrame, after.targetFrame - at.targetFrame) < PROBE_FRAMES) return [];
  if (read.isSame(before.targetFrame, after.targetFrame, SAME_WAY * reading.span)) return [];
  const asks = [before.targetFrame, at.targetFrame, after.targetFrame] as const;
  const draws = [before.takeFrame, at.takeFrame, after.takeFrame] as const;
  for (const [c, id] of track.channelIds.entries()) {
    const [target, own] = [sides.target.subject, sides.take.subject].map((subject): Course | null => {
      const channel = findChannel(subject, id);
      return channel ? (frame) => sampleChannel(channel, frame) : null;
    });
    const asked = target && turnOf(target, asks);
    const drawn = own && turnOf(own, draws);
    if (!asked || !drawn) continue;
    const sharp = (turn: Turn | null): boolean => turn !== null && Math.min(turn.into, turn.outOf) >= SHARP;
    const round = (turn: Turn | null): boolean => turn !== null && Math.max(turn.into, turn.outOf) <= ROUND;
    const floats = sharp(asked) && round(drawn);
    if (!floats && !(round(asked) && sharp(drawn))) continue;
    if (isSampled) {
      const wouldBe = turnOf(asDrawn(target, read, three), draws);
      if (!(floats ? sharp(wouldBe) : round(wouldBe)) || isInNoise(own, noiseOf(take[c]!), draws)) continue;
    }
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
