import { EASE_TOLERANCE, paceOf, PACES } from '../pace.ts';
import type { FindingKind, SegmentReading } from '../schema.ts';
import type { SegmentEndName } from '../segment-residual.ts';

/** What is wrong with how a segment starts or finishes, and how it is said. */

export interface EaseFault {
  kind: FindingKind;
  measured: number;
  expected: number;
}

export function findEase(segment: SegmentReading, end: SegmentEndName): EaseFault | null {
  const measured = segment.take![end];
  const expected = segment.target![end];
  if (Math.abs(measured - expected) <= EASE_TOLERANCE) return null;
  // Slower than slow and faster than fast are of the same kind: their size is left to the spacing's own sentence.
  if (paceOf(measured) === paceOf(expected)) return null;
  return { kind: measured > expected ? `${end}-not-slow` : `${end}-too-slow`, measured, expected };
}

/** The ease in words: how it is, and how the target has it. */
export function easeSentence({ kind, measured, expected }: EaseFault, between: string): string {
  const end = kind.startsWith('start') ? 'start' : 'finish';
  const verb = end === 'start' ? 'leaves' : 'arrives';
  const wanted = paceOf(expected);
  return `No ${wanted.asked} ${end} ${between}: ${paceOf(measured).seen(verb)}; the target ${verb} ${wanted.how}.`;
}

export const isEased = ({ measured, expected }: EaseFault): boolean =>
  paceOf(measured) === PACES.slow || paceOf(expected) === PACES.slow;

/** Both ends in words. */
export function bothSentence(start: EaseFault, finish: EaseFault, between: string): string {
  const [begun, ended] = [paceOf(start.expected), paceOf(finish.expected)];
  const [leaves, arrives] = [paceOf(start.measured), paceOf(finish.measured)];
  const asked = begun === ended ? `and arrives ${begun.how}` : `${begun.how} and arrives ${ended.how}`;
  const seen =
    leaves === PACES.even && arrives === PACES.even
      ? 'the spacing is even'
      : `it leaves ${leaves.how} and arrives ${arrives.how}`;
  return `No ${begun.asked} start and no ${ended.asked} finish ${between}: ${seen}; the target leaves ${asked}.`;
}
