import { piecePoint } from '../motion/document/geometry.ts';
import type { Drawing, DrawnLine, Look } from '../motion/document/look.ts';
import { createMorph } from '../motion/path/morph.ts';

/** A line of a drawing that becomes another: its places (shares of its card, by threes), and how far each goes. */
export interface MorphLine {
  closed: boolean;
  places: number[];
  shifts: number[];
}

/** A curved piece is so many straight ones. */
const PARTS = 8;
const NEAR = 1e-6;

function placesOf({ points, closed }: DrawnLine, { widthPx, heightPx }: Look): number[] {
  const places: number[] = [];
  const put = ({ x, y }: { x: number; y: number }): void => void places.push(x / widthPx, -y / heightPx, 0);
  put(points[0]!);
  for (const [i, from] of points.entries()) {
    const to = points[i + 1] ?? (closed ? points[0] : undefined);
    if (to) for (let part = 1; part <= PARTS; part++) put(piecePoint(from, to, part / PARTS));
  }
  return places;
}

/** The outlines of a look that becomes another, as lines whose points go straight from the one to the other. */
export function morphLines(look: Look): MorphLine[] {
  const [up] = look.drawings ?? [];
  if (!up || !look.morphTo) return [];
  const morph = createMorph(up, look.morphTo, look.morphStarts);
  // Within the way both have the points that are matched; at its very ends each has its own.
  const [from, to]: [Drawing, Drawing] = [morph.at(NEAR), morph.at(1 - NEAR)];
  return from.lines.flatMap((line, i): MorphLine[] => {
    const other = to.lines[i];
    if (!other || other.points.length !== line.points.length) return [];
    const [places, ends] = [placesOf(line, look), placesOf(other, look)];
    if (places.length < 6) return [];
    return [{ closed: line.closed, places, shifts: ends.map((end, c) => end - places[c]!) }];
  });
}
