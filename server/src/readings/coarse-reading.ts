import {
  faultFrame,
  type Finding,
  FINDING_KINDS,
  findingKey,
  type FindingKind,
  movementsName,
  type Reading,
  type TrackReading,
  tracksTold,
} from '@undulan/core';

/** What each kind of finding says to a learner from whom the model is hidden: what is wrong, not by how much. */
const WORDS: Record<FindingKind, string> = {
  'not-all-read': 'This is more than one reading looks at.',
  'rate-differs': 'The frame rate is not the one that is set.',
  'range-differs': 'The range is not the one that is set.',
  'stage-differs': 'The stage is not the one that is set.',
  'exposure-differs': 'Drawings are held longer or shorter than is set.',
  'rest-frame-keyed': 'There are keys on the frame kept for the starting pose.',
  'subject-missing': 'A subject is missing.',
  'track-never-keyed': 'Something that should move never does.',
  'tempo-differs': 'It runs at another speed.',
  'key-missing': 'A key is missing.',
  'key-late': 'A key comes too late.',
  'key-early': 'A key comes too early.',
  'key-extra': 'There is a key too many.',
  'overlap-off': 'One part follows another too soon or too late.',
  'on-stage-off': 'Something comes on stage, or leaves it, at another time.',
  'frame-pops': 'A drawing jumps out of its row.',
  'drawing-off': 'Another drawing is up than belongs here.',
  'colour-off': 'It is another colour here.',
  'pose-off': 'The pose at this key is off.',
  'hold-moves': 'It moves where it should hold.',
  'held-not-moving': 'It stands still where it ought to move.',
  'start-not-slow': 'It should leave more slowly.',
  'start-too-slow': 'It should leave less slowly.',
  'finish-not-slow': 'It should arrive more slowly.',
  'finish-too-slow': 'It should arrive less slowly.',
  'spacing-off': 'The spacing here is off.',
  'contact-floats': 'The contact floats: it should hit.',
  'turn-sharp': 'The turn is sharp: it should be soft.',
  'settle-off': 'It comes to rest in the wrong number of swings, or they die too fast or too slowly.',
  'arc-off': 'It leaves its arc.',
  'arc-kinked': 'The arc has a corner.',
  'limb-long': 'A limb is drawn longer than it is.',
  'volume-off': 'The volume changes.',
  'loop-open': 'The loop does not close in place.',
  'loop-jerks': 'The loop does not close in speed.',
  'loop-hitches': 'The loop holds its closing drawing twice.',
  'wobble-off': 'It shakes by another amount, or at another rate, than it should.',
  strobing: 'The step is too long for the eye to join.',
  'track-extra': 'Something moves that need not.',
  'channel-idle': 'A channel is keyed and never changes.',
  'keys-idle': 'Some keys do nothing.',
};

/** The same of several keys at once. */
const OF_SEVERAL: Partial<Record<FindingKind, string>> = {
  'key-missing': 'Several keys are missing.',
  'key-late': 'Several keys come too late.',
  'key-early': 'Several keys come too early.',
  'pose-off': 'Several poses are off.',
};

/** A key that is late may pass one other on its way; what reaches over more is of all of them. */
const MOST_PASSED = 2;

function isOfSeveral(finding: Finding, reading: Reading, own: TrackReading | undefined): boolean {
  const { kind, subjectId, track, firstFrame, lastFrame } = finding;
  if (subjectId === null || track === null) return true;
  if (kind === 'pose-off' || kind === 'key-missing') return faultFrame(finding, reading) === null;
  const passed = own?.pairs.filter((pair) => firstFrame <= pair.targetFrame && pair.targetFrame <= lastFrame) ?? [];
  return passed.length > MOST_PASSED;
}

/** Kinds that speak of the take alone: they say nothing of the model, and stay as they are. */
const OF_THE_TAKE: ReadonlySet<FindingKind> = new Set(['rest-frame-keyed', 'channel-idle', 'keys-idle']);

/** Scores are told to so many points: finer ones give the error they were made from. */
const SCORE_STEP = 10;
const coarse = (score: number): number => Math.round(score / SCORE_STEP) * SCORE_STEP;

/** Where in their own take a learner finds it: its own keys are no secret. Null where only the model knows. */
function ownFrames(
  finding: Finding,
  track: TrackReading | undefined,
): { firstFrame: number; lastFrame: number } | null {
  if (finding.kind === 'key-extra') return { firstFrame: finding.firstFrame, lastFrame: finding.lastFrame };
  const keyFor = (frame: number): number | undefined =>
    track?.pairs.find((pair) => pair.targetFrame === frame)?.takeFrame;
  const expected = finding.kind === 'key-late' || finding.kind === 'key-early' ? finding.expected : finding.firstFrame;
  const first = keyFor(expected);
  const last = finding.kind === 'key-late' || finding.kind === 'key-early' ? first : keyFor(finding.lastFrame);
  return first !== undefined && last !== undefined ? { firstFrame: first, lastFrame: last } : null;
}

function coarseFinding(finding: Finding, reading: Reading): Finding {
  const { tracks, range } = reading;
  if (OF_THE_TAKE.has(finding.kind)) return finding;
  const told = tracksTold(finding).flatMap(
    (id) => tracks.find((one) => one.subjectId === finding.subjectId && one.track === id) ?? [],
  );
  const [track] = told;
  const frames = ownFrames(finding, track) ?? { firstFrame: range.first, lastFrame: range.last };
  const { kind, subjectId, track: id } = finding;
  const words = (isOfSeveral(finding, reading, track) ? OF_SEVERAL[kind] : undefined) ?? WORDS[kind];
  const isNamed = track && FINDING_KINDS[kind] !== 'settings';
  const label = (): string => movementsName(told.map((one) => one.label)).toLowerCase();
  return {
    kind,
    subjectId,
    track: id,
    ...frames,
    measured: 0,
    expected: 0,
    tolerance: 0,
    unit: '',
    severity: 'clear',
    sentence: isNamed ? `${track.subjectName}, ${label()}: ${words}` : words,
  };
}

/**
 * A reading for a learner from whom the model is hidden: what is wrong and where in their own take, without the series,
 * pairs and amounts from which the model's keys and values could be worked out.
 */
export function coarseReading(reading: Reading): Reading {
  return {
    version: reading.version,
    range: reading.range,
    nearest: null,
    tracks: [],
    // What is told alike is told once.
    findings: [
      ...new Map(
        reading.findings
          .map((finding) => coarseFinding(finding, reading))
          .map((finding) => [findingKey(finding), finding]),
      ).values(),
    ],
    criteria: reading.criteria.map(({ id, label, weight, score }) => ({
      id,
      label,
      weight,
      score: coarse(score),
      error: 0,
      tolerance: 0,
      unit: '',
    })),
    proposedGrade: coarse(reading.proposedGrade),
  };
}
