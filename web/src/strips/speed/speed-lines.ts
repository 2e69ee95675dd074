import {
  changedTrackSpan,
  type Channel,
  CHANNELS,
  channelSpeed,
  effectiveHandles,
  findChannel,
  type HandleSide,
  keyFramesOf,
  numbersOfHandle,
  type Rate,
  sampleChannel,
  speedPiece,
  type SpeedPoint,
  type Subject,
  type Track,
  trackSpeed,
  wayBetween,
} from '@undulan/core';
import type { EditRequest } from '../../editing/index.ts';

/** The speed of something that moves, to be drawn and changed: piece by piece, broken at its keys. */
export interface SpeedLine {
  label: string;
  unit: string;
  keyFrames: number[];
  pieces: SpeedPoint[][];
  /** How far each piece goes, there and back, in the unit. */
  ways: number[];
  /** What sets the speed on one side of a key, and (unless null) how far it reaches. */
  request: (
    keyFrame: number,
    side: HandleSide,
    speed: number,
    reachPercent: number | null,
    apart: boolean,
  ) => EditRequest;
  /**
   * How far the speed on one side of a key reaches, in percent of its span of so many frames; null where a reach cannot
   * be set.
   */
  reachOf: (keyFrame: number, side: HandleSide) => { percent: number; spanFrames: number } | null;
}

/** Pieces that are known already, by the frame they begin on, with the one they end on. */
type KnownPieces = ReadonlyMap<number, { to: number; piece: SpeedPoint[]; way: number }>;

const NONE: KnownPieces = new Map();

/** Those pieces of a line that hold still when its subject changes. */
export function keptPieces(
  { keyFrames, pieces, ways }: SpeedLine,
  before: Subject,
  after: Subject,
  channels: Pick<Track, 'channelIds'>,
): KnownPieces {
  const span = changedTrackSpan(before, after, channels);
  if (!span) return NONE;
  const kept = new Map<number, { to: number; piece: SpeedPoint[]; way: number }>();
  pieces.forEach((piece, i) => {
    const [from, to] = [keyFrames[i]!, keyFrames[i + 1]!];
    if (to <= span.first || from >= span.last) kept.set(from, { to, piece, way: ways[i]! });
  });
  return kept;
}

function piecesOf(
  keyFrames: readonly number[],
  known: KnownPieces,
  speedsAt: (frame: number) => { left: number; right: number },
  valuesAt: (frame: number) => number[],
): Pick<SpeedLine, 'pieces' | 'ways'> {
  const found = keyFrames.slice(0, -1).map((from, i) => {
    const to = keyFrames[i + 1]!;
    const same = known.get(from);
    if (same?.to === to) return same;
    return { piece: speedPiece(from, to, speedsAt), way: wayBetween(from, to, valuesAt) };
  });
  return { pieces: found.map(({ piece }) => piece), ways: found.map(({ way }) => way) };
}

/** The speed of one channel in units per second, up on the picture as up. */
export function channelLine(subjectId: string, channel: Channel, rate: Rate, known: KnownPieces = NONE): SpeedLine {
  const sign = CHANNELS[channel.id].pointsDown ? -1 : 1;
  const { keys } = channel;
  const keyFrames = keys.map((key) => key.frame);
  const reachOf = (keyFrame: number, side: HandleSide): { percent: number; spanFrames: number } => {
    const index = keys.findIndex((key) => key.frame === keyFrame);
    const spanFrames = Math.abs(keys[index + (side === 'out' ? 1 : -1)]!.frame - keyFrame);
    return {
      spanFrames,
      percent: numbersOfHandle(effectiveHandles(keys, index)[side], spanFrames, rate).reachPercent || 100 / 3,
    };
  };
  return {
    label: CHANNELS[channel.id].label,
    unit: CHANNELS[channel.id].unit,
    keyFrames,
    ...piecesOf(
      keyFrames,
      known,
      (frame) => {
        const { left, right } = channelSpeed(channel, frame, rate);
        return { left: sign * left, right: sign * right };
      },
      (frame) => [sampleChannel(channel, frame)],
    ),
    reachOf,
    request: (keyFrame, side, speed, reach, apart) => {
      const reachPercent = reach ?? reachOf(keyFrame, side).percent;
      const ref = { subjectId, channelId: channel.id, frame: keyFrame };
      const numbers = { speedPerSecond: sign * speed, reachPercent };
      return { operation: 'setSpeed', args: apart ? [ref, side, numbers, 'broken'] : [ref, side, numbers] };
    },
  };
}

/** The speed of a track along its way, in units per second: never below nothing. */
export function pathLine(subject: Subject, track: Track, rate: Rate, known: KnownPieces = NONE): SpeedLine {
  const channels = track.channelIds
    .flatMap((id) => findChannel(subject, id) ?? [])
    .filter((channel) => channel.keys.length > 0);
  const keyFrames = keyFramesOf(channels);
  return {
    label: `${track.label}, along its way`,
    unit: track.unit,
    keyFrames,
    ...piecesOf(
      keyFrames,
      known,
      (frame) => trackSpeed(subject, track, frame, rate),
      (frame) => channels.map((channel) => sampleChannel(channel, frame)),
    ),
    reachOf: () => null,
    request: (keyFrame, side, speed, _reach, apart) => {
      const ref = { subjectId: subject.id, trackId: track.id, frame: keyFrame };
      const args = [ref, side, Math.max(0, speed)] as const;
      return { operation: 'setPathSpeed', args: apart ? [...args, 'broken'] : [...args] };
    },
  };
}
