import { CHANNELS } from '../../motion/document/channels.ts';
import { findChannel, findSubject } from '../../motion/document/document.ts';
import type { Channel, Key, MotionDocument, Subject } from '../../motion/document/schema.ts';
import { extentOfKeys, isMoving, isStill } from '../../motion/keys/thin-keys.ts';
import { sampleChannel } from '../../motion/sampling/sample.ts';
import { type Track, tracksOf, trackWith } from '../../motion/sampling/track.ts';
import type { FrameRange } from '../../time/range.ts';
import { counterpart } from '../counterpart.ts';
import type { ReadTrack } from '../read-track.ts';
import type { Finding } from '../schema.ts';
import { allowedOf, movesIn, standsOn } from '../standing.ts';
import { createWarp } from '../warp.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';

/** Share of a channel's extent within which a key's going changes nothing to the eye. */
const NOTHING_CHANGED = 1e-3;
/** Drawings from the key before one to the key after it, in a recording. */
const SAMPLE_GAP = 2;
/** A key so many frames from where the model has one is that. */
const BESIDE = 1;

interface Keyed {
  subject: Subject;
  range: FrameRange;
}

const isInbetween = ({ role }: Key): boolean => role === 'inbetween';

/**
 * The in-betweens of a channel, or other keys that may go, whose going would leave the motion as it is on some frames:
 * each is tried alone, against its two neighbours on either side.
 */
export function idleKeys(
  channel: Channel,
  { range: within, subject: { exposure } }: Keyed,
  mayGo = isInbetween,
): number[] {
  const { keys } = channel;
  if (keys.length < 3 || !keys.some(mayGo)) return [];
  const extent = extentOfKeys(keys);
  if (!(extent > 0)) return [];
  return keys.flatMap((key, i) => {
    if (i === 0 || i === keys.length - 1 || !mayGo(key)) return [];
    // One between two a drawing away is a sample of the motion.
    if (keys[i + 1]!.frame - keys[i - 1]!.frame <= SAMPLE_GAP * exposure) return [];
    const near = keys.slice(Math.max(0, i - 3), i + 4);
    const [whole, without] = [
      { ...channel, keys: near },
      { ...channel, keys: near.filter((other) => other !== key) },
    ];
    const from = Math.max(within.first, keys[Math.max(0, i - 2)]!.frame);
    const to = Math.min(within.last, keys[Math.min(keys.length - 1, i + 2)]!.frame);
    // Of one that is not shown there is nothing to say.
    if (to < from) return [];
    for (let frame = Math.ceil(from); frame <= to; frame++) {
      if (Math.abs(sampleChannel(whole, frame) - sampleChannel(without, frame)) > NOTHING_CHANGED * extent) return [];
    }
    return [key.frame];
  });
}

/** Economy of keys: channels keyed and never changing, keys that do nothing, and movement nobody asked for. */
export function findEconomy({ target, take, set, handedIn, tracks }: BothRead): Found {
  const findings = target.motion.subjects.flatMap((subject): Finding[] => {
    const drawn = counterpart(take, subject);
    const keyed = counterpart(handedIn, subject);
    return drawn && keyed && !subject.locked
      ? [
          ...findExtraTracks(subject, drawn, target.motion),
          ...findIdle(
            { subject: findSubject(set, subject.id) ?? subject, range: target.motion.range },
            { subject: keyed, range: take.range },
            tracks.filter(({ reading }) => reading.subjectId === subject.id),
          ),
        ]
      : [];
  });
  return { findings };
}

function findExtraTracks(asked: Subject, drawn: Subject, motion: MotionDocument): Finding[] {
  const { range } = motion;
  const tracks = tracksOf(asked);
  const known = new Set(tracks.filter((track) => movesIn(asked, track)).map((track) => track.id));
  const standing = new Set(tracks.map((track) => track.id));
  // Where the target stands on a key it is to be seen that the take does not.
  const isSeen = ({ id, keys }: Channel, track: Track): boolean =>
    !standing.has(track.id) || extentOfKeys(keys) > allowedOf(id, standsOn(asked, id, motion) ?? 0, motion);
  return (
    tracksOf(drawn)
      // Which drawing is up is compared frame by frame.
      .filter((track) => !known.has(track.id) && track.id !== 'drawing')
      .flatMap((track): Finding[] => {
        const channels = track.channelIds
          .flatMap((id) => findChannel(drawn, id) ?? [])
          .filter(isMoving)
          .filter((channel) => isSeen(channel, track));
        if (channels.length === 0) return [];
        const verb = standing.has(track.id) ? 'move in' : 'use';
        return [
          {
            subjectId: asked.id,
            track: track.id,
            kind: 'track-extra',
            firstFrame: range.first,
            lastFrame: range.last,
            measured: channels.reduce((sum, channel) => sum + channel.keys.length, 0),
            expected: 0,
            tolerance: 0,
            unit: 'keys',
            severity: 'slight',
            sentence: capital(
              `${subjectDoes(asked.name, 'move')} in ${track.label.toLowerCase()} too; the target does not ${verb} it.`,
            ),
          },
        ];
      })
  );
}

/** Whether one coordinate of a position has its keys only because both are keyed together, and the other moves. */
function isKeyedAlong({ id, keys }: Channel, { positionJoined, channels }: Subject): boolean {
  const otherId = id === 'position.x' ? 'position.y' : id === 'position.y' ? 'position.x' : null;
  const other = positionJoined ? channels.find((channel) => channel.id === otherId) : undefined;
  if (!other || isStill(other)) return false;
  const frames = new Set(other.keys.map(({ frame }) => frame));
  return keys.every(({ frame }) => frames.has(frame));
}

/** The take's frames beside which a key does nothing in the model either, and was asked for. */
function idleAsAsked(model: Channel | undefined, asked: Keyed, read: ReadTrack | undefined): number[] {
  const onTake = createWarp(
    (read?.reading.pairs ?? []).map(({ targetFrame, takeFrame }) => ({ from: targetFrame, to: takeFrame })),
  );
  return model ? idleKeys(model, asked, () => true).map(onTake) : [];
}

function findIdle(asked: Keyed, keyed: Keyed, tracks: readonly ReadTrack[]): Finding[] {
  const { subject: drawn } = keyed;
  return drawn.channels.flatMap((channel): Finding[] => {
    const track = trackWith(channel.id);
    const model = findChannel(asked.subject, channel.id);
    if (!track || channel.keys.length < 2 || isKeyedAlong(channel, drawn)) return [];
    const about = {
      subjectId: asked.subject.id,
      track: track.id,
      firstFrame: channel.keys[0]!.frame,
      lastFrame: channel.keys.at(-1)!.frame,
      expected: 0,
      tolerance: 0,
      unit: 'keys',
      severity: 'slight',
    } as const;
    const label = CHANNELS[channel.id].label;
    if (isStill(channel)) {
      // Where the target moves it, standing still is the fault; where the target keys it as still, it was asked for.
      if ((model?.keys.length ?? 0) > 1) return [];
      return [
        {
          ...about,
          kind: 'channel-idle',
          measured: channel.keys.length,
          sentence: `${label} has ${channel.keys.length} keys and never changes: one, or none, would do.`,
        },
      ];
    }
    const read = tracks.find((one) => one.track.id === track.id);
    // Keys that were found in a recording are nobody's.
    if (read?.areKeysFound) return [];
    const doNothing = idleKeys(channel, keyed);
    const asIn = doNothing.length > 0 ? idleAsAsked(model, asked, read) : [];
    const idle = doNothing.filter((frame) => !asIn.some((own) => Math.abs(own - frame) <= BESIDE));
    if (idle.length === 0) return [];
    const shown = idle
      .slice(0, 6)
      .map((frame) => roundTo(frame, 2))
      .join(', ');
    return [
      {
        ...about,
        kind: 'keys-idle',
        firstFrame: idle[0]!,
        lastFrame: idle.at(-1)!,
        measured: idle.length,
        sentence:
          `${idle.length === 1 ? 'A key' : `${idle.length} keys`} on ${label.toLowerCase()} ` +
          `${idle.length === 1 ? 'does' : 'do'} nothing: ${shown}${idle.length > 6 ? ' …' : ''}. ` +
          `Without ${idle.length === 1 ? 'it' : 'them'} the motion is the same.`,
      },
    ];
  });
}
