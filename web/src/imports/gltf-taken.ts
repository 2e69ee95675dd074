import {
  accept,
  type GltfAnimation,
  type GltfMapping,
  type MotionDocument,
  motionOfGltf,
  type ReadGltf,
  type Result,
  thinChannels,
} from '@undulan/core';

/** Keys that differ by less than so much of the channel's extent from a curve through the others are left out. */
const NEAR = 0.002;

export interface GltfTaken {
  motion: MotionDocument;
  keys: number;
  gaveWay: number;
  /** Some of it was sampled: keys that can be thinned. */
  isDense: boolean;
  says: string[];
}

/** Nodes that move, to be chosen among. */
export function movingNodes({ nodes }: GltfAnimation): GltfAnimation['nodes'] {
  return nodes.filter(({ tracks }) => tracks.length > 0);
}

const STAGE = { widthPx: 960, heightPx: 540 };

/**
 * How a file most likely lies on the stage: one of this program's with its corner as origin, any other about the
 * middle, as large as fits.
 */
export function guessGltf({ generator, animations }: ReadGltf, rate: GltfMapping['rate']): GltfMapping {
  const nodes = movingNodes(animations[0]!);
  const own = generator === 'Undulan';
  const places = nodes.flatMap(({ translation, tracks }) => [
    translation,
    ...tracks.filter(({ path }) => path === 'translation').flatMap(({ values }) => values),
  ]);
  const reach = Math.max(
    1e-3,
    ...places.map(([x = 0, y = 0]) => Math.max(Math.abs(x) / STAGE.widthPx, Math.abs(y) / STAGE.heightPx)),
  );
  // A round number of px a unit at which everything is within the stage.
  const fitting = 10 ** Math.floor(Math.log10(0.45 / reach));
  return {
    nodes: nodes.map(({ index }) => index),
    view: 'front',
    pxPerUnit: own ? 100 : Math.min(10_000, Math.max(0.001, fitting)),
    origin: own ? { x: 0, y: 0 } : { x: STAGE.widthPx / 2, y: STAGE.heightPx / 2 },
    rate,
    firstFrame: 1,
  };
}

/** The motion of an animation; where it was sampled, without the keys that change next to nothing. */
export function takeGltf(animation: GltfAnimation, mapping: GltfMapping, thin: boolean): Result<GltfTaken> {
  const made = motionOfGltf(animation, mapping);
  if (!made.ok) return made;
  const { motion, keys, dense, says } = made.value;
  const isDense = dense.length > 0;
  if (!thin || !isDense) return accept({ motion, keys, gaveWay: 0, isDense, says });
  const channels = dense.map(({ extent, ...channel }) => ({ ...channel, epsilon: NEAR * extent }));
  const thinned = thinChannels(motion, channels);
  return accept({ motion: thinned.motion, keys, gaveWay: thinned.gaveWay.length, isDense, says });
}
