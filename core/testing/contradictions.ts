import type { Finding } from '../src/index.ts';

/** `3 frames late: frame 12 instead of 9`. */
const INSTEAD = /([\d.]+) frames? (late|early): frame ([\d.]+) instead of ([\d.]*\d)/;
/** `it leaves fast; the target leaves slowly`. */
const BESIDE = /\bit (.*?); the target (.*?)\./;

function isContradicted({ sentence, measured, expected }: Finding): boolean {
  const [, by, way, own, asked] = INSTEAD.exec(sentence) ?? [];
  const [, does, ought] = BESIDE.exec(sentence) ?? [];
  const off = Number(own) - Number(asked);
  const isMiscounted = by !== undefined && Math.abs(Math.abs(off) - Number(by)) > 0.5;
  const isOtherWay = by !== undefined && off > 0 !== (way === 'late');
  return measured === expected || (does !== undefined && does === ought) || isMiscounted || isOtherWay;
}

/** What a reading says that cannot be: the same of both sides, one sentence twice, figures that do not add up. */
export function contradictions(said: readonly Finding[]): string[] {
  const sentences = said.map(({ sentence }) => sentence);
  return said
    .filter((finding, i) => isContradicted(finding) || sentences.indexOf(finding.sentence) !== i)
    .map(({ sentence }) => sentence);
}
