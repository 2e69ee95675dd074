import { findChannel } from '../motion/document/document.ts';
import type { MotionDocument, Subject } from '../motion/document/schema.ts';
import { base64Of } from './base64.ts';
import { morphLines } from './gltf-morph.ts';
import { Numbers } from './gltf-numbers.ts';
import { type Path, PATHS, trackOf, valueOf } from './gltf-tracks.ts';

/** A glTF 2.0 file as text, its numbers inside, and what of the motion it could not say as it is. */
export interface WrittenGltf {
  text: string;
  says: string[];
}

/** How many numbers a value of a property has, and what glTF calls that. */
const SIZES: Record<Path, ['SCALAR' | 'VEC3' | 'VEC4', number]> = {
  translation: ['VEC3', 3],
  rotation: ['VEC4', 4],
  scale: ['VEC3', 3],
  weights: ['SCALAR', 1],
};
/** What an accessor of points is for, and how they are joined, by glTF's numbers. */
const POINTS = 34_962;
const LINE_LOOP = 2;
const LINE_STRIP = 3;
/** A card of one by one: two triangles. */
const CORNERS = [-0.5, -0.5, 0, 0.5, -0.5, 0, -0.5, 0.5, 0, -0.5, 0.5, 0, 0.5, -0.5, 0, 0.5, 0.5, 0];

function colourFactor(fill: string): number[] {
  const linear = (at: number): number => {
    const share = Number.parseInt(fill.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  return [linear(1), linear(3), linear(5), 1];
}

/**
 * A motion as a glTF 2.0 animation (Khronos): a node a subject, hung as the subjects are, with place, turn and scale
 * over time and a flat card of its size and colour. Held and straight keys stay keys, and so do curves of places and
 * sizes that are cubic in time; anything else is written as densely as it takes to be right within a thousandth.
 * What becomes another drawing is its outlines, with a morph target. Exposures are not in it, nor skew.
 */
export function writeGltf(motion: MotionDocument, title: string): WrittenGltf {
  const numbers = new Numbers();
  const card = numbers.add(CORNERS, 'VEC3', 3, POINTS);
  const subjects = motion.subjects.filter(({ look }) => look.shape !== 'camera');
  const meshes = subjects.map((subject, material) => meshOf(motion, subject, { card, material, numbers }));
  const sampled: string[] = [];
  const [channels, samplers]: [object[], object[]] = [[], []];
  for (const [i, subject] of subjects.entries()) {
    for (const path of PATHS) {
      const isMorph = path === 'weights';
      // What has no mesh, or none that becomes another, has nothing to weigh.
      const isOff = isMorph && !(subject.visible && meshes[i]!.weights);
      const track = isOff ? null : trackOf(motion, subject, path, sampled);
      if (!track) continue;
      samplers.push({
        input: numbers.add(track.seconds, 'SCALAR', 1),
        output: numbers.add(track.values.flat(), ...SIZES[path]),
        interpolation: track.interpolation,
      });
      const node = nodeOf(i) + (isMorph ? CARD : 0);
      channels.push({ sampler: samplers.length - 1, target: { node, path } });
    }
  }
  const gltf = {
    asset: { version: '2.0', generator: 'Undulan' },
    scene: 0,
    scenes: [{ name: title, nodes: subjects.flatMap(({ parentId }, i) => (parentId ? [] : nodeOf(i))) }],
    nodes: subjects.flatMap((_, i) => nodesOf(motion, subjects, i)),
    materials: subjects.map(({ look }) => ({
      doubleSided: true,
      pbrMetallicRoughness: { baseColorFactor: colourFactor(look.fill), metallicFactor: 0 },
    })),
    meshes,
    ...(channels.length > 0 && { animations: [{ name: title, channels, samplers }] }),
    accessors: numbers.accessors,
    bufferViews: numbers.views,
    buffers: [{ byteLength: numbers.length, uri: `data:application/octet-stream;base64,${base64Of(numbers.bytes())}` }],
  };
  return { text: JSON.stringify(gltf), says: saysOf(subjects, sampled) };
}

/** Nodes a subject: what moves, its card, and where its children hang. */
const NODES = 3;
const CARD = 1;
const HANGER = 2;
const nodeOf = (subject: number): number => NODES * subject;

function nodesOf(motion: MotionDocument, subjects: readonly Subject[], index: number): object[] {
  const subject = subjects[index]!;
  const { name, pivot, look, visible } = subject;
  const { first } = motion.range;
  const perMetre = motion.stage.pixelsPerMetre;
  const translation = [-pivot.x / perMetre, pivot.y / perMetre, 0];
  const hung = subjects.flatMap(({ parentId }, i) => (parentId === subject.id ? nodeOf(i) : []));
  return [
    {
      name,
      translation: valueOf(motion, subject, 'translation', first),
      rotation: valueOf(motion, subject, 'rotation', first),
      scale: valueOf(motion, subject, 'scale', first),
      children: [nodeOf(index) + CARD, nodeOf(index) + HANGER],
    },
    {
      name: `${name}, card`,
      translation,
      scale: [look.widthPx / perMetre, look.heightPx / perMetre, 1],
      ...(look.shape !== 'group' && visible && { mesh: index }),
    },
    { name: `${name}, hung on it`, translation, ...(hung.length > 0 && { children: hung }) },
  ];
}

interface Mesh {
  name: string;
  primitives: object[];
  /** How far it has become another drawing at first, where it does. */
  weights?: number[];
}

/** A subject's flat card; of one that becomes another drawing its outlines, each with where it goes. */
function meshOf(
  motion: MotionDocument,
  subject: Subject,
  { card, material, numbers }: { card: number; material: number; numbers: Numbers },
): Mesh {
  const { name, look } = subject;
  const lines = morphLines(look);
  if (lines.length === 0) return { name, primitives: [{ attributes: { POSITION: card }, material }] };
  const primitives = lines.map(({ closed, places, shifts }) => ({
    attributes: { POSITION: numbers.add(places, 'VEC3', 3, POINTS) },
    targets: [{ POSITION: numbers.add(shifts, 'VEC3', 3, POINTS) }],
    mode: closed ? LINE_LOOP : LINE_STRIP,
    material,
  }));
  return { name, primitives, weights: valueOf(motion, subject, 'weights', motion.range.first) };
}

function saysOf(subjects: readonly Subject[], sampled: readonly string[]): string[] {
  const says = subjects.flatMap((subject) => [
    ...((findChannel(subject, 'skew.x') ?? findChannel(subject, 'skew.y'))?.keys.length
      ? [`The skew of ${subject.name} is left out: glTF has none.`]
      : []),
    ...(subject.exposure > 1 ? [`${subject.name} moves on ones here: glTF has no exposures.`] : []),
  ]);
  if (sampled.length > 0)
    says.push(`Written as dense straight keys, for eases that glTF has not: ${sampled.join(', ')}.`);
  return says;
}
