import type { PathSink } from './path-recorder.ts';

/** What of a canvas's context a scene is drawn with: a canvas of a page or of none, or what writes vectors down. */
export type SceneContext = Pick<
  CanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'getTransform'
  | 'setTransform'
  | 'resetTransform'
  | 'fillRect'
  | 'strokeRect'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'arc'
  | 'roundRect'
  | 'fill'
  | 'stroke'
  | 'fillText'
  | 'strokeText'
  | 'drawImage'
  | 'setLineDash'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineJoin'
  | 'lineCap'
  | 'globalAlpha'
  | 'font'
  | 'textAlign'
  | 'textBaseline'
>;

/** Traces a path into a canvas's own, or into what takes it down. */
type Trace = (path: PathSink) => void;

const traces = new WeakMap<Path2D, Trace>();

/** A path of a canvas that can be traced again into something else. */
export function tracedPath(trace: Trace): Path2D {
  const path = new Path2D();
  trace(path);
  traces.set(path, trace);
  return path;
}

/** How a path was traced. */
export function traceOf(path: Path2D): Trace {
  return traces.get(path)!;
}
