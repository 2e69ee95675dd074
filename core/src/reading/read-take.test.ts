import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  moveKeys,
  sampleChannel,
  setScene,
} from '../motion/index.ts';
import { moveOntoGuide } from '../spacing/index.ts';
import {
  criterionScore,
  madeUpTakes,
  matchKeys,
  MODEL_NAME,
  Reading,
  readTake,
  type Target,
  targetRead,
} from './index.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;
const TOLERANCES = { keyFrames: 1, spacingPercent: 5 };

function drawer(x: Key[], y: Key[] = []): MotionDocument {
  const subject = {
    ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }),
    channels: [createChannel('position.x', 0, x), createChannel('position.y', 0, y)],
  };
  return { ...createMotion([subject]), range: { first: 1, last: 33 } };
}

const linear = (last: number, value = 600): Key[] => [
  createKey(1, 0, { leave: 'linear' }),
  createKey(last, value, { leave: 'linear' }),
];
const smooth = (last: number): Key[] => [createKey(1, 0, { link: 'flat' }), createKey(last, 600, { link: 'flat' })];
const target = (motion: MotionDocument): Target => ({ motion, tolerances: TOLERANCES });
const kinds = (reading: Reading): string[] => reading.findings.map((finding) => finding.kind);

test('worked case: linear to 27 against linear to 25 is late, with no spacing error', () => {
  const track = readTake(target(drawer(linear(25))), drawer(linear(27))).tracks[0]!;
  expect(track.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 2]);
  expect(track.raw.rmsPercent).toBeCloseTo(4.487, 3);
  expect(track.raw.worstPercent).toBeCloseTo(-7.692, 3);
  expect(track.raw.worstFrame).toBe(25);
  expect(track.spacing.rmsPercent).toBeCloseTo(0, 9);
  expect(track.spacing.worstPercent).toBeCloseTo(0, 9);
});

test('worked case: even spacing against smooth, keys right, is spacing error alone', () => {
  const track = readTake(target(drawer(smooth(25))), drawer(linear(25))).tracks[0]!;
  expect(track.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 0]);
  for (const statistics of [track.raw, track.spacing]) {
    expect(statistics.rmsPercent).toBeCloseTo(6.761, 3);
    expect(statistics.worstPercent).toBeCloseTo(9.621, 3);
    expect(statistics.worstFrame).toBe(6);
  }
  expect(track.gap.raw[19]).toBeCloseTo(-9.621, 3);
  expect(track.gap.spacing[19]).toBeCloseTo(-9.621, 3);
});

test('worked case: smooth to 29 against smooth to 25 is late by 4, with no spacing error', () => {
  const track = readTake(target(drawer(smooth(25))), drawer(smooth(29))).tracks[0]!;
  expect(track.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 4]);
  expect(track.raw.rmsPercent).toBeCloseTo(9.099, 3);
  expect(track.raw.worstPercent).toBeCloseTo(-13.616, 3);
  expect(track.raw.worstFrame).toBe(18);
  expect(track.spacing.rmsPercent).toBeCloseTo(0, 9);
});

test('a perfect take has no finding and the full grade, and reads back through its schema', () => {
  const reading = readTake(target(drawer(smooth(25))), drawer(smooth(25)));
  expect(reading.findings).toEqual([]);
  expect(reading.proposedGrade).toBe(100);
  expect(Reading.parse(JSON.parse(JSON.stringify(reading)))).toEqual(reading);
});

test('keys of a coordinate that never changes are no keys too many: only that they are idle is said', () => {
  const still = [createKey(1, 40), createKey(9, 40), createKey(25, 40)];
  const reading = readTake(target(drawer(smooth(25))), drawer(smooth(25), still));
  expect(reading.tracks[0]!.extraFrames).toEqual([]);
  expect(kinds(reading).filter((kind) => kind !== 'pose-off')).toEqual(['channel-idle']);
});

test('a late arrival is said with its frames', () => {
  const reading = readTake(target(drawer(smooth(25))), drawer(smooth(28)));
  expect(reading.findings).toMatchObject([
    {
      kind: 'key-late',
      measured: 28,
      expected: 25,
      severity: 'clear',
      sentence: 'The drawer arrives 3 frames late: frame 28 instead of 25.',
    },
  ]);
});

test('no ease where the target eases at both ends is one finding that names both', () => {
  const reading = readTake(target(drawer(smooth(25))), drawer(linear(25)));
  expect(kinds(reading)).toEqual(['start-not-slow']);
  expect(reading.findings[0]!.measured).toBeCloseTo(1, 6);
  expect(reading.findings[0]!.expected).toBeCloseTo(0, 2);
  expect(reading.findings.map((finding) => finding.sentence)).toEqual([
    'No slow start and no slow finish from 1 to 25: the spacing is even; the target leaves and arrives slowly. ' +
      'The spacing is up to 9.6 % off, most at frame 6.',
  ]);
});

test('sentences agree with subjects of one and of many', () => {
  const said = (name: string): string => {
    const named = (motion: MotionDocument): MotionDocument => ({
      ...motion,
      subjects: motion.subjects.map((subject) => ({ ...subject, name })),
    });
    return readTake(target(named(drawer(smooth(25)))), named(drawer(smooth(23)))).findings[0]!.sentence;
  };
  expect(said('Dishes')).toBe('The dishes arrive 2 frames early: frame 23 instead of 25.');
  expect(said('Tea glass')).toBe('The tea glass arrives 2 frames early: frame 23 instead of 25.');
});

test('missing, extra and absent keys are findings, not failures', () => {
  const three = [createKey(1, 0), createKey(13, 500), createKey(25, 600)];
  expect(kinds(readTake(target(drawer(three)), drawer([three[0]!, three[2]!])))).toContain('key-missing');
  expect(
    kinds(
      readTake(
        target(drawer(linear(25))),
        drawer([linear(25)[0]!, createKey(13, 360, { leave: 'linear' }), linear(25)[1]!]),
      ),
    ),
  ).toEqual(['key-extra']);
  // One that changes nothing is only another way of keying the same motion.
  const split = drawer([linear(25)[0]!, createKey(13, 300, { leave: 'linear' }), linear(25)[1]!]);
  expect(readTake(target(drawer(linear(25))), split)).toMatchObject({ findings: [], proposedGrade: 100 });
  const untouched = readTake(target(drawer(three)), drawer([]));
  expect(kinds(untouched)).toEqual(['track-never-keyed']);
  expect(untouched.findings[0]!.sentence).toBe('Position is never keyed: the drawer stays unchanged.');
  expect(untouched.proposedGrade).toBe(0);
  expect(kinds(readTake(target(drawer(three)), createMotion()))).toEqual(['subject-missing', 'range-differs']);
});

test('a key held too long, a drifting hold and a wrong pose each read as themselves', () => {
  const held = [createKey(1, 0, { leave: 'step' }), createKey(25, 600)];
  expect(kinds(readTake(target(drawer(linear(25))), drawer(held)))).toEqual(['held-not-moving']);
  const holds = [createKey(1, 0, { leave: 'linear' }), createKey(13, 600, { leave: 'linear' }), createKey(25, 600)];
  const drifts = [
    holds[0]!,
    { ...holds[1]!, leave: 'curve' as const, link: 'broken' as const, out: { frames: 6, value: 120 } },
    holds[2]!,
  ];
  expect(kinds(readTake(target(drawer(holds)), drawer(drifts)))).toEqual(['hold-moves']);
  const short = readTake(target(drawer(linear(25))), drawer(linear(25, 540)));
  expect(short.findings).toMatchObject([{ kind: 'pose-off', firstFrame: 25, severity: 'clear' }]);
  expect(short.findings[0]!.measured).toBeCloseTo(60, 6);
});

test('another rate is compared in seconds and is a finding of its own', () => {
  const at25 = setScene(drawer(linear(26)), { rate: { num: 25, den: 1 }, range: { first: 1, last: 34 } }).motion;
  const reading = readTake(target(drawer(linear(25))), at25);
  expect(kinds(reading)).toEqual(['rate-differs']);
  expect(reading.tracks[0]!.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 0]);
  expect(reading.tracks[0]!.raw.rmsPercent).toBeCloseTo(0, 9);
});

test('on a trajectory a late take is behind along the way, measured by distance', () => {
  const arc = (last: number): MotionDocument =>
    drawer(linear(last), [createKey(1, 400, { leave: 'linear' }), createKey(last, 0, { leave: 'linear' })]);
  const track = readTake(target(arc(25)), arc(27)).tracks[0]!;
  expect(track.span).toBeCloseTo(Math.hypot(600, 400), 9);
  expect(track.raw.worstPercent).toBeCloseTo(-7.692, 3);
  expect(track.spacing.rmsPercent).toBeCloseTo(0, 9);
});

test('behind and ahead go by the way the segment travels, up or down', () => {
  const even = (from: number, to: number): MotionDocument =>
    drawer([createKey(1, from, { leave: 'linear' }), createKey(25, to)]);
  const early = (from: number, to: number): MotionDocument =>
    drawer([createKey(1, from, { leave: 'sine-out' }), createKey(25, to)]);
  for (const [from, to] of [
    [0, 600],
    [600, 0],
  ] as const) {
    const sentences = readTake(
      { motion: early(from, to), tolerances: { keyFrames: 1, spacingPercent: 15 } },
      even(from, to),
    ).findings.map((finding) => finding.sentence);
    expect(sentences).toEqual([expect.stringMatching(/^No fast start and no slow finish/)]);
  }
  const mild = (to: number) =>
    drawer([
      createKey(1, 300, { leave: 'curve', link: 'broken', out: { frames: 8, value: (to - 300) * 0.24 } }),
      createKey(25, to, { link: 'broken', in: { frames: -8, value: (300 - to) / 3 } }),
    ]);
  for (const to of [600, 0]) {
    const finding = readTake({ motion: even(300, to), tolerances: { keyFrames: 1, spacingPercent: 1 } }, mild(to))
      .findings[0]!;
    expect(finding.sentence).toMatch(/behind the target's spacing/);
  }
});

test('shifting a whole take by n frames reads as n late at every key and no spacing error', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -6, max: 6 }),
      fc.uniqueArray(fc.integer({ min: 2, max: 24 }), { maxLength: 3 }),
      (shift, between) => {
        const frames = [1, ...between.sort((a, b) => a - b), 25];
        const motion = drawer(frames.map((frame, i) => createKey(frame, i * 200)));
        const refs = frames.map((frame) => ({ subjectId: 'drawer', channelId: 'position.x' as const, frame }));
        // Frames closer than the shift may rightly be taken for one another.
        fc.pre(frames.every((frame, i) => i === 0 || frame - frames[i - 1]! > 2 * Math.abs(shift)));
        const track = readTake(target(motion), moveKeys(motion, refs, shift).motion).tracks[0]!;
        expect(track.pairs.map((pair) => pair.offsetFrames)).toEqual(frames.map(() => shift));
        expect(track.spacing.rmsPercent).toBeCloseTo(0, 6);
      },
    ),
  );
});

test('a run of keys each later than the last is matched key by key, not taken for the next ones', () => {
  const rack = (frames: number[]): MotionDocument =>
    drawer(
      [345, 345, 205, 245, 224, 230].map((value, i) =>
        createKey(frames[i]!, value, { leave: i === 0 ? 'step' : 'curve' }),
      ),
    );
  const reading = readTake(
    target({ ...rack([1, 9, 17, 21, 25, 33]), range: { first: 1, last: 49 } }),
    rack([1, 9, 20, 26, 31, 36]),
  );
  expect(reading.tracks[0]!.pairs.map((pair) => pair.offsetFrames)).toEqual([0, 0, 3, 5, 6, 3]);
});

test('leaving and reaching a hold late are told apart from other keys', () => {
  const holds = (off: number): MotionDocument =>
    drawer([createKey(1, 0), createKey(9 + off, 0, { leave: 'linear' }), createKey(21 + off, 600), createKey(33, 600)]);
  const sentences = readTake(target(holds(0)), holds(2)).findings.map((finding) => finding.sentence);
  expect(sentences).toEqual([
    'The drawer sets off 2 frames late: frame 11 instead of 9.',
    'The drawer comes to rest 2 frames late: frame 23 instead of 21.',
  ]);
});

test('in-betweens are no events: they are neither missing nor extra; one that does nothing is pointed out', () => {
  const keys = [linear(25)[0]!, createKey(13, 300, { role: 'inbetween', leave: 'linear' }), linear(25)[1]!];
  expect(readTake(target(drawer(linear(25))), drawer(keys)).findings).toMatchObject([
    { kind: 'keys-idle', firstFrame: 13 },
  ]);
});

test('matching keeps order and names what is left over', () => {
  const event = (frame: number, value: number) => ({ frame, values: [value] });
  const scale = { frames: 8, value: 100 };
  expect(matchKeys([event(1, 0), event(9, 50), event(17, 100)], [event(1, 0), event(18, 100)], scale)).toEqual({
    pairs: [
      [0, 0],
      [2, 1],
    ],
    missing: [1],
    extra: [],
  });
  expect(matchKeys([], [event(3, 1)], scale)).toEqual({ pairs: [], missing: [], extra: [0] });
});

test('a criterion is 100 at no error, 50 at the tolerance and 0 at four times it', () => {
  expect([0, 1, 2.5, 4, 9].map((error) => criterionScore(error, 1))).toEqual([100, 50, 25, 0, 0]);
});

test('a take whose move was put on a path reads as the same move keyed by position', () => {
  const arc = (late: number): MotionDocument => {
    const subject = createSubject(
      'pancake',
      'Pancake',
      { shape: 'disc', widthPx: 60, heightPx: 20, fill: '#b5651d' },
      { x: 100, y: 400 },
    );
    const keys = {
      'position.x': [createKey(1, 100), createKey(13 + late, 300), createKey(25 + late, 500)],
      'position.y': [createKey(1, 400), createKey(13 + late, 100), createKey(25 + late, 400)],
    } as const;
    const channels = subject.channels.map((channel) =>
      channel.id === 'position.x' || channel.id === 'position.y'
        ? createChannel(channel.id, 0, [...keys[channel.id]])
        : channel,
    );
    return { ...createMotion([{ ...subject, channels }]), range: { first: 1, last: 33 } };
  };
  const keyed = readTake(target(arc(0)), arc(3));
  const guided = readTake(target(arc(0)), moveOntoGuide(arc(3), 'pancake', 'way').motion);
  expect(guided.findings.map(({ kind, firstFrame }) => [kind, firstFrame])).toEqual(
    keyed.findings.map(({ kind, firstFrame }) => [kind, firstFrame]),
  );
  expect(guided.tracks[0]!.pairs.map((pair) => pair.offsetFrames)).toEqual(
    keyed.tracks[0]!.pairs.map((pair) => pair.offsetFrames),
  );
  expect(readTake(target(arc(0)), moveOntoGuide(arc(0), 'pancake', 'way').motion).findings).toEqual([]);
});

test('of several acceptable targets the nearest counts, by name', () => {
  const either: Target = {
    ...target(drawer(smooth(25))),
    alternatives: [{ name: 'Slower', motion: drawer(smooth(29)) }],
  };
  expect(readTake(either, drawer(smooth(29)))).toMatchObject({ nearest: 'Slower', findings: [], proposedGrade: 100 });
  expect(readTake(either, drawer(smooth(25)))).toMatchObject({ nearest: MODEL_NAME, findings: [] });
  const between = readTake(either, drawer(smooth(28)));
  expect(between.nearest).toBe('Slower');
  expect(targetRead(either, between)).toBe(either.alternatives![0]!.motion);
});

test('one key may have a tolerance of its own', () => {
  const strict: Target = {
    ...target(drawer(smooth(25))),
    keyTolerances: [{ subjectId: 'drawer', track: 'position', frame: 25, keyFrames: 4 }],
  };
  expect(kinds(readTake(target(drawer(smooth(25))), drawer(smooth(28))))).toEqual(['key-late']);
  const kept = readTake(strict, drawer(smooth(28)));
  expect(kept.findings).toEqual([]);
  expect(kept.criteria.find((criterion) => criterion.id === 'timing')!.score).toBeGreaterThan(50);
});

test('the grade is the mean by weights; a criterion the motion has nothing for is not there', () => {
  const late = drawer(smooth(26));
  const weighted = (weights: Target['weights']) => readTake({ ...target(drawer(smooth(25))), weights }, late);
  const plain = weighted({});
  expect(plain.criteria.map(({ id, weight }) => [id, weight])).toEqual([
    ['timing', 1],
    ['pose', 1],
    ['spacing', 1],
  ]);
  const [timing, pose, spacing] = plain.criteria.map((criterion) => criterion.score) as [number, number, number];
  expect(weighted({ timing: 3 }).proposedGrade).toBe(Math.round((3 * timing + pose + spacing) / 5));
  expect(weighted({ timing: 0, pose: 0 }).proposedGrade).toBe(Math.round(spacing));
  expect(weighted({ economy: 1 }).criteria.map(({ id }) => id)).toEqual(['timing', 'pose', 'spacing', 'economy']);
});

test('stopping short costs the poses; a first key that is missing says what the picture lacks by it', () => {
  const short = readTake(target(drawer(smooth(25))), drawer([createKey(1, 0), createKey(25, 540)]));
  const scoreOf = (reading: Reading, id: string) => reading.criteria.find((criterion) => criterion.id === id)?.score;
  expect(scoreOf(short, 'timing')).toBe(100);
  expect(scoreOf(short, 'pose')).toBeLessThan(50);
  expect(short.proposedGrade).toBeLessThan(80);
  const there = drawer([createKey(1, 0), createKey(13, 600), createKey(25, 100)]);
  const without = readTake(target(there), drawer([createKey(1, 0), createKey(25, 100)]));
  expect(without.findings[0]).toMatchObject({ kind: 'key-missing', severity: 'strong' });
  expect(without.findings[0]!.sentence).toMatch(
    /^Position has no key for frame 13 of the target: the drawer is 550 px/,
  );
});

test('holds are the target’s: one is not lost with its second key, and none is where nothing stands still', () => {
  const held = drawer([createKey(1, 0, { leave: 'linear' }), createKey(13, 0), createKey(25, 600)]);
  const holdsOf = (model: MotionDocument, take: MotionDocument) =>
    readTake(target(model), take).criteria.find((criterion) => criterion.id === 'holds')?.score;
  expect(holdsOf(held, held)).toBe(100);
  expect(holdsOf(held, drawer([createKey(1, 0), createKey(25, 600)]))).toBeLessThan(50);
  expect(holdsOf(held, drawer([]))).toBe(0);
  expect(holdsOf(drawer(smooth(25)), drawer([]))).toBeUndefined();
});

test('a recording without keys is matched by what happens in it', () => {
  const recorded = (last: number): MotionDocument => {
    const source = drawer([
      createKey(1, 0, { link: 'flat' }),
      createKey(last, 600, { link: 'flat' }),
      createKey(last + 10, 200, { link: 'flat' }),
    ]);
    const channel = source.subjects[0]!.channels[0]!;
    return drawer(
      Array.from({ length: last + 10 }, (_, i) => createKey(1 + i, sampleChannel(channel, 1 + i), { leave: 'linear' })),
    );
  };
  const model = drawer([
    createKey(1, 0, { link: 'flat' }),
    createKey(15, 600, { link: 'flat' }),
    createKey(25, 200, { link: 'flat' }),
  ]);
  expect(readTake(target(model), recorded(15)).findings).toEqual([]);
  expect(readTake(target(model), recorded(18)).findings).toMatchObject([
    { kind: 'key-late', expected: 15, measured: 18, sentence: 'From frame 15 on, everything is 3 frames late.' },
  ]);
});

test('made-up takes carry the fault they are named for', () => {
  const model = drawer([
    createKey(1, 0, { leave: 'linear' }),
    createKey(9, 0, { link: 'flat' }),
    createKey(25, 600, { link: 'flat' }),
  ]);
  const found = Object.fromEntries(
    madeUpTakes(model).map(({ name, motion }) => [name, [...new Set(kinds(readTake(target(model), motion)))]]),
  );
  expect(found).toEqual({
    'As the model': [],
    'Last extreme 2 frames late': ['key-late'],
    'All 2 frames late': ['key-late'],
    'No ease anywhere': ['start-not-slow'],
    'Stops 10 % short': ['pose-off'],
    'A hold that drifts by 10 %': ['hold-moves'],
    'An extreme left out': ['key-missing'],
  });
});
