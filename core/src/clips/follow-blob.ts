import { type Box, boxAbout, type ClipPicture, isWithin, type Place, wholeOf } from './clip-picture.ts';
import type { Likeness } from './colour-likeness.ts';

/** What is seen of a spot in one picture. */
export interface Sighting extends Place {
  /** How much of what is looked for is seen there, as far as that tells: 0 is none, 1 all. */
  sure: number;
  /** Its extents along both axes, in pixels, as far as they are seen. */
  width: number;
  height: number;
  /** How far off it may be along both axes, in pixels, by what is hidden of it; infinite where it is not seen. */
  error: Place;
}

/** Follows a spot from picture to picture, as they come. */
export type FollowSpot = (picture: ClipPicture) => Sighting;

/** The tails of what is seen along an axis that are left out of its extent: noise has long ones. */
const TAIL = 0.03;
/** And of a part no more than this share of it. */
const MOST_TAIL = 0.25;
/** A lesser weight is of the ground, and so is one within so many deviations of what the ground weighs. */
const LEAST_WEIGHT = 0.06;
const GROUND_WEIGHT = 0.4;
const DEVIATIONS = 2.5;
/** What is looked for may become so many times as large or small. */
const MOST_CHANGE = 2;
/** The gate is so many times as large as what is looked for, and so many pixels larger. */
const GATE = 1.3;
const GATE_ROOM = 3;
const SHIFTS = 20;
/** What is less than this share of what is looked for is partly hidden. */
const WHOLE_SHARE = 0.9;
/** And is smaller by more than this share. */
const HIDDEN = 0.04;
/** An edge that is seen says where it goes as long as this share of it is seen. */
const HALF = 0.5;
/** Where it is not found whole it is looked for in so many times as large a window. */
const WIDER = 2.5;
/** Less than this is nothing that could be it. */
const LEAST_SHARE = 0.12;
/** How fast what is looked for follows what is seen. */
const ADAPTS = 0.1;
/** The window beside what is looked for: so many pixels, and so many of the longest steps of late. */
const ROOM = 12;
const STEPS = 1.6;
/** What was lost may come back so many of its longest steps away, for each picture it was away. */
const COMES_BACK = 2.5;
/** In the whole picture only each so manieth pixel is looked at. */
const COARSE = 3;

interface Edges {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** What lies in a gate, and where the gate is in its window. */
interface Held extends Place {
  mass: number;
  fromX: number;
  endX: number;
  fromY: number;
  endY: number;
}

/** Edges are without the tails of what is held, in pixels of the picture. */
interface Gated extends Edges {
  mass: number;
  x: number;
  y: number;
  /** Where its edges would be if it were seen whole: of a part as much is left out at the ends as of the whole. */
  asWhole: Edges;
}

const NOWHERE: Edges = { left: 0, right: 0, top: 0, bottom: 0 };
const NOTHING: Gated = { mass: 0, x: 0, y: 0, ...NOWHERE, asWhole: NOWHERE };

/** The place where the running sum of a profile passes so much, with parts of a pixel. */
function passes(profile: Float64Array, from: number, to: number, mass: number): number {
  let before = 0;
  for (let i = from; i < to; i++) {
    const own = profile[i]!;
    if (before + own >= mass) return i + (own > 0 ? (mass - before) / own : 0);
    before += own;
  }
  return to;
}

/** Weights of a box, and what a gate in it holds. */
class Window {
  #weights = new Float32Array(0);
  #columns = new Float64Array(0);
  #rows = new Float64Array(0);
  box: Box = { left: 0, top: 0, right: 0, bottom: 0 };
  /** What weighs less is of the ground. */
  floor = LEAST_WEIGHT;

  get weights(): Float32Array {
    return this.#weights;
  }

  look(likeness: Likeness, picture: ClipPicture, box: Box): void {
    const [width, height] = [box.right - box.left, box.bottom - box.top];
    if (this.#weights.length < width * height) this.#weights = new Float32Array(width * height);
    if (this.#columns.length < width) this.#columns = new Float64Array(width);
    if (this.#rows.length < height) this.#rows = new Float64Array(height);
    this.box = box;
    likeness.weigh(picture, box, this.#weights);
    let [sum, squares, count] = [0, 0, 0];
    for (let at = width * height - 1; at >= 0; at--) {
      const weight = this.#weights[at]!;
      if (weight >= GROUND_WEIGHT) continue;
      sum += weight;
      squares += weight * weight;
      count++;
    }
    const mean = count > 0 ? sum / count : 0;
    const deviation = count > 0 ? Math.sqrt(Math.max(0, squares / count - mean * mean)) : 0;
    this.floor = Math.max(LEAST_WEIGHT, Math.min(GROUND_WEIGHT, mean + DEVIATIONS * deviation));
  }

  /** Whether what is held reaches to the edge of the window: it may go on beyond. */
  isAtEdge({ left, right, top, bottom }: Gated): boolean {
    const { box } = this;
    return left < box.left + 2 || top < box.top + 2 || right > box.right - 2 || bottom > box.bottom - 2;
  }

  /** How much lies in a gate about a place, and its middle, in pixels of the picture; null where nothing does. */
  held({ x, y }: Place, halfWidth: number, halfHeight: number): Held | null {
    const { box } = this;
    const width = box.right - box.left;
    const [fromX, toX] = [Math.max(0, Math.floor(x - halfWidth) - box.left), Math.ceil(x + halfWidth) - box.left];
    const [fromY, toY] = [Math.max(0, Math.floor(y - halfHeight) - box.top), Math.ceil(y + halfHeight) - box.top];
    const [endX, endY] = [Math.min(width, toX), Math.min(box.bottom - box.top, toY)];
    if (endX <= fromX || endY <= fromY) return null;
    const [columns, rows] = [this.#columns, this.#rows];
    columns.fill(0, fromX, endX);
    let mass = 0;
    for (let row = fromY; row < endY; row++) {
      let sum = 0;
      for (let column = fromX, at = row * width + fromX; column < endX; column++, at++) {
        const weight = this.#weights[at]!;
        if (weight < this.floor) continue;
        sum += weight;
        columns[column]! += weight;
      }
      rows[row] = sum;
      mass += sum;
    }
    if (mass <= 0) return null;
    let [sumX, sumY] = [0, 0];
    for (let i = fromX; i < endX; i++) sumX += columns[i]! * (i + 0.5);
    for (let i = fromY; i < endY; i++) sumY += rows[i]! * (i + 0.5);
    return { mass, x: box.left + sumX / mass, y: box.top + sumY / mass, fromX, endX, fromY, endY };
  }

  /** The edges of what was held last, without so much of it at each end. */
  edges({ mass, fromX, endX, fromY, endY }: Held, tail: number): Edges {
    const { left, top } = this.box;
    const [columns, rows] = [this.#columns, this.#rows];
    return {
      left: left + passes(columns, fromX, endX, tail),
      right: left + passes(columns, fromX, endX, mass - tail),
      top: top + passes(rows, fromY, endY, tail),
      bottom: top + passes(rows, fromY, endY, mass - tail),
    };
  }
}

/** What a blob looks like when it is wholly seen. */
interface Looks {
  mass: number;
  width: number;
  height: number;
}

/** A gate follows what it holds until it rests (mean shift). */
function settle(window: Window, from: Place, { mass, width, height }: Looks): Gated {
  const [halfWidth, halfHeight] = [(width * GATE) / 2 + GATE_ROOM, (height * GATE) / 2 + GATE_ROOM];
  let held = window.held(from, halfWidth, halfHeight);
  for (let i = 0; i < SHIFTS && held; i++) {
    const next = window.held(held, halfWidth, halfHeight);
    const isResting = next !== null && Math.hypot(next.x - held.x, next.y - held.y) < 0.05;
    held = next;
    if (isResting) break;
  }
  if (!held) return NOTHING;
  const own = window.edges(held, TAIL * held.mass);
  const isPart = held.mass < WHOLE_SHARE * mass;
  const asWhole = isPart ? window.edges(held, Math.min(TAIL * mass, MOST_TAIL * held.mass)) : own;
  return { mass: held.mass, x: held.x, y: held.y, ...own, asWhole };
}

/** Where in the picture most of what is looked for lies together, nearest to a place where several are as good. */
function findFar(window: Window, near: Place, looks: Looks, reach: number): Place | null {
  const { box, weights } = window;
  const width = box.right - box.left;
  const [stepX, stepY] = [Math.max(COARSE, looks.width / 2), Math.max(COARSE, looks.height / 2)];
  const [across, down] = [Math.ceil(width / stepX), Math.ceil((box.bottom - box.top) / stepY)];
  const cells = new Float64Array(across * down);
  for (let y = box.top; y < box.bottom; y += COARSE)
    for (let x = box.left; x < box.right; x += COARSE) {
      const weight = weights[(y - box.top) * width + x - box.left]!;
      if (weight >= window.floor)
        cells[Math.floor((y - box.top) / stepY) * across + Math.floor((x - box.left) / stepX)]! += weight;
    }
  let best: Place | null = null;
  let most = LEAST_SHARE * looks.mass;
  for (let row = 0; row + 1 < Math.max(2, down); row++)
    for (let column = 0; column + 1 < Math.max(2, across); column++) {
      const at = row * across + column;
      const mass =
        (cells[at]! + (cells[at + 1] ?? 0) + (cells[at + across] ?? 0) + (cells[at + across + 1] ?? 0)) *
        COARSE *
        COARSE;
      const place = { x: box.left + (column + 1) * stepX, y: box.top + (row + 1) * stepY };
      const away = Math.hypot(place.x - near.x, place.y - near.y);
      if (away > reach) continue;
      const counts = Math.min(mass, looks.mass) * (1 - (0.3 * away) / reach);
      if (counts > most) [best, most] = [place, counts];
    }
  return best;
}

/**
 * Where the middle lies if this much of it is hidden: anywhere that leaves what is seen within it, and of that where
 * it is expected.
 */
const uncovered = (low: number, high: number, extent: number, expected: number): number =>
  Math.min(Math.max(expected, high - extent / 2), Math.max(low + extent / 2, high - extent / 2));

/**
 * Follows a blob by what each pixel has of it: from where it is expected at constant velocity, in a window; a gate of
 * its size settles on it; what is hidden of it is made up for by the edges that are seen. The first picture is the one
 * it was pointed at in.
 */
export function followBlob(likeness: Likeness, pointedIn: ClipPicture, start: Box): FollowSpot {
  const window = new Window();
  const middle = { x: (start.left + start.right) / 2, y: (start.top + start.bottom) / 2 };
  const [startWidth, startHeight] = [start.right - start.left, start.bottom - start.top];
  window.look(likeness, pointedIn, boxAbout(middle, startWidth + ROOM, startHeight + ROOM, pointedIn));
  const seen = settle(window, middle, { mass: 0, width: startWidth, height: startHeight });
  const first: Looks = { mass: seen.mass, width: seen.right - seen.left, height: seen.bottom - seen.top };
  const looks = { ...first };
  let at: Place = seen.mass > 0 ? { x: seen.x, y: seen.y } : middle;
  let velocity = { x: 0, y: 0 };
  // As it was a picture ago: in the last before something hides it, it is hidden a little already, and lags.
  let earlier = velocity;
  let wasHidden = false;
  // How far what is seen of it lies beside the middle of its edges.
  let aside = { x: 0, y: 0 };
  let longest = 0;
  let awayFor = 0;

  return (picture) => {
    let expected = { x: at.x + velocity.x, y: at.y + velocity.y };
    const room = ROOM + STEPS * longest + (awayFor > 0 ? longest : 0);
    // About where it was and where it would be: it may have stopped.
    const middle = { x: (at.x + expected.x) / 2, y: (at.y + expected.y) / 2 };
    const reachX = Math.abs(velocity.x) / 2 + looks.width + room;
    const reachY = Math.abs(velocity.y) / 2 + looks.height + room;
    window.look(likeness, picture, boxAbout(middle, reachX, reachY, picture));
    let held = [expected, at]
      .map((from) => settle(window, from, looks))
      .reduce((best, own) => (own.mass > best.mass * 1.05 ? own : best));
    // Not all of it may be in the window, or in the gate.
    if (held.mass < WHOLE_SHARE * looks.mass && (held.mass < 0.5 * looks.mass || window.isAtEdge(held))) {
      window.look(likeness, picture, boxAbout(middle, WIDER * reachX, WIDER * reachY, picture));
      const near = findFar(window, middle, looks, WIDER * Math.hypot(reachX, reachY));
      const other = near ? settle(window, near, looks) : NOTHING;
      if (other.mass > held.mass * 1.2) held = other;
    }
    if (held.mass < LEAST_SHARE * looks.mass) {
      window.look(likeness, picture, wholeOf(picture));
      const reach = (COMES_BACK * (longest + ROOM) + looks.width + looks.height) * (1 + Math.min(awayFor, 8));
      const far = findFar(window, middle, looks, reach);
      held = far ? settle(window, far, looks) : NOTHING;
    }
    const share = Math.min(1, held.mass / looks.mass);
    if (share < LEAST_SHARE) {
      awayFor++;
      // It goes on a little slower: what is not seen may have turned.
      at = isWithin(expected, picture) ? expected : at;
      velocity = { x: velocity.x * 0.8, y: velocity.y * 0.8 };
      return { ...at, sure: 0, width: looks.width, height: looks.height, error: { x: Infinity, y: Infinity } };
    }
    const [width, height] = [held.right - held.left, held.bottom - held.top];
    // What is fainter but as large is blurred, not hidden.
    const missing = share >= WHOLE_SHARE ? 0 : Math.max(1 - width / looks.width, 1 - height / looks.height);
    const isHidden = missing > HIDDEN;
    const hidden = (seen: number, whole: number): number => (isHidden ? Math.max(0, whole - seen) / 2 : 0);
    const error = { x: hidden(width, looks.width), y: hidden(height, looks.height) };
    if (isHidden && !wasHidden && awayFor === 0) {
      velocity = { x: error.x > 0 ? earlier.x : velocity.x, y: error.y > 0 ? earlier.y : velocity.y };
      expected = { x: at.x + velocity.x, y: at.y + velocity.y };
    }
    wasHidden = isHidden;
    // Seen from edge to edge, it may be hidden between them: then its middle says more than what is seen.
    const between = { x: (held.left + held.right) / 2, y: (held.top + held.bottom) / 2 };
    const seenAt = isHidden ? { x: between.x + aside.x, y: between.y + aside.y } : held;
    // Along the axis that is hidden most its ends are those of the whole; along the other they are what is seen.
    const [acrossOf, downOf] = error.x >= error.y ? [held.asWhole, held] : [held, held.asWhole];
    const place = {
      x: error.x > 0 ? uncovered(acrossOf.left, acrossOf.right, looks.width, expected.x) : seenAt.x,
      y: error.y > 0 ? uncovered(downOf.top, downOf.bottom, looks.height, expected.y) : seenAt.y,
    };
    const step = { x: place.x - at.x, y: place.y - at.y };
    // What is hidden goes on as it went.
    earlier = velocity;
    if (awayFor === 0) {
      velocity = {
        x: !isHidden || (error.x === 0 && share > HALF) ? step.x : velocity.x,
        y: !isHidden || (error.y === 0 && share > HALF) ? step.y : velocity.y,
      };
      if (!isHidden) longest = Math.max(longest * 0.9, Math.hypot(step.x, step.y));
    } else if (!isHidden) velocity = { x: 0, y: 0 };
    at = place;
    awayFor = 0;
    if (share >= WHOLE_SHARE) {
      aside = { x: held.x - between.x, y: held.y - between.y };
      const follow = (own: number, now: number, first: number): number =>
        Math.min(first * MOST_CHANGE, Math.max(first / MOST_CHANGE, own + ADAPTS * (now - own)));
      looks.mass = follow(looks.mass, held.mass, first.mass);
      looks.width = follow(looks.width, width, first.width);
      looks.height = follow(looks.height, height, first.height);
      likeness.adapt?.(picture, window.box, window.weights);
    }
    return { ...place, sure: isHidden ? share : Math.max(share, 1 - 2 * (WHOLE_SHARE - share)), width, height, error };
  };
}
