import { CHANNEL_IDS, type ChannelId, CHANNELS } from '../document/channels.ts';
import { findChannel } from '../document/document.ts';
import type { KeyRole, Subject } from '../document/schema.ts';
import { bakeChannelInto } from './bake.ts';
import { sampleChannel } from './sample.ts';

/**
 * What is judged as one movement: a place moves along one trajectory however its coordinates are keyed; every other
 * channel is a movement of its own.
 */
export interface Track {
  id: TrackId;
  label: string;
  unit: string;
  channelIds: readonly ChannelId[];
}

export type TrackId = 'position' | Exclude<ChannelId, 'position.x' | 'position.y' | 'fill' | 'stroke'>;

const POSITION: Track = { id: 'position', label: 'Position', unit: 'px', channelIds: ['position.x', 'position.y'] };

/**
 * Every track there can be, in the order of the channels. Colours are none: a way between packed colours has no length.
 */
export const TRACKS: readonly Track[] = [
  POSITION,
  ...CHANNEL_IDS.filter(
    (id): id is Exclude<TrackId, 'position'> => !POSITION.channelIds.includes(id) && CHANNELS[id].blend !== 'colour',
  ).map((id) => ({
    id,
    label: CHANNELS[id].label,
    unit: CHANNELS[id].unit,
    channelIds: [id],
  })),
];

/** The track that a channel is part of; none of a colour. */
export function trackWith(channelId: ChannelId): Track | undefined {
  return TRACKS.find((track) => track.channelIds.includes(channelId));
}

/** The subject's tracks that have at least one key. */
export function tracksOf(subject: Subject): Track[] {
  return TRACKS.filter((track) => track.channelIds.some((id) => (findChannel(subject, id)?.keys.length ?? 0) > 0));
}

/**
 * The track that says of a subject what another says of its counterpart: where one goes by its position and the other
 * along a guide path, a share of either's way is the same.
 */
export function trackAlike(subject: Subject, track: Track): Track {
  const other = track === POSITION ? trackWith('travel')! : track.id === 'travel' ? POSITION : null;
  const own = tracksOf(subject);
  return other && !own.includes(track) && own.includes(other) ? other : track;
}

/** A drawing of a track: a key on any of its channels, with the values of all of them. */
export interface TrackEvent {
  frame: number;
  role: KeyRole;
  values: number[];
}

const ROLE_WEIGHT: Record<KeyRole, number> = { extreme: 2, breakdown: 1, inbetween: 0 };

/** What is worked out once of a subject's track, kept as long as the subject is: documents never change in place. */
export function keptOf<T>(workOut: (subject: Subject, track: Track) => T): (subject: Subject, track: Track) => T {
  const known = new WeakMap<Subject, WeakMap<Track, T>>();
  return (subject, track) => {
    let own = known.get(subject);
    if (!own) known.set(subject, (own = new WeakMap()));
    let kept = own.get(track);
    if (kept === undefined) own.set(track, (kept = workOut(subject, track)));
    return kept;
  };
}

/** The frames of the track's keys in order, each with the weightiest role its channels have there. */
export const trackRoles = keptOf((subject, track): ReadonlyMap<number, KeyRole> => {
  const roles = new Map<number, KeyRole>();
  for (const id of track.channelIds) {
    for (const key of findChannel(subject, id)?.keys ?? []) {
      const known = roles.get(key.frame);
      if (!known || ROLE_WEIGHT[key.role] > ROLE_WEIGHT[known]) roles.set(key.frame, key.role);
    }
  }
  return new Map([...roles].sort(([a], [b]) => a - b));
});

/** The track's keys in order of frame, those of its channels on one frame taken together. */
export const trackEvents = keptOf((subject, track): readonly TrackEvent[] =>
  Array.from(trackRoles(subject, track), ([frame, role]) => ({
    frame,
    role,
    values: trackValues(subject, track, frame),
  })),
);

/** The values of the track's channels at a frame, one for each of its channels. */
export function trackValues(subject: Subject, track: Track, frame: number): number[] {
  const values: number[] = [];
  for (const id of track.channelIds) {
    const channel = findChannel(subject, id);
    values.push(channel ? sampleChannel(channel, frame) : CHANNELS[id].resting);
  }
  return values;
}

/** Samples of each channel of a track, `count` at `first, first + step, …`; one the subject has not stands at rest. */
export function bakeTrack(subject: Subject, track: Track, first: number, step: number, count: number): Float64Array[] {
  return track.channelIds.map((id) => {
    const column = new Float64Array(count);
    const channel = findChannel(subject, id);
    if (!channel) return column.fill(CHANNELS[id].resting);
    bakeChannelInto(column, channel, first, step);
    return column;
  });
}
