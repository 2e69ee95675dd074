import { extentOf } from '../extent.ts';
import { momentsOf, noiseOf, restsOf } from '../reading/index.ts';
import type { Place } from './clip-picture.ts';
import { comesToRest, setsOff } from './slow-ends.ts';
import type { TrackExposure } from './track-exposure.ts';

export const CLIP_EVENT_KINDS = ['sets-off', 'contact', 'turns', 'comes-to-rest'] as const;
export type ClipEventKind = (typeof CLIP_EVENT_KINDS)[number];

/** Something that is seen to happen: it sets off from a rest, touches something (a break of speed), turns, rests. */
export interface ClipEvent {
  /** From 0 at the first picture, in frames of the clip's rate. */
  frame: number;
  kind: ClipEventKind;
}

/** A coordinate that goes less than this share of what the other does tells nothing by itself. */
const TELLS = 0.06;
/** A change of velocity from one frame to the next of this share of the fastest is a break. */
const BREAK = 0.55;
/** What goes by less than so many times the noise hides in it. */
const SEEN = 5;
/** It is so many times the noise at least: that alone makes changes of √6 times it along each coordinate. */
const BREAK_NOISE = 9;
/** On both sides of a break it goes on for so many frames. */
const GOES_ON = 2;
/** Events of one coordinate that are so near to those of the other are one. */
const TOGETHER = 1.5;
/** What is followed creeps by so many pixels with a ground that moves behind it, smoothly: as noise it is not seen. */
const LEAST_NOISE_PX = 0.1;
/** It rested already if it goes less than this share of its extent from the event before until it does. */
const SETTLES = 0.01;

const ORDER: Record<ClipEventKind, number> = { contact: 0, 'comes-to-rest': 1, 'sets-off': 2, turns: 3 };

/** Places of drawings that stand some frames, as if each were on its way to the next; a rest stays one. */
function onOnes(values: Float64Array, { repeats, exposure }: TrackExposure): Float64Array {
  if (exposure < 2) return values;
  const smooth = values.slice();
  for (let i = 1; i < values.length; i++) {
    if (repeats[i]) continue;
    let from = i - 1;
    while (repeats[from] && i - from < exposure) from--;
    for (let k = from + 1; k < i; k++)
      smooth[k] = values[from]! + ((values[i]! - values[from]!) * (k - from)) / (i - from);
  }
  return smooth;
}

/** Where velocity changes at once, and how much, as a share of the fastest step. */
function breaksOf(columns: readonly Float64Array[], exposure: number, noise: number): { at: number; size: number }[] {
  const count = columns[0]!.length;
  const velocity = (i: number): Place => ({
    x: columns[0]![i + 1]! - columns[0]![i]!,
    y: columns[1]![i + 1]! - columns[1]![i]!,
  });
  let fastest = 0;
  for (let i = 0; i + 1 < count; i++) fastest = Math.max(fastest, Math.hypot(velocity(i).x, velocity(i).y));
  if (fastest <= 0) return [];
  const least = Math.max(BREAK, (BREAK_NOISE * noise) / fastest);
  const sizes = new Float64Array(count);
  for (let i = 1; i + 1 < count; i++) {
    const [before, after] = [velocity(i - 1), velocity(i)];
    sizes[i] = Math.hypot(after.x - before.x, after.y - before.y) / fastest;
  }
  const breaks: { at: number; size: number }[] = [];
  for (let i = 1; i + 1 < count; i++) {
    // Of a break between two frames both are broken: what is beside it is not.
    // Nor is a corner at a drawing that stands like those at the drawings beside it.
    let beside = 0;
    for (let far = GOES_ON; far <= Math.max(GOES_ON, exposure); far++)
      beside = Math.max(beside, sizes[i - far] ?? 0, sizes[i + far] ?? 0);
    if (sizes[i]! < least || sizes[i]! < (sizes[i - 1] ?? 0) || sizes[i]! <= (sizes[i + 1] ?? 0)) continue;
    if (sizes[i]! > 2 * beside) breaks.push({ at: i, size: sizes[i]! });
  }
  return breaks;
}

/**
 * What happens in a track, one place a frame: extremes of each
 * coordinate, breaks of speed, starts and ends of rests (timing-model, section 5), as far as they stand out from the
 * noise.
 */
export function eventsOfTrack(places: readonly Place[], exposure: TrackExposure): ClipEvent[] {
  if (places.length < 3) return [];
  const raw = [Float64Array.from(places, ({ x }) => x), Float64Array.from(places, ({ y }) => y)];
  const columns = raw.map((values) => onOnes(values, exposure));
  const extents = columns.map((values) => {
    const { low, high } = extentOf(values);
    return high - low;
  });
  const extent = Math.hypot(extents[0]!, extents[1]!);
  // Straight pieces between drawings that stand look noisy, and so do corners of drawings alone: the less of both.
  const noiseOfColumn = (c: number): number =>
    Math.min(noiseOf(columns[c]!), noiseOf(raw[c]!.filter((_, i) => exposure.exposure < 2 || !exposure.repeats[i])));
  const noise = Math.max(LEAST_NOISE_PX, noiseOfColumn(0), noiseOfColumn(1));
  if (!(extent > Math.max(1, 10 * noise))) return [];
  const found: { at: number; kind: ClipEventKind }[] = [];
  const telling = columns.filter((_, c) => extents[c]! >= TELLS * extent);
  const breaks = breaksOf(columns, exposure.exposure, noise);
  const seen = SEEN * noise;
  const rests = restsOf(telling, extent, noise);
  const backward = telling.map((values) => values.toReversed());
  rests.forEach(([first, last], i) => {
    const [before, after] = [rests[i - 1]?.[1] ?? 0, rests[i + 1]?.[0] ?? places.length - 1];
    if (first > 0) found.push({ at: comesToRest(backward, [first, last], before, seen), kind: 'comes-to-rest' });
    if (last + 1 < places.length) found.push({ at: setsOff(telling, [first, last], after, seen), kind: 'sets-off' });
  });
  for (const values of telling)
    for (const { kind, at } of momentsOf(values, extent, noise)) {
      const i = Math.round(at);
      const isSharp = breaks.some((own) => Math.abs(own.at - i) <= 1);
      if (kind === 'turns') found.push({ at: i, kind: isSharp ? 'contact' : 'turns' });
    }
  for (const { at } of breaks) found.push({ at, kind: 'contact' });
  found.sort((a, b) => a.at - b.at || ORDER[a.kind] - ORDER[b.kind]);
  const wayBetween = (from: number, to: number): number =>
    Math.hypot(columns[0]![to]! - columns[0]![from]!, columns[1]![to]! - columns[1]![from]!);
  const apart: { at: number; kind: ClipEventKind }[] = [];
  for (const event of found) {
    const last = apart.at(-1);
    if (last && event.kind === 'comes-to-rest' && wayBetween(last.at, event.at) < SETTLES * extent) continue;
    if (!last || event.at - last.at > TOGETHER) apart.push(event);
    else if (ORDER[event.kind] < ORDER[last.kind]) apart[apart.length - 1] = event;
  }
  return apart.map(({ at, kind }) => ({ frame: at, kind }));
}
