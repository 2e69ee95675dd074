import type { ChannelId } from '../motion/document/channels.ts';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import { onGrain } from '../motion/document/frame-grain.ts';
import { type Key, type MotionDocument, parseMotion, type Subject, VALUE_LIMIT } from '../motion/document/schema.ts';
import { accept, refuse, type Result } from '../result.ts';
import { FRAME_LIMIT } from '../time/range.ts';
import { framesPerSecond, type Rate } from '../time/rate.ts';
import type { GltfAnimation, GltfNode, GltfTrack } from './gltf-read.ts';

/** From where a scene in space is looked at: along its z, from above, or from its right. */
export const GLTF_VIEWS = {
  front: { across: [0, 1], up: [1, 1], toward: 2 },
  top: { across: [0, 1], up: [2, -1], toward: 1 },
  side: { across: [2, -1], up: [1, 1], toward: 0 },
} as const satisfies Record<
  string,
  { across: readonly [axis: number, way: 1 | -1]; up: readonly [axis: number, way: 1 | -1]; toward: number }
>;
export type GltfView = keyof typeof GLTF_VIEWS;

/** What of an animation is taken, and how it lies on the stage. */
export interface GltfMapping {
  /** By their index in the file. */
  nodes: readonly number[];
  view: GltfView;
  pxPerUnit: number;
  /** Where the scene's origin is on the stage, in px. */
  origin: { x: number; y: number };
  rate: Rate;
  firstFrame: number;
}

/** What an animation became, and what of it is not in it. */
export interface GltfMotion {
  motion: MotionDocument;
  keys: number;
  /** Channels with so many keys that they were sampled, by how far a thinned one may be off. */
  dense: { subjectId: string; channelId: ChannelId; extent: number }[];
  says: string[];
}

const LOOK = { shape: 'box', widthPx: 80, heightPx: 80 } as const;
const FILLS = ['#b5651d', '#2456a6', '#5b7f2b', '#9a4f6b', '#4b5a66', '#c89b3c'];
/** Keys of more than this many a frame were sampled by a program, not set by a person. */
const DENSE = 0.75;
const FEW = 8;
/** A turn less than this about another axis is rounding. */
const ASIDE = 1e-3;
const STILL = 1e-6;
const MOST_KEYS = 40_000;
const MOST_NODES = 400;

interface Values {
  interpolation: GltfTrack['interpolation'];
  at: number[];
  slopes: { in: number; out: number }[] | null;
}

/** One number of a track over time. */
function partOf(track: GltfTrack, axis: number, of: (value: number) => number, factor: number): Values {
  return {
    interpolation: track.interpolation,
    at: track.values.map((row) => of(row[axis]!)),
    slopes: track.slopes && track.slopes.map((row) => ({ in: row.in[axis]! * factor, out: row.out[axis]! * factor })),
  };
}

/**
 * Turns about the axis that is looked along, in degrees clockwise as seen, each the short way from the one before; and
 * whether it turns about others too.
 */
function turnsOf(rows: readonly number[][], toward: number): { degrees: number[]; aside: boolean } {
  let aside = false;
  let last = 0;
  const degrees = rows.map((row) => {
    const [about, w] = [row[toward]!, row[3]!];
    const others = [0, 1, 2].filter((axis) => axis !== toward).map((axis) => row[axis]!);
    if (Math.hypot(...others) > ASIDE) aside = true;
    const turn = (-2 * Math.atan2(about, w) * 180) / Math.PI;
    last = turn - 360 * Math.round((turn - last) / 360);
    return last;
  });
  return { degrees, aside };
}

const limited = (value: number): number => Math.min(VALUE_LIMIT, Math.max(-VALUE_LIMIT, value));

/**
 * The keys that say a row of values. Held, straight and cubic ones are kept as they are: a cubic spline's slopes are
 * handles a third of the way long.
 */
function keysOf(frames: readonly number[], seconds: readonly number[], { interpolation, at, slopes }: Values): Key[] {
  const keys = frames.map((frame, i): Key => {
    const value = limited(at[i]!);
    if (interpolation === 'STEP') return createKey(frame, value, { leave: 'step' });
    if (interpolation === 'LINEAR' || !slopes) return createKey(frame, value, { leave: 'linear' });
    const handle = (to: number, slope: number) => {
      if (frames[to] === undefined) return { frames: 0, value: 0 };
      return { frames: (frames[to] - frame) / 3, value: limited(((seconds[to]! - seconds[i]!) * slope) / 3) };
    };
    return createKey(frame, value, {
      link: 'broken',
      in: handle(i - 1, slopes[i]!.in),
      out: handle(i + 1, slopes[i]!.out),
    });
  });
  // Two times that fall on one place: the later is kept.
  return keys.filter((key, i) => key.frame !== keys[i + 1]?.frame);
}

/** What a node does on the stage: a row of keys for each channel that changes, and where it is at rest. */
interface OnStage {
  resting: Partial<Record<ChannelId, number>>;
  keys: Partial<Record<ChannelId, Key[]>>;
  says: string[];
}

function onStage(
  node: GltfNode,
  { view, pxPerUnit, rate, firstFrame }: GltfMapping,
  shift: { x: number; y: number },
): OnStage {
  const { across, up, toward } = GLTF_VIEWS[view];
  const fps = framesPerSecond(rate);
  const xPx = (value: number): number => shift.x + across[1] * pxPerUnit * value;
  const yPx = (value: number): number => shift.y - up[1] * pxPerUnit * value;
  const keys: OnStage['keys'] = {};
  const says: string[] = [];
  const put = (id: ChannelId, { seconds }: GltfTrack, values: Values): void => {
    const frames = seconds.map((at) => onGrain(firstFrame + at * fps));
    const made = keysOf(frames, seconds, values);
    const moves = made.some(
      (key) => Math.abs(key.value - made[0]!.value) > STILL || key.in.value !== 0 || key.out.value !== 0,
    );
    if (moves) keys[id] = made;
  };
  const rest = turnsOf([node.rotation], toward);
  const resting: OnStage['resting'] = {
    'position.x': xPx(node.translation[across[0]]!),
    'position.y': yPx(node.translation[up[0]]!),
    rotation: rest.degrees[0]!,
    'scale.x': node.scale[across[0]]!,
    'scale.y': node.scale[up[0]]!,
  };
  let { aside } = rest;
  for (const track of node.tracks) {
    const first = track.values[0]!;
    if (track.path === 'translation') {
      resting['position.x'] = xPx(first[across[0]]!);
      resting['position.y'] = yPx(first[up[0]]!);
      put('position.x', track, partOf(track, across[0], xPx, across[1] * pxPerUnit));
      put('position.y', track, partOf(track, up[0], yPx, -up[1] * pxPerUnit));
      put(
        'depth',
        track,
        partOf(track, toward, (value) => -value, -1),
      );
    } else if (track.path === 'scale') {
      resting['scale.x'] = first[across[0]]!;
      resting['scale.y'] = first[up[0]]!;
      put(
        'scale.x',
        track,
        partOf(track, across[0], (value) => value, 1),
      );
      put(
        'scale.y',
        track,
        partOf(track, up[0], (value) => value, 1),
      );
    } else {
      const turns = turnsOf(track.values, toward);
      aside ||= turns.aside;
      resting['rotation'] = turns.degrees[0]!;
      const isCubic = track.interpolation === 'CUBICSPLINE';
      if (isCubic)
        says.push(`The turns of ${node.name} go evenly from key to key: a spline of turns is none of eases.`);
      put('rotation', track, {
        interpolation: isCubic ? 'LINEAR' : track.interpolation,
        at: turns.degrees,
        slopes: null,
      });
    }
  }
  if (aside) says.push(`${node.name} turns about other axes too: that is left out.`);
  return { resting, keys, says };
}

/** The nearest node of those taken that carries another, and what of place lies between them. */
function carrierOf(
  node: GltfNode,
  nodes: readonly GltfNode[],
  taken: ReadonlySet<number>,
): { parent: GltfNode | null; between: number[]; says: string[] } {
  const between = [0, 0, 0];
  const says: string[] = [];
  for (let at = node.parent; at !== null; at = nodes[at]!.parent) {
    const carrier = nodes[at]!;
    if (taken.has(at)) return { parent: carrier, between, says };
    const bent = carrier.rotation.slice(0, 3).some((part) => Math.abs(part) > ASIDE);
    const sized = carrier.scale.some((part) => Math.abs(part - 1) > ASIDE);
    if (carrier.tracks.length > 0 || bent || sized)
      says.push(`${carrier.name} carries ${node.name} along: what it does is left out.`);
    for (const axis of [0, 1, 2]) between[axis]! += carrier.translation[axis]!;
  }
  return { parent: null, between, says };
}

/**
 * Nodes of an animation as a motion: each a subject that hangs on the nearest of them that carries it. Held, straight
 * and cubic keys stay keys, on their own times; turns are those about the axis that is looked along.
 */
export function motionOfGltf(animation: GltfAnimation, mapping: GltfMapping): Result<GltfMotion> {
  const taken = new Set(mapping.nodes);
  const nodes = animation.nodes.filter(({ index }) => taken.has(index));
  if (nodes.length === 0) return refuse('no-nodes', [], 'Choose what is taken of it first.');
  if (nodes.length > MOST_NODES) return refuse('too-many', [], `At most ${MOST_NODES} nodes are taken at a time.`);
  const { across, up } = GLTF_VIEWS[mapping.view];
  const says = new Set(animation.leftOut.length > 0 ? [`Left out: ${animation.leftOut.join(', ')}.`] : []);
  const idOf = ({ index }: GltfNode): string => `node-${index}`;
  const dense: GltfMotion['dense'] = [];
  const subjects = nodes.map((node, i): Subject => {
    const { parent, between, says: carried } = carrierOf(node, animation.nodes, taken);
    const from = parent ? { x: 0, y: 0 } : mapping.origin;
    const shift = {
      x: from.x + across[1] * mapping.pxPerUnit * between[across[0]]!,
      y: from.y - up[1] * mapping.pxPerUnit * between[up[0]]!,
    };
    const { resting, keys, says: lost } = onStage(node, mapping, shift);
    for (const said of [...carried, ...lost]) says.add(said);
    const id = idOf(node);
    for (const [channelId, own] of Object.entries(keys) as [ChannelId, Key[]][]) {
      const values = own.map(({ value }) => value);
      const frames = own.at(-1)!.frame - own[0]!.frame;
      if (own.length > FEW && own.length > DENSE * frames && own.some(({ leave }) => leave === 'linear'))
        dense.push({ subjectId: id, channelId, extent: Math.max(...values) - Math.min(...values) });
    }
    const look = { ...LOOK, fill: FILLS[i % FILLS.length]! };
    const subject = createKeyedSubject(id, node.name.slice(0, 60), look, { x: 0, y: 0 }, keys);
    const added = keys.depth ? [{ id: 'depth' as const, resting: 0, keys: keys.depth }] : [];
    return {
      ...subject,
      parentId: parent && idOf(parent),
      channels: [
        ...subject.channels.map((channel) => ({ ...channel, resting: resting[channel.id] ?? channel.resting })),
        ...added,
      ],
    };
  });
  const channels = subjects.flatMap((subject) => subject.channels.filter(({ keys }) => keys.length > 0));
  const all = channels.reduce((sum, { keys }) => sum + keys.length, 0);
  if (all === 0) return refuse('still', [], 'Nothing of what is chosen moves as it is looked at.');
  if (all > MOST_KEYS) return refuse('too-many', [], `A motion has at most ${MOST_KEYS} keys: these are ${all}.`);
  const last = Math.max(...channels.map(({ keys }) => keys.at(-1)!.frame));
  if (last > FRAME_LIMIT) return refuse('too-long', [], 'It goes on longer than a motion can.');
  const range = { first: mapping.firstFrame, last: Math.max(mapping.firstFrame, Math.ceil(last)) };
  const motion = parseMotion({ ...createMotion(subjects), rate: mapping.rate, range });
  if (!motion.ok) return motion;
  return accept({
    motion: motion.value,
    keys: all,
    dense,
    says: [...says],
  });
}
