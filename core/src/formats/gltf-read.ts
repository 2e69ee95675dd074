import * as z from 'zod';
import { accept, refuse, type Result } from '../result.ts';
import { bytesOfBase64 } from './base64.ts';

/** How a node's place, turn or size goes over time: a row of numbers at each of some seconds. */
export interface GltfTrack {
  path: 'translation' | 'rotation' | 'scale';
  interpolation: 'STEP' | 'LINEAR' | 'CUBICSPLINE';
  seconds: number[];
  values: number[][];
  /** Slopes by the second before and after each, of a cubic spline. */
  slopes: { in: number[]; out: number[] }[] | null;
}

/** A node as it stands, and how it moves. */
export interface GltfNode {
  index: number;
  name: string;
  parent: number | null;
  translation: number[];
  rotation: number[];
  scale: number[];
  tracks: GltfTrack[];
}

/** One animation of a file: all nodes, some of which move. */
export interface GltfAnimation {
  name: string;
  nodes: GltfNode[];
  /** What it also moves that is no place, turn or size. */
  leftOut: string[];
}

export interface ReadGltf {
  generator: string;
  animations: GltfAnimation[];
}

const Index = z.int().min(0);
const Row = (size: number) => z.array(z.number().min(-1e9).max(1e9)).length(size);
const Gltf = z.object({
  asset: z.object({ version: z.string(), generator: z.string().optional() }),
  nodes: z
    .array(
      z.object({
        name: z.string().optional(),
        children: z.array(Index).optional(),
        translation: Row(3).optional(),
        rotation: Row(4).optional(),
        scale: Row(3).optional(),
      }),
    )
    .max(10_000)
    .default([]),
  animations: z
    .array(
      z.object({
        name: z.string().optional(),
        channels: z
          .array(z.object({ sampler: Index, target: z.object({ node: Index.optional(), path: z.string() }) }))
          .max(5000),
        samplers: z
          .array(
            z.object({
              input: Index,
              output: Index,
              interpolation: z.enum(['STEP', 'LINEAR', 'CUBICSPLINE']).default('LINEAR'),
            }),
          )
          .max(5000),
      }),
    )
    .max(100)
    .default([]),
  accessors: z
    .array(
      z.object({
        bufferView: Index.optional(),
        byteOffset: Index.default(0),
        componentType: z.int(),
        normalized: z.boolean().default(false),
        count: z.int().min(1).max(400_000),
        type: z.string(),
        sparse: z.unknown().optional(),
      }),
    )
    .default([]),
  bufferViews: z
    .array(
      z.object({
        buffer: Index,
        byteOffset: Index.default(0),
        byteLength: Index,
        byteStride: z.int().min(4).max(252).optional(),
      }),
    )
    .default([]),
  buffers: z.array(z.object({ uri: z.string().optional(), byteLength: Index })).default([]),
});
type Gltf = z.infer<typeof Gltf>;

/** What is wrong with a file; thrown within this file alone. */
class Broken extends Error {}

const MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;
const BIN_CHUNK = 0x004e4942;

/** The parts of a binary file: its JSON, and the numbers that come with it. */
function partsOf(bytes: Uint8Array): { text: string; binary: Uint8Array | null } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 12 || !isBinaryGltf(bytes)) return { text: new TextDecoder().decode(bytes), binary: null };
  let [text, binary]: [string | null, Uint8Array | null] = [null, null];
  for (let at = 12; at + 8 <= bytes.length;) {
    const [length, type] = [view.getUint32(at, true), view.getUint32(at + 4, true)];
    const part = bytes.subarray(at + 8, at + 8 + length);
    if (part.length < length) throw new Broken('it ends too early');
    if (type === JSON_CHUNK) text ??= new TextDecoder().decode(part);
    else if (type === BIN_CHUNK) binary ??= part;
    at += 8 + length;
  }
  if (text === null) throw new Broken('it has no JSON in it');
  return { text, binary };
}

function bufferOf({ buffers }: Gltf, index: number, binary: Uint8Array | null): Uint8Array {
  const buffer = buffers[index];
  if (!buffer) throw new Broken(`there is no buffer ${index}`);
  if (buffer.uri === undefined) {
    if (!binary) throw new Broken(`buffer ${index} has no numbers`);
    return binary;
  }
  const [, data] = /^data:[^,]*;base64,(.*)$/s.exec(buffer.uri) ?? [];
  if (data === undefined)
    throw new Broken(`its numbers are in another file (“${buffer.uri.slice(0, 60)}”): save it with everything inside`);
  const bytes = bytesOfBase64(data);
  if (!bytes) throw new Broken(`the numbers of buffer ${index} are not base64`);
  return bytes;
}

/** More than this is no motion, but a way to fill a memory. */
const MOST_NUMBERS = 4_000_000;

const SIZES: Record<string, number> = { SCALAR: 1, VEC2: 2, VEC3: 3, VEC4: 4 };
type Read = (view: DataView, at: number) => number;
/** How numbers are kept: how many bytes each, and what whole ones stand for where they are shares. */
const COMPONENTS: Record<number, { bytes: number; read: Read; most: number }> = {
  5120: { bytes: 1, read: (view, at) => view.getInt8(at), most: 127 },
  5121: { bytes: 1, read: (view, at) => view.getUint8(at), most: 255 },
  5122: { bytes: 2, read: (view, at) => view.getInt16(at, true), most: 32_767 },
  5123: { bytes: 2, read: (view, at) => view.getUint16(at, true), most: 65_535 },
  5126: { bytes: 4, read: (view, at) => view.getFloat32(at, true), most: 1 },
};

/** Rows of numbers of an accessor. */
function rowsOf(gltf: Gltf, index: number, bufferAt: (index: number) => Uint8Array): number[][] {
  const accessor = gltf.accessors[index];
  if (!accessor) throw new Broken(`there is no accessor ${index}`);
  const { componentType, count, type, normalized, byteOffset } = accessor;
  const [size, component] = [SIZES[type], COMPONENTS[componentType]];
  if (!size || !component) throw new Broken(`accessor ${index} is of a kind that no animation has`);
  if (accessor.sparse !== undefined) throw new Broken(`accessor ${index} is sparse, which is not read`);
  const view = accessor.bufferView === undefined ? undefined : gltf.bufferViews[accessor.bufferView];
  if (!view) throw new Broken(`accessor ${index} has no numbers`);
  const bytes = bufferAt(view.buffer).subarray(view.byteOffset, view.byteOffset + view.byteLength);
  const stride = view.byteStride ?? size * component.bytes;
  if (byteOffset + (count - 1) * stride + size * component.bytes > bytes.length)
    throw new Broken(`accessor ${index} reaches beyond its numbers`);
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const most = normalized ? component.most : 1;
  return Array.from({ length: count }, (_, row) =>
    Array.from({ length: size }, (__, c) => {
      const value = component.read(data, byteOffset + row * stride + c * component.bytes) / most;
      if (!Number.isFinite(value)) throw new Broken(`accessor ${index} has something in it that is no number`);
      return value;
    }),
  );
}

const WIDTHS = { translation: 3, rotation: 4, scale: 3 } as const;
const isMoved = (path: string): path is GltfTrack['path'] => path in WIDTHS;

function trackOf(
  path: GltfTrack['path'],
  interpolation: GltfTrack['interpolation'],
  input: readonly number[][],
  output: readonly number[][],
): GltfTrack {
  const each = interpolation === 'CUBICSPLINE' ? 3 : 1;
  if (output.length !== input.length * each) throw new Broken(`a ${path} has not as many values as times`);
  if (output[0]!.length !== WIDTHS[path]) throw new Broken(`a ${path} has values of another kind`);
  const seconds = input.map(([at]) => at!);
  if (seconds.some((at, i) => i > 0 && at <= seconds[i - 1]!)) throw new Broken('its times are not one after another');
  return {
    path,
    interpolation,
    seconds,
    values: seconds.map((_, i) => output[i * each + (each === 3 ? 1 : 0)]!),
    slopes: each === 3 ? seconds.map((_, i) => ({ in: output[3 * i]!, out: output[3 * i + 2]! })) : null,
  };
}

/** Nodes each with the one that it hangs on; what hangs on itself is refused. */
function nodesOf({ nodes }: Gltf): GltfNode[] {
  const parents = new Map<number, number>();
  for (const [i, { children = [] }] of nodes.entries())
    for (const child of children) {
      if (!nodes[child] || parents.has(child)) throw new Broken(`node ${i} has a child that cannot hang on it`);
      parents.set(child, i);
    }
  // From each upward until what is known to end at the scene; each is passed once.
  const ends = new Set<number>();
  for (const [i] of nodes.entries()) {
    const way = new Set<number>();
    for (let at: number | undefined = i; at !== undefined && !ends.has(at); at = parents.get(at)) {
      if (way.has(at)) throw new Broken(`node ${i} hangs on itself`);
      way.add(at);
    }
    for (const at of way) ends.add(at);
  }
  return nodes.map(({ name, translation = [0, 0, 0], rotation = [0, 0, 0, 1], scale = [1, 1, 1] }, index) => ({
    index,
    name: name?.trim() || `Node ${index + 1}`,
    parent: parents.get(index) ?? null,
    translation,
    rotation,
    scale,
    tracks: [],
  }));
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Broken('it is no JSON');
  }
}

function readParts(data: unknown, binary: Uint8Array | null): ReadGltf {
  const parsed = Gltf.safeParse(data);
  if (!parsed.success) {
    const { path, message } = parsed.error.issues[0]!;
    throw new Broken(`at ${path.map(String).join('.')}: ${message}`);
  }
  const gltf = parsed.data;
  if (!gltf.asset.version.startsWith('2.')) throw new Broken(`it is of version ${gltf.asset.version}, not 2`);
  const buffers = new Map<number, Uint8Array>();
  const bufferAt = (index: number): Uint8Array => {
    const known = buffers.get(index) ?? bufferOf(gltf, index, binary);
    buffers.set(index, known);
    return known;
  };
  const all = nodesOf(gltf);
  const read = new Map<number, number[][]>();
  let numbers = 0;
  const rows = (accessor: number): number[][] => {
    const known = read.get(accessor) ?? rowsOf(gltf, accessor, bufferAt);
    read.set(accessor, known);
    numbers += known.length * known[0]!.length;
    if (numbers > MOST_NUMBERS) throw new Broken(`it moves by more than ${MOST_NUMBERS} numbers`);
    return known;
  };
  const animations = gltf.animations.map(({ name, channels, samplers }, number): GltfAnimation => {
    const nodes = all.map((node) => ({ ...node, tracks: [] as GltfTrack[] }));
    const leftOut = new Set<string>();
    for (const { sampler: at, target } of channels) {
      const { node: index, path } = target;
      // What is aimed at by an extension is not read.
      if (index === undefined) continue;
      const [node, sampler] = [nodes[index], samplers[at]];
      if (!node || !sampler) throw new Broken(`animation ${number} moves a node that is not there`);
      if (!isMoved(path)) {
        leftOut.add(`the ${path} of ${node.name}`);
        continue;
      }
      node.tracks.push(trackOf(path, sampler.interpolation, rows(sampler.input), rows(sampler.output)));
    }
    return { name: name?.trim() || `Animation ${number + 1}`, nodes, leftOut: [...leftOut] };
  });
  const moving = animations.filter(({ nodes }) => nodes.some(({ tracks }) => tracks.length > 0));
  if (moving.length === 0) throw new Broken('nothing moves in it');
  return { generator: gltf.asset.generator ?? '', animations: moving };
}

/** Whether bytes are a binary glTF file, by how they begin. */
export function isBinaryGltf(bytes: Uint8Array): boolean {
  return bytes.length >= 4 && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === MAGIC;
}

/** What is read, or what is wrong with it in words. */
function explained(read: () => ReadGltf): Result<ReadGltf> {
  try {
    return accept(read());
  } catch (error) {
    if (!(error instanceof Broken)) throw error;
    return refuse('broken-gltf', [], `This glTF file cannot be read: ${error.message}.`);
  }
}

/** Reads the animations of a glTF 2.0 file (Khronos) that is JSON with its numbers inside. */
export function readGltfJson(data: unknown): Result<ReadGltf> {
  return explained(() => readParts(data, null));
}

/** Reads the animations of a glTF 2.0 file (Khronos), as text with its numbers inside or binary. */
export function readGltf(bytes: Uint8Array): Result<ReadGltf> {
  return explained(() => {
    const { text, binary } = partsOf(bytes);
    return readParts(jsonOf(text), binary);
  });
}
