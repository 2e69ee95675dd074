import { findChannel } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { sameData } from '../steps/index.ts';

/** How a guide turns its subject. */
export const turnByGuide = ({ guide }: Subject): unknown[] => [guide!.orient, guide!.angle, guide!.lean];

/** Whether two subjects are turned by the paths they go along, alike: how far they are turned follows from where. */
export function areTurnedAlike(asked: Subject | undefined, drawn: Subject | undefined): boolean {
  if (!asked?.guide?.orient || !drawn?.guide?.orient) return false;
  const turnOf = (subject: Subject): unknown => [turnByGuide(subject), findChannel(subject, 'rotation')?.keys];
  return sameData(turnOf(asked), turnOf(drawn));
}
