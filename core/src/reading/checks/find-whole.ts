import type { Finding } from '../schema.ts';
import type { BothRead, Found } from './check.ts';
import { placeOf, tellPlaces } from './whole-place.ts';
import { sizeOf, tellSizes } from './whole-size.ts';
import { findStops } from './whole-stop.ts';
import { findTimings } from './whole-timing.ts';

/**
 * What is one cause of many faults: all of it late, at another pace, late from some frame on; all of it of another
 * size, in another place, or the other way. It is said once.
 */
export function findWhole(read: BothRead, others: readonly Finding[]): Found {
  const timing = findTimings(read, others);
  const { spacingPercent } = read.target.tolerances;
  const allowed = read.tracks.map((track) => spacingPercent + track.lostPercent(-Infinity, Infinity));
  const sized = tellSizes(new Map(read.tracks.map((track, i) => [track, sizeOf(track, allowed[i]!)])));
  const placed = tellPlaces(
    read.tracks.flatMap((track, i) => (sized.has(track) ? [] : (placeOf(track, allowed[i]!) ?? []))),
    read,
  );
  const elsewhere = [...new Set(sized.values()), ...placed];
  const stopped = findStops(read.tracks, spacingPercent, others).filter(
    ({ finding }) => ![...timing, ...elsewhere].some(({ tells }) => tells(finding)),
  );
  const whole = [...timing, ...elsewhere, ...stopped];
  return {
    findings: whole.map(({ finding }) => finding),
    areCauses: true,
    explains: (finding) => whole.some(({ tells }) => tells(finding)),
  };
}
