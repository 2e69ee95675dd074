import { findChannel, findSubject } from '../motion/document/document.ts';
import type { Subject } from '../motion/document/schema.ts';
import { sameData } from '../steps/index.ts';
import type { BothRead } from './checks/check.ts';
import { counterpart } from './counterpart.ts';
import type { Finding } from './schema.ts';
import { capital, subjectDoes } from './words.ts';

/** How a guide turns its subject. */
export const turnByGuide = ({ guide }: Subject): unknown[] => [guide!.orient, guide!.angle, guide!.lean];

/** Whether two subjects are turned by the paths they go along, alike: how far they are turned follows from where. */
export function areTurnedAlike(asked: Subject | undefined, drawn: Subject | undefined): boolean {
  if (!asked?.guide?.orient || !drawn?.guide?.orient) return false;
  const turnOf = (subject: Subject): unknown => [turnByGuide(subject), findChannel(subject, 'rotation')?.keys];
  return sameData(turnOf(asked), turnOf(drawn));
}

const isTurnedByKeys = (subject: Subject): boolean => (findChannel(subject, 'rotation')?.keys.length ?? 0) > 0;

/** What one of two subjects on paths does by its path, and the other does not; null where that is nothing. */
function doesByPath(
  { name, guide: one }: Subject,
  { guide: other }: Subject,
): { is: string; isNot: string; notThere: string } | null {
  if (one!.orient && !other!.orient) {
    const is = subjectDoes(name, 'be');
    return { is: `${is} turned along its path`, isNot: `${is} not turned along its path`, notThere: 'it is not' };
  }
  if (one!.lean > 0 && other!.lean === 0)
    return {
      is: `${subjectDoes(name, 'lean')} into its turns`,
      isNot: `${subjectDoes(name, 'do')} not lean into its turns`,
      notThere: 'it does not',
    };
  return null;
}

/** A sentence says of turning that it is by the path, or that no path does it, where that is what differs. */
export function sayingPath({ set, handedIn }: BothRead): (finding: Finding) => Finding {
  return (finding) => {
    const isOfAll = finding.kind === 'track-never-keyed' || finding.kind === 'track-extra';
    if (!isOfAll || finding.track !== 'rotation' || finding.subjectId === null) return finding;
    const asked = findSubject(set, finding.subjectId);
    const own = asked && counterpart(handedIn, asked);
    if (!asked?.guide || !own?.guide || isTurnedByKeys(asked) || isTurnedByKeys(own)) return finding;
    const [lacks, does] = [doesByPath(asked, own), doesByPath({ ...own, name: asked.name }, asked)];
    if (finding.kind === 'track-never-keyed')
      return lacks ? { ...finding, sentence: capital(`${lacks.isNot}.`) } : finding;
    return does ? { ...finding, sentence: capital(`${does.is}; in the target ${does.notThere}.`) } : finding;
  };
}
