import type { Look, READY_SHAPES, Shape } from '@undulan/core';
import type { PathSink } from './path-recorder.ts';
import { type SceneContext, tracedPath } from './scene-context.ts';

type Ready = (typeof READY_SHAPES)[number];

/** Traces a shape of the given size about the origin into the path under way. */
type Tracer = (path: PathSink, width: number, height: number) => void;

/** The ready shapes, by name. */
const READY: Record<Ready, Tracer> = {
  box: (path, w, h) => path.roundRect(-w / 2, -h / 2, w, h, Math.min(8, w / 4, h / 4)),
  disc: (path, w, h) => path.ellipse(0, 0, w / 2, h / 2, 0, 0, 2 * Math.PI),
  pill: (path, w, h) => path.roundRect(-w / 2, -h / 2, w, h, Math.min(w, h) / 2),
  drop: (path, w, h) => {
    const r = w / 2;
    path.moveTo(0, -h / 2);
    path.bezierCurveTo(r * 0.3, -h * 0.2, r, h / 2 - r * 1.6, r, h / 2 - r);
    path.arc(0, h / 2 - r, r, 0, Math.PI);
    path.bezierCurveTo(-r, h / 2 - r * 1.6, -r * 0.3, -h * 0.2, 0, -h / 2);
  },
  glass: (path, w, h) => {
    const top = w / 2;
    const foot = w * 0.38;
    path.moveTo(-top, -h / 2);
    path.lineTo(top, -h / 2);
    path.lineTo(foot, h / 2 - 6);
    path.quadraticCurveTo(foot, h / 2, foot - 6, h / 2);
    path.lineTo(-foot + 6, h / 2);
    path.quadraticCurveTo(-foot, h / 2, -foot, h / 2 - 6);
    path.closePath();
  },
  slice: (path, w, h) => {
    const x = w / 2;
    const shoulder = -h / 2 + h * 0.28;
    path.moveTo(-x, h / 2);
    path.lineTo(-x, shoulder);
    path.bezierCurveTo(-x * 1.02, -h * 0.44, -x * 0.7, -h * 0.5, -x * 0.4, -h * 0.43);
    path.quadraticCurveTo(0, -h * 0.57, x * 0.4, -h * 0.43);
    path.bezierCurveTo(x * 0.7, -h * 0.5, x * 1.02, -h * 0.44, x, shoulder);
    path.lineTo(x, h / 2);
    path.closePath();
  },
  drawer: (path, w, h) => path.roundRect(-w / 2, -h / 2, w, h, 5),
  cake: (path, w, h) => path.roundRect(-w / 2, -h / 2, w, h, h / 2),
};

/** What makes a shape recognisable, over its fill; scenery does without. */
const DETAILS: Partial<Record<Shape, (context: SceneContext, width: number, height: number) => void>> = {
  box: (context, w, h) => {
    // A corner mark: without it a box that turns is the same again every quarter.
    if (Math.min(w, h) >= 40) context.strokeRect(-w / 2 + 8, -h / 2 + 8, 10, 10);
  },
  disc: (context, _w, h) => line(context, 0, 0, 0, -h / 2 + 3),
  drawer: (context, w, h) => {
    context.beginPath();
    context.roundRect(-w / 2 + 9, -h / 2 + 9, w - 18, h - 18, 3);
    context.stroke();
    context.beginPath();
    context.roundRect(w / 2 - 46, -7, 12, 14, 4);
    context.fillStyle = 'rgb(34 48 60 / 0.75)';
    context.fill();
  },
  slice: (context, w, h) => {
    const crumb = tracedPath((path) => READY.slice(path, w * 0.74, h * 0.74));
    context.fillStyle = 'rgb(255 250 235 / 0.55)';
    context.fill(crumb);
  },
  cake: (context, w, h) => {
    context.fillStyle = 'rgb(255 244 214 / 0.6)';
    context.beginPath();
    context.roundRect(-w / 2 + h * 0.3, -h / 2 + 2, w - h * 0.6, h * 0.34, h * 0.17);
    context.fill();
  },
  glass: (context, w, h) => {
    // The empty part above the tea, and the light on the wall of the glass.
    context.fillStyle = 'rgb(255 255 255 / 0.72)';
    context.beginPath();
    context.moveTo(-w / 2 + 2, -h / 2 + 2);
    context.lineTo(w / 2 - 2, -h / 2 + 2);
    context.lineTo(w / 2 - 5, -h / 2 + h * 0.26);
    context.lineTo(-w / 2 + 5, -h / 2 + h * 0.26);
    context.fill();
    context.strokeStyle = 'rgb(255 255 255 / 0.5)';
    line(context, -w * 0.28, -h * 0.12, -w * 0.24, h * 0.3);
  },
};

function line(context: SceneContext, x1: number, y1: number, x2: number, y2: number): void {
  context.beginPath();
  context.moveTo(x1, y1);
  context.lineTo(x2, y2);
  context.stroke();
}

/** A regular polygon in the box, a corner at the top. */
function tracePolygon(path: PathSink, { widthPx, heightPx, sides = 5 }: Look): void {
  for (let i = 0; i < sides; i++) {
    const angle = (i / sides) * 2 * Math.PI;
    path.lineTo((Math.sin(angle) * widthPx) / 2, (-Math.cos(angle) * heightPx) / 2);
  }
  path.closePath();
}

/** Traces a look that is no drawing about its middle; of words and pictures the box they fill. */
export function traceLook(path: PathSink, look: Look): void {
  const { shape, widthPx, heightPx } = look;
  if (shape === 'polygon') tracePolygon(path, look);
  else if (shape === 'line') {
    path.moveTo(-widthPx / 2, 0);
    path.lineTo(widthPx / 2, 0);
  } else if (shape in READY) READY[shape as Ready](path, widthPx, heightPx);
  else path.rect(-widthPx / 2, -heightPx / 2, widthPx, heightPx);
}

/** Draws the details of a look over its fill, about the origin. */
export function drawDetails(context: SceneContext, look: Look): void {
  DETAILS[look.shape]?.(context, look.widthPx, look.heightPx);
}

export const SHAPE_NAMES: Record<Shape, string> = {
  box: 'Box',
  disc: 'Disc',
  pill: 'Pill',
  drop: 'Drop',
  glass: 'Glass',
  slice: 'Slice of bread',
  drawer: 'Drawer',
  cake: 'Flat cake',
  polygon: 'Polygon',
  line: 'Line',
  text: 'Text',
  drawn: 'Drawn',
  picture: 'Picture',
  group: 'Group',
  camera: 'Camera',
};
