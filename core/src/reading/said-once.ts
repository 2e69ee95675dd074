import { listed } from '../listed.ts';
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
  return capital(listed(names).toLowerCase());
}

/** A sentence with one name of a movement in place of another, where it begins with it or says what is in or on it. */
const renamed = (sentence: string, label: string, name: string): string =>
  sentence.replace(new RegExp(`(^| in | on )${label}\\b`, 'gi'), (_, before: string) =>
    before === '' ? name : before + name.toLowerCase(),
  );

/** What stands in a sentence for the name of its movement, and for how far off that is. */
const [ANY, MUCH] = ['…', '#'];

/** A finding, and the movement it is about. */
interface Own {
  finding: Finding;
  reading: TrackReading;
}

/** Of a pose that is off, or poses not there, how far: each movement by its own measure; null of anything else. */
function amountIn({ finding: { kind, sentence }, reading: { unit } }: Own): string | null {
  const isOfPose = kind === 'key-missing' || kind === 'pose-off';
  return (isOfPose && new RegExp(`\\d[\\d.]*\\s?${unit}`).exec(sentence)?.[0]) || null;
}

/** A sentence with placeholders for the name of its movement and for how far off that is. */
const bare = (own: Own): string =>
  renamed(own.finding.sentence, own.reading.label, ANY).replace(amountIn(own) ?? MUCH, MUCH);

const PLURAL: Record<string, string> = { has: 'have', is: 'are', runs: 'run' };

/** One sentence for those of all movements. */
function sentenceOfAll(all: readonly Own[]): string {
  const [{ finding, reading }] = all as [Own, ...Own[]];
  const name = movementsName(all.map((own) => own.reading.label));
  const amounts = [...new Set(all.flatMap((own) => amountIn(own) ?? []))];
  const said = amounts.length > 0 ? finding.sentence.replace(amounts[0]!, listed(amounts)) : finding.sentence;
  const named = renamed(said, reading.label, name);
  const isPlural = named.startsWith(name) && name.includes(' and ');
  return isPlural ? named.replace(/\b(has|is|runs)\b/, (verb) => PLURAL[verb]!) : named;
}

/** One finding for several that say the same: put right together they mend what each mends. */
function together(all: readonly Own[]): Finding[] {
  const [{ finding }, ...others] = all as [Own, ...Own[]];
  if (others.length === 0) return [finding];
  const mends = all.flatMap((own) => own.finding.mends ?? []);
  return [
    {
      ...finding,
      alike: others.map(({ reading }) => reading.track),
      sentence: sentenceOfAll(all),
      ...(mends.length > 0 && { mends: mends.reduce((sum, share) => sum + share, 0) }),
    },
  ];
}

/**
 * Findings of one kind, of the same frames, that say the same but for the name of the movement, or of one pose of how
 * far it is off, as one: where the first of them stands, with the tracks of the others in `alike`. Sentences as they
 * are before tracks are named in them.
 */
export function saidOnce(findings: readonly Finding[], tracks: readonly TrackReading[]): Finding[] {
  const told = new Map<string, Finding | Own[]>();
  findings.forEach((finding, i) => {
    const reading = finding.channel ? undefined : tracks.find((track) => isAbout(finding, track));
    const own = reading && { finding, reading };
    const key = own ? `${findingKey({ ...finding, track: null })} ${bare(own)}` : String(i);
    const known = told.get(key);
    if (Array.isArray(known)) known.push(own!);
    else told.set(key, own ? [own] : finding);
  });
  return [...told.values()].flatMap((one) => (Array.isArray(one) ? together(one) : one));
}
