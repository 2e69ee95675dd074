import type { Finding } from '../schema.ts';
import type { BothRead, Found } from './check.ts';
import { findPlace, findSize } from './whole-poses.ts';
import { findTimings } from './whole-timing.ts';

/**
 * What is one cause of many faults: all of it late, at another pace, late from some frame on; all of it of another
 * size, in another place, or the other way. It is said once.
 */
export function findWhole(read: BothRead, others: readonly Finding[]): Found {
  const timing = findTimings(read, others);
  const { spacingPercent } = read.target.tolerances;
  const poses = read.tracks.flatMap((track) => {
    const tolerance = spacingPercent + track.lostPercent(-Infinity, Infinity);
    const size = findSize(track, tolerance);
    return size.length > 0 ? size : findPlace(track, tolerance);
  });
  const whole = [...timing, ...poses];
  return {
    findings: whole.map(({ finding }) => finding),
    areCauses: true,
    explains: (finding) => whole.some(({ tells }) => tells(finding)),
  };
}
