import { isAbout } from './checks/check.ts';
import { type Finding, findingKey, type TrackReading } from './schema.ts';
import { capital } from './words.ts';

/** What is said of several movements of one subject alike is said once, of all of them. */

const AXIS = / [xy]$/;

/** What several movements are called together: `Scale` of both its coordinates, `Position, rotation and skew x`. */
export function movementsName(labels: readonly string[]): string {
  const stemOf = (label: string): string => label.replace(AXIS, '');
  const isBoth = (label: string): boolean => labels.some((other) => other !== label && stemOf(other) === stemOf(label));
  const names = [...new Set(labels.map((label) => (isBoth(label) ? stemOf(label) : label)))];
  const [last, ...others] = names.toReversed();
  return capital([...(others.length > 0 ? [others.toReversed().join(', ')] : []), last!].join(' and ').toLowerCase());
}

/** A sentence with one name of a movement in place of another, where it has that. */
const renamed = (sentence: string, label: string, name: string): string =>
  sentence.replaceAll(label, name).replaceAll(label.toLowerCase(), name.toLowerCase());

const ANY = '…';

/** A finding, and the movement it is about. */
interface Own {
  finding: Finding;
  label: string;
}

/** One finding for several that say the same: put right together they mend what each mends. */
function together(all: readonly Own[]): Finding[] {
  const [{ finding, label }, ...others] = all as [Own, ...Own[]];
  if (others.length === 0) return [finding];
  const name = movementsName(all.map((own) => own.label));
  // A sentence about a movement, not about what moves, takes no more than one of them.
  const isNamed = renamed(finding.sentence, label, ANY) !== finding.sentence;
  if (isNamed && name.includes(' and ')) return all.map((own) => own.finding);
  const mends = all.flatMap((own) => own.finding.mends ?? []);
  return [
    {
      ...finding,
      alike: others.map((own) => own.finding.track!),
      sentence: renamed(finding.sentence, label, name),
      ...(mends.length > 0 && { mends: mends.reduce((sum, share) => sum + share, 0) }),
    },
  ];
}

/**
 * Findings of one kind, of the same frames, that say the same but for the name of the movement, as one: where the first
 * of them stands, with the tracks of the others in `alike`. Sentences as they are before tracks are named in them.
 */
export function saidOnce(findings: readonly Finding[], tracks: readonly TrackReading[]): Finding[] {
  const groups = new Map<string, Own[]>();
  findings.forEach((finding, i) => {
    const label = finding.channel ? undefined : tracks.find((track) => isAbout(finding, track))?.label;
    const said = label && `${findingKey({ ...finding, track: null })} ${renamed(finding.sentence, label, ANY)}`;
    const key = said ?? String(i);
    groups.set(key, [...(groups.get(key) ?? []), { finding, label: label ?? '' }]);
  });
  return [...groups.values()].flatMap(together);
}
