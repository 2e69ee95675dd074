import { CHANNELS } from '../motion/document/channels.ts';
import type { Channel, MotionDocument } from '../motion/document/schema.ts';
import { TRACKS } from '../motion/sampling/track.ts';
import { waysInOneManner } from '../reading/checks/find-manner.ts';
import { counterpart } from '../reading/counterpart.ts';
import { LOOK_IDS } from '../reading/looks.ts';
import { movementsName } from '../reading/said-once.ts';
import { type Finding, FINDING_KINDS, type Reading, type TrackReading, tracksTold } from '../reading/schema.ts';
import { createSharedTime } from '../reading/shared-time.ts';
import { theSubject } from '../reading/words.ts';
import { sameData } from '../steps/index.ts';
import { eased, easedAbout, easedThroughout } from './ease-edits.ts';
import { added, addedAlone, cleared, coordinatesTaken, takenOver, withoutSurplus } from './key-edits.ts';
import { asTheTargets, placed, placedTogether, posed, sameFrames, sized, stoodRight } from './pose-edits.ts';
import { broughtBack, guidedAsAsked, shownAsAsked } from './scene-edits.ts';
import { beyondTaken, SETTINGS, settings } from './setting-edits.ts';
import { channelOfSubject, type EditOnOffer, keysOf, type Sides, whose } from './sides.ts';
import { coordinateInTime, inTempo, inTempoOfPart, inTime, withoutPause } from './timing-edits.ts';

/** From so many ways on that are off, all of them are offered to be eased at once. */
const HABIT = 2;

/** Whether a finding is of a track, of all of its subject, or of all. */
const isOf = (finding: Finding, { track }: Sides): boolean =>
  (finding.subjectId === null || finding.subjectId === track.subjectId) &&
  (finding.track === null || tracksTold(finding).includes(track.track));

/** The tracks read, those that a finding is about and all. */
function sidesOf(target: MotionDocument, take: MotionDocument, reading: Reading): { meant: Sides[]; all: Sides[] } {
  const time = createSharedTime(target, take);
  const sidesOfTrack = (track: TrackReading): Sides[] => {
    const model = target.subjects.find((subject) => subject.id === track.subjectId);
    const own = model && counterpart(take, model);
    const along: Channel['id'][] = track.track === 'position' && model?.guide && own?.guide ? ['travel'] : [];
    const ids = [...along, ...(TRACKS.find((other) => other.id === track.track)?.channelIds ?? [])];
    const channelIds = ids.filter((id) => keysOf(model, id).length > 0 || keysOf(own, id).length > 0);
    return model && own ? [{ take, model, own, time, track, channelIds }] : [];
  };
  const all = reading.tracks.flatMap(sidesOfTrack);
  const meant = all.filter((sides) => reading.findings.some((finding) => isOf(finding, sides)));
  return { meant, all };
}

/** Movements of which a finding says the same, as one: keyed alike, they are put right together. */
function together(meant: readonly Sides[], { findings }: Reading): Sides[] {
  const groups = findings
    .filter(({ alike }) => alike !== undefined)
    .map((finding) => meant.filter((sides) => isOf(finding, sides)));
  const keyed = ({ track: { pairs, missingFrames, extraFrames } }: Sides): unknown => [
    pairs,
    missingFrames,
    extraFrames,
  ];
  return groups
    .filter((group) => group.every((sides) => sameData(keyed(sides), keyed(group[0]!))))
    .map((group) => ({
      ...group[0]!,
      channelIds: group.flatMap(({ channelIds }) => channelIds),
      track: { ...group[0]!.track, label: movementsName(group.map(({ track }) => track.label)) },
    }));
}

/** One coordinate of a place that all of is off, as if it were alone: its keys are the target's, in their order. */
function coordinatesApart(sides: Sides, { findings }: Reading): Sides[] {
  const { model, own, time, track } = sides;
  const ids = findings.flatMap(({ subjectId, channel }) => (subjectId === model.id && channel ? [channel] : []));
  return [...new Set(ids)].flatMap((id): Sides[] => {
    const [asked, drawn] = [keysOf(model, id), keysOf(own, id)];
    if (!sides.channelIds.includes(id) || asked.length !== drawn.length) return [];
    const pairs = asked.map(({ frame, role }, i) => {
      const takeFrame = drawn[i]!.frame;
      return { targetFrame: frame, takeFrame, offsetFrames: time.toTarget(takeFrame) - frame, role };
    });
    return [{ ...sides, channelIds: [id], track: { ...track, label: CHANNELS[id].label, pairs } }];
  });
}

/** The edits that may put a take right, one after another: of many only the first are ever made. */
export function* editsOnOffer(
  target: MotionDocument,
  take: MotionDocument,
  reading: Reading,
): Generator<EditOnOffer, void, undefined> {
  if (reading.findings.some(({ kind }) => SETTINGS.has(kind))) {
    yield* settings(target, take);
    return;
  }
  const { meant, all } = sidesOf(target, take, reading);
  // Of the scene and of the whole first: of many keys not all that is on offer is tried.
  yield* stoodRight(target, take);
  yield* shownAsAsked(target, take);
  yield* guidedAsAsked(target, take);
  for (const sides of meant) yield* withoutPause(sides, all);
  yield* inTempo(all);
  for (const finding of reading.findings.filter(({ kind, channel }) => kind === 'tempo-differs' && !channel)) {
    const own = all.filter((sides) => isOf(finding, sides));
    if (own.length === 0) continue;
    const ofSubject = finding.subjectId === null ? '' : ` of ${theSubject(own[0]!.model.name)}`;
    yield* inTempoOfPart(own, finding, finding.track === null ? ofSubject : ` of ${whose(own[0]!)}`);
  }
  if (meant.length > 1) {
    for (const sides of meant) yield* inTempo([sides], ` of ${whose(sides)}`);
    yield* sized(meant);
    yield* placedTogether(meant);
  }
  // What is off in so many ways is a habit.
  const uneven = reading.findings.filter(({ kind }) => FINDING_KINDS[kind] === 'spacing');
  const isThroughout = (finding: Finding): boolean =>
    finding.track === null ||
    meant.some((sides) => isOf(finding, sides) && waysInOneManner(sides.track, finding).length > 0);
  if (uneven.length >= HABIT || uneven.some(isThroughout)) {
    if (meant.length > 1) yield* easedThroughout(meant, 'all');
    for (const finding of uneven.filter(({ subjectId, track }) => subjectId !== null && track === null)) {
      const own = meant.filter((sides) => isOf(finding, sides));
      if (own.length > 0) yield* easedThroughout(own, theSubject(own[0]!.model.name));
    }
    for (const sides of meant) yield* easedThroughout([sides], whose(sides));
  }
  for (const coordinate of meant.flatMap((sides) => coordinatesApart(sides, reading))) {
    for (const pair of coordinate.track.pairs) yield* inTime(coordinate, [coordinate], pair);
    yield* inTempo([coordinate], ` of ${whose(coordinate)}`);
    yield* sized([coordinate]);
  }
  for (const sides of [...together(meant, reading), ...meant]) {
    const { pairs, missingFrames } = sides.track;
    for (const frame of missingFrames) yield* added(sides, [frame]);
    if (missingFrames.length > 1) yield* added(sides, missingFrames);
    yield* addedAlone(sides);
    yield* beyondTaken(sides);
    yield* withoutSurplus(sides);
    for (const pair of pairs) yield* inTime(sides, all, pair);
    yield* coordinateInTime(sides);
    for (const pair of pairs) yield* posed(sides, pair);
    for (let i = 0; i + 1 < pairs.length; i++) yield eased(sides, pairs[i]!, pairs[i + 1]!);
    for (let i = 1; i + 1 < pairs.length; i++) yield easedAbout(sides, pairs[i - 1]!, pairs[i]!, pairs[i + 1]!);
    yield* sized([sides]);
    yield* placed(sides);
    yield* coordinatesTaken(sides);
    for (const frame of sameFrames(sides)) yield asTheTargets(sides, frame);
  }
  yield* cleared(target, take, reading.findings);
  yield* broughtBack(target, take);
}

/** No corrections but the target's own, for where nothing else helps. */
export function* lastResorts(
  target: MotionDocument,
  take: MotionDocument,
  reading: Reading,
): Generator<EditOnOffer, void, undefined> {
  for (const sides of sidesOf(target, take, reading).meant) yield takenOver(sides, whose(sides));
  const time = createSharedTime(target, take);
  for (const model of target.subjects) {
    const own = counterpart(take, model);
    for (const id of LOOK_IDS)
      if (
        own &&
        reading.findings.some(({ subjectId, track }) => subjectId === model.id && track === id) &&
        !sameData(keysOf(model, id), keysOf(own, id))
      )
        yield takenOver({ model, own, time, channelIds: [id] }, channelOfSubject(id, model.name));
  }
}
