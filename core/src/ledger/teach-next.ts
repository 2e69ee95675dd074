import { capital, uncapital } from '../first-letter.ts';
import { FINDING_NAMES, type FindingKind, type Severity } from '../reading/index.ts';
import { type ClassTake, type ReadTake, runsOf, stillHas, takesAt } from './class-takes.ts';
import type { Fault } from './digest.ts';
import { quartilesOf } from './quartiles.ts';

/** What would be taught next: a kind of fault, or what happens at a named event, with what speaks for it. */
export interface TeachNext {
  kind: FindingKind;
  /** The event it is of; null of the kind wherever it shows. */
  event: string | null;
  /** It in words. */
  name: string;
  /** Learners whose latest takes have it, and how many have a latest take that is read. */
  learnerIds: string[];
  learners: number;
  /** The mean share of all that is off that mending it removes, 0 to 1. */
  weight: number;
  /** Of those who tried again the share that still had it; null where nobody did. */
  stays: number | null;
  /** In which exercises. */
  exerciseIds: string[];
  /** The middle of what it is off by, where all are in one unit. */
  median: { off: number; unit: string } | null;
  /** What it is ranked by. */
  rank: number;
  /** Latest takes that have it, the strongest first. */
  takeIds: string[];
}

/** Below so many learners, or this share of them, nothing is said. */
const LEAST_LEARNERS = 3;
const LEAST_SHARE = 0.1;
/** Where the whole kind is little more than its named event, the event is said. */
const MOSTLY = 0.8;
/** What mending is worth where a reading cannot tell. */
const USUAL_MENDS: Record<Severity, number> = { slight: 0.05, clear: 0.15, strong: 0.3 };
/** Where nobody has tried again, as many are taken to keep a fault as lose it. */
const STAYS_UNKNOWN = 0.5;

/** The share of what is off in its take that mending a fault removes, 0 to 1, as far as that can be told. */
export const mendsOf = ({ mends, severity }: Fault): number => mends ?? USUAL_MENDS[severity];

interface Group {
  kind: FindingKind;
  event: string | null;
  isOf: (fault: Fault) => boolean;
}

const learnersIn = (takes: readonly ReadTake[]): number => new Set(takes.map(({ learnerId }) => learnerId)).size;

/** How many learners have to have a fault for it to be said of the class. */
export function leastLearners(takes: readonly ClassTake[]): number {
  const learners = learnersIn(takesAt(takes, 'latest'));
  return Math.max(LEAST_LEARNERS, Math.ceil(LEAST_SHARE * learners));
}

/**
 * What a class would gain most by: how many have a fault in their latest takes, how much of what is off it makes up,
 * and whether it goes away by itself: reach × weight × (½ + ½ stays), ties by breadth. Most first.
 */
export function teachNext(takes: readonly ClassTake[]): TeachNext[] {
  const runs = runsOf(takes);
  const latest = runs.map((run) => run.at(-1)!);
  const learners = learnersIn(latest);
  const least = leastLearners(takes);
  const all = groupsOf(latest)
    .map((group) => weighed(group, runs, latest, learners))
    .filter(({ learnerIds }) => learnerIds.length >= least);
  return withoutRepeats(all).sort((a, b) => b.rank - a.rank || b.exerciseIds.length - a.exerciseIds.length);
}

/** Each kind that shows, and each named event it shows at. */
function groupsOf(latest: readonly ReadTake[]): Group[] {
  const groups = new Map<string, Group>();
  for (const { digest } of latest)
    for (const { kind, event } of digest.faults) {
      groups.set(kind, { kind, event: null, isOf: (fault) => fault.kind === kind });
      if (event !== null)
        groups.set(`${kind} ${event}`, { kind, event, isOf: (fault) => fault.kind === kind && fault.event === event });
    }
  return [...groups.values()];
}

function weighed(
  { kind, event, isOf }: Group,
  runs: readonly ReadTake[][],
  latest: readonly ReadTake[],
  learners: number,
): TeachNext {
  const having = latest
    .map((take) => ({ take, faults: take.digest.faults.filter(isOf) }))
    .filter(({ faults }) => faults.length > 0);
  const sum = (faults: readonly Fault[]): number =>
    Math.min(
      1,
      faults.reduce((all, fault) => all + mendsOf(fault), 0),
    );
  const strongest = having.toSorted((a, b) => sum(b.faults) - sum(a.faults));
  const learnerIds = [...new Set(having.map(({ take }) => take.learnerId))];
  const weight = having.reduce((all, { faults }) => all + sum(faults), 0) / Math.max(1, having.length);
  const stays = staysOf(runs, isOf);
  const faults = having.flatMap((each) => each.faults);
  return {
    kind,
    event,
    name: event === null ? FINDING_NAMES[kind] : `${capital(event)}: ${uncapital(FINDING_NAMES[kind])}`,
    learnerIds,
    learners,
    weight,
    stays,
    exerciseIds: [...new Set(having.map(({ take }) => take.exerciseId))],
    median: medianOff(faults),
    rank: (learnerIds.length / Math.max(1, learners)) * weight * (0.5 + 0.5 * (stays ?? STAYS_UNKNOWN)),
    takeIds: strongest.map(({ take }) => take.id),
  };
}

/** Of all takes with a fault that were tried again, how many of the next still had it. */
function staysOf(runs: readonly ReadTake[][], isOf: (fault: Fault) => boolean): number | null {
  let [tried, stayed] = [0, 0];
  for (const run of runs)
    for (let i = 0; i + 1 < run.length; i++) {
      const still = run[i]!.digest.faults.some(isOf) ? stillHas(run[i + 1]!, isOf) : null;
      if (still !== null) tried++;
      if (still) stayed++;
    }
  return tried === 0 ? null : stayed / tried;
}

function medianOff(faults: readonly Fault[]): TeachNext['median'] {
  const [first] = faults;
  if (!first || faults.some(({ unit }) => unit !== first.unit)) return null;
  return { off: quartilesOf(faults.map(({ off }) => off))!.median, unit: first.unit };
}

/** A kind that is nearly all at one named event is said as that; else the kind is said, not each event beside it. */
function withoutRepeats(all: readonly TeachNext[]): TeachNext[] {
  const isMostly = (part: TeachNext): boolean => {
    const whole = all.find(({ kind, event }) => kind === part.kind && event === null);
    return !whole || part.takeIds.length >= MOSTLY * whole.takeIds.length;
  };
  const events = all.filter((each) => each.event !== null && isMostly(each));
  return all.filter((each) =>
    each.event === null ? !events.some(({ kind }) => kind === each.kind) : events.includes(each),
  );
}
