import type { FindingKind } from '../reading/index.ts';
import { DRILL_FOR } from '../seeing/index.ts';
import type { Lesson } from '../teaching/index.ts';

/**
 * What a lesson that answers a kind of fault speaks of, as what words of its name begin with; what has none is not
 * taught.
 */
const SPEAKS_OF: Partial<Record<FindingKind, readonly string[]>> = {
  'rate-differs': ['rate'],
  'exposure-differs': ['rate'],
  'tempo-differs': ['timing', 'how long'],
  'key-missing': ['timing'],
  'key-late': ['timing'],
  'key-early': ['timing'],
  'overlap-off': ['overlap'],
  'on-stage-off': ['timing'],
  'frame-pops': ['arc', 'spacing'],
  'pose-off': ['exaggeration', 'squash', 'pose'],
  'hold-moves': ['hold'],
  'held-not-moving': ['hold'],
  'start-not-slow': ['spacing'],
  'start-too-slow': ['spacing'],
  'finish-not-slow': ['spacing'],
  'finish-too-slow': ['spacing'],
  'spacing-off': ['spacing'],
  'contact-floats': ['contact', 'weight'],
  'turn-sharp': ['overshoot', 'settle', 'spacing'],
  'settle-off': ['settle', 'overshoot'],
  'arc-off': ['arc'],
  'arc-kinked': ['arc'],
  'volume-off': ['squash', 'stretch'],
};

/**
 * The lesson of a course that answers a kind of fault: one whose name speaks of it, else one that ends with the drill
 * for it; null of none.
 */
export function lessonFor<Of extends { name: string; drill?: Lesson['drill'] }>(
  kind: FindingKind,
  lessons: readonly Of[],
): Of | null {
  for (const word of SPEAKS_OF[kind] ?? []) {
    const begins = new RegExp(`\\b${word}`, 'i');
    const named = lessons.find(({ name }) => begins.test(name));
    if (named) return named;
  }
  const drill = DRILL_FOR[kind];
  return (
    lessons.find((lesson) => drill && lesson.drill?.kind === drill.kind && lesson.drill.fault === drill.fault) ?? null
  );
}
