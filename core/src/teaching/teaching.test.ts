import fc from 'fast-check';
import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import { MotionDocument } from '../motion/document/schema.ts';
import { sampleChannel } from '../motion/sampling/sample.ts';
import { type Board, laneMotion, type Lesson, readLesson } from './lesson.ts';
import { usualVariant, Variant, VARIANT_IDS, variantName, variantOf, VARIANTS } from './variants.ts';
import { describeLane, whatDiffers } from './what-differs.ts';

const LOOK = { shape: 'glass', widthPx: 70, heightPx: 100, fill: '#b5651d' } as const;
const TOLERANCES = { keyFrames: 1, spacingPercent: 5 };
const glass = (frames: readonly number[] = [1, 33], values: readonly number[] = [100, 740]) =>
  glassSlide(
    frames.map((frame, i) => [frame, values[i]!] as const),
    { last: 40 },
  );
const motion = glass();
const x = (of: MotionDocument, frame: number) =>
  sampleChannel(
    of.subjects[0]!.channels.find(({ id }) => id === 'position.x')!,
    frame,
  );
const made = (kind: Variant['kind'], amount?: number) =>
  variantOf(motion, { ...usualVariant(kind), ...(amount !== undefined && { amount }) });
const differs = (kind: Variant['kind'], amount?: number) => whatDiffers(motion, made(kind, amount), TOLERANCES);

test('an amount of ease is the share of the even speed that an end loses', () => {
  // 20 px a frame is even; the first thousandth of a frame tells the speed it leaves with.
  const leaving = (amount: number) => (x(made('slow-start', amount), 1.001) - 100) / 0.001;
  expect(leaving(0)).toBeCloseTo(20, 1);
  expect(leaving(50)).toBeCloseTo(10, 1);
  expect(leaving(100)).toBeCloseTo(0, 1);
  expect(x(made('slow-both', 73), 17)).toBeCloseTo(420, 6);
});

test('what hangs at its middle stands there, and is where it was at its ends', () => {
  const hung = made('slow-middle', 100);
  expect(x(hung, 17)).toBeCloseTo(420, 6);
  expect(x(hung, 17.5) - x(hung, 16.5)).toBeLessThan(0.05);
  expect(x(hung, 33)).toBe(740);
});

test('what holds at its end goes past it where it comes to rest', () => {
  const rests = glass([1, 25, 33], [100, 740, 740]);
  expect(whatDiffers(rests, variantOf(rests, usualVariant('overshoot')), TOLERANCES)).toMatch(
    /goes 15 % past its end and comes back/,
  );
  // Farther along its line it is on no other.
  const back = glass([1, 17, 33], [100, 740, 100]);
  expect(whatDiffers(back, variantOf(back, usualVariant('overshoot')), TOLERANCES)).not.toMatch(/line|same/);
});

test('what jumps from pose to pose still moves when its keys come between the frames', () => {
  const stepped = made('stepped');
  const slower = variantOf(stepped, usualVariant('gravity'));
  expect(Number.isInteger(slower.subjects[0]!.channels[0]!.keys[1]!.frame)).toBe(false);
  expect(whatDiffers(stepped, slower, TOLERANCES)).toBe('takes 79 frames, not 32');
  expect(describeLane(slower)).toBe('held, then jumps');
});

test('halves and thirds are drawn as they are named, a key a frame', () => {
  const short = glass([1, 5]);
  const shares = (kind: Variant['kind']) =>
    [1, 2, 3, 4, 5].map((frame) => (x(variantOf(short, usualVariant(kind)), frame) - 100) / 640);
  expect(shares('halves')).toEqual([0, 1 / 2, 3 / 4, 7 / 8, 1]);
  expect(shares('halves-both')).toEqual([0, 1 / 4, 1 / 2, 3 / 4, 1]);
  expect(shares('thirds').map((share) => Number(share.toFixed(6)))).toEqual([0, 0.666667, 0.888889, 0.962963, 1]);
});

test('another length, later, other gravity: times go along and the rest after the last key stays as long', () => {
  expect(made('length', 12).range).toEqual({ first: 1, last: 20 });
  expect(made('shift', 3).range.last).toBe(43);
  // On the moon a fall takes √(9.80665 / 1.6) = 2.476 times as long.
  const moon = made('gravity', 1.6).subjects[0]!.channels[0]!.keys.at(-1)!.frame;
  expect(moon).toBeCloseTo(1 + 32 * 2.4757, 2);
});

test('parts follow each other by as many frames as asked, however they began', () => {
  const towel = (frame: number) => [createKey(frame, 0), createKey(frame + 12, 30)];
  const parts = createMotion([
    createKeyedSubject('rail', 'Rail', LOOK, { x: 0, y: 0 }, { rotation: towel(1) }),
    { ...createKeyedSubject('towel', 'Towel', LOOK, { x: 0, y: 0 }, { rotation: towel(2) }), parentId: 'rail' },
    { ...createKeyedSubject('end', 'End', LOOK, { x: 0, y: 0 }, { rotation: towel(9) }), parentId: 'towel' },
  ]);
  const starts = (lag: number) =>
    variantOf(parts, { kind: 'lag', amount: lag }).subjects.map(
      ({ channels }) => channels.find(({ id }) => id === 'rotation')!.keys[0]!.frame,
    );
  expect(starts(3)).toEqual([1, 4, 7]);
  expect(starts(0)).toEqual([1, 1, 1]);
  expect(starts(-3)).toEqual([1, -2, -5]);
});

test('says what differs from the first lane, the cause first, and nothing where nothing does', () => {
  expect(differs('own')).toBe('the same as the first');
  expect(differs('slow-start')).toBe('same keys; leaves slowly, arrives at speed, fastest at 23 (1.4 times as fast)');
  expect(differs('shift', 3)).toBe('3 frames later');
  expect(differs('shift', -2)).toBe('2 frames earlier');
  expect(differs('length', 18)).toBe('takes 18 frames, not 32');
  expect(differs('exposure', 3)).toBe('same keys; on threes');
  expect(differs('rate', 12)).toBe('same keys; 12 pictures a second');
  expect(differs('stepped')).toBe('same keys; held, then jumps');
  expect(differs('slow-middle')).toMatch(/^same keys; leaves fast, arrives fast, .*slowest at 17, between its ends$/);
  expect(differs('overshoot', 20)).toMatch(/goes 20 % past its end and comes back$/);
  // Less than the course's smallest tolerance is not told.
  expect(whatDiffers(motion, made('shift', 1), { ...TOLERANCES, keyFrames: 2 })).toBe('the same as the first');
});

test('says from which key on it is late, which way it goes, and how far', () => {
  const three = glass([1, 13, 25], [100, 400, 700]);
  expect(whatDiffers(three, glass([1, 16, 28], [100, 400, 700]), TOLERANCES)).toMatch(
    /^3 frames later from the second key on/,
  );
  expect(whatDiffers(three, glass([1, 13, 28], [100, 400, 700]), TOLERANCES)).toMatch(/^its last key 3 frames later/);
  expect(whatDiffers(motion, glass([1, 33], [100, -540]), TOLERANCES)).toBe('same keys; the other way');
  expect(whatDiffers(motion, glass([1, 33], [100, 612]), TOLERANCES)).toMatch(/^same keys; goes 20 % less far/);
  expect(whatDiffers(motion, createMotion([]), TOLERANCES)).toBe('does not move');
  expect(describeLane(createMotion([]))).toBe('nothing moves');
});

test('of every kind, any amount within its bounds gives a document, and something is said of it', () => {
  fc.assert(
    fc.property(fc.constantFrom(...VARIANT_IDS), fc.double({ min: 0, max: 1, noNaN: true }), (kind, share) => {
      const bounds = VARIANTS[kind].amount;
      const step = bounds?.step ?? 1;
      const amount = bounds ? bounds.least + Math.round((share * (bounds.most - bounds.least)) / step) * step : 0;
      const variant = { ...usualVariant(kind), amount: Math.min(Number(amount.toFixed(6)), bounds?.most ?? 0) };
      expect(Variant.safeParse(variant).success).toBe(true);
      const lane = variantOf(motion, variant);
      expect(MotionDocument.safeParse(lane).success).toBe(true);
      expect(whatDiffers(motion, lane, TOLERANCES)).not.toBe('');
      expect(variantName(variant)).not.toBe('');
    }),
    { numRuns: 200 },
  );
});

test('a lesson comes back from its file; what is none is refused with where it is wrong', () => {
  const board: Board = {
    id: 'b',
    name: 'Same ends',
    motion,
    lanes: [{ id: 'l', name: 'Even', variant: usualVariant('even'), motion: null }],
    chart: 'timing',
    coversFirst: true,
    alignedAt: 'start',
    text: '',
    question: 'Which would you believe?',
    lookAt: '',
    notes: '',
  };
  const lesson: Lesson = {
    format: 'undulan-lesson',
    version: 1,
    name: 'Spacing',
    boards: [board],
    exercise: '',
    drill: null,
  };
  const read = readLesson(JSON.stringify(lesson));
  expect(read).toEqual({ ok: true, value: lesson });
  expect(laneMotion(board, board.lanes[0]!)).toEqual(made('even'));
  const problem = (text: string) => {
    const result = readLesson(text);
    return result.ok ? '' : result.issues[0]!.message;
  };
  expect(problem('nonsense')).toMatch(/no JSON/);
  expect(problem('{}')).toMatch(/no lesson/);
  const seven = { ...lesson, boards: [{ ...board, lanes: Array(7).fill(board.lanes[0]) }] };
  expect(problem(JSON.stringify(seven))).toBe(
    'This file is no lesson: A board has at most six lanes. (at boards.0.lanes)',
  );
  const wild = { kind: 'exposure', amount: 99 };
  expect(
    problem(JSON.stringify({ ...lesson, boards: [{ ...board, lanes: [{ ...board.lanes[0], variant: wild }] }] })),
  ).toMatch(/out of its bounds/);
});

/** A glass on another line, or with another channel beside. */
const beside = (channels: Parameters<typeof createKeyedSubject>[4]) => ({
  ...createMotion([createKeyedSubject('glass', 'Tea glass', LOOK, { x: 100, y: 300 }, channels)]),
  range: { first: 1, last: 40 },
});
const straight = [createKey(1, 100, { leave: 'linear' as const }), createKey(33, 740, { leave: 'linear' as const })];

test('says where it goes along another line, and what moves besides', () => {
  const arced = beside({
    'position.x': straight,
    'position.y': [createKey(1, 300), createKey(17, 200, { role: 'breakdown' }), createKey(33, 300)],
  });
  expect(
    whatDiffers(
      beside({ 'position.x': straight, 'position.y': [createKey(1, 300), createKey(33, 300)] }),
      arced,
      TOLERANCES,
    ),
  ).toMatch(/along another line, farthest off at 17/);
  const turning = beside({ 'position.x': straight, rotation: [createKey(1, 0), createKey(33, 90)] });
  const plain = beside({ 'position.x': straight });
  expect(whatDiffers(plain, turning, TOLERANCES)).toBe('rotation moves too, between 0 and 90°');
  expect(whatDiffers(turning, plain, TOLERANCES)).toBe('rotation: does not move');
});

test('says that a hold does not hold, and of another move that it is one', () => {
  const hold = glass([1, 17, 33], [100, 740, 740]);
  expect(whatDiffers(hold, glass([1, 17, 33], [100, 740, 772]), TOLERANCES)).toMatch(
    /does not hold from 17 on: goes on by 5 %/,
  );
  const cloth = createMotion([createKeyedSubject('cloth', 'Cloth', LOOK, { x: 0, y: 0 }, { 'position.x': straight })]);
  expect(whatDiffers(motion, cloth, TOLERANCES)).toBe('another move: the same way on every frame');
});

test('a lane is described by itself: ends, where it is fastest, what it goes past', () => {
  expect(describeLane(made('even'))).toBe('the same way on every frame');
  expect(describeLane(made('slow-both'))).toBe('leaves slowly, arrives slowly, fastest at 17');
  expect(describeLane(made('stepped'))).toBe('held, then jumps');
  expect(describeLane(made('exposure', 2))).toBe('on twos, the same way on every frame');
  expect(describeLane(made('overshoot', 20))).toMatch(/goes 20 % past its end and comes back$/);
  expect(describeLane(glass([1, 9, 17, 25], [0, 100, 0, 100]))).toBe('3 stretches between turns');
});

test('names say how a lane is made', () => {
  const name = (kind: Variant['kind'], amount?: number) =>
    variantName({ ...usualVariant(kind), ...(amount !== undefined && { amount }) });
  expect([name('slow-start'), name('rate', 8), name('exposure', 3), name('shift', -1), name('shift', 0)]).toEqual([
    'Slow start, 80 %',
    '8 fps',
    'Threes',
    '1 frame earlier',
    'On time',
  ]);
  expect([name('length', 12), name('ease'), name('gravity', 1.6), name('even')]).toEqual([
    'In 12 frames',
    'sine-in-out',
    'Under other gravity, 1.6 m/s²',
    'Even',
  ]);
});
