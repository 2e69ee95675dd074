import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion } from '../motion/index.ts';
import { type FindingKind, readTake, USUAL_TOLERANCES } from '../reading/index.ts';
import { createDrill } from '../teaching/index.ts';
import type { ClassTake } from './class-takes.ts';
import { Digest, digestOf, type Fault } from './digest.ts';
import { drillsOverTime } from './drills-over-time.ts';
import { barsOf, commonFaults, measureOf, offsOf, overTime } from './figures.ts';
import { lessonFor } from './lesson-for.ts';
import { ownCourse } from './own-course.ts';
import { quartilesOf } from './quartiles.ts';
import { teachNext } from './teach-next.ts';
import { worthALook } from './worth-a-look.ts';

interface Made {
  faults?: (FindingKind | Partial<Fault>)[];
  /** What each key is late by, on frames 1, 11, 21 …; null where it is missing. */
  keys?: (number | null)[];
  grade?: number;
  spacing?: number;
}

const fault = (of: FindingKind | Partial<Fault>): Fault => ({
  kind: 'key-late',
  subjectId: 'lid',
  track: 'position',
  firstFrame: 11,
  lastFrame: 11,
  off: 2,
  unit: 'frames',
  severity: 'clear',
  mends: 0.4,
  event: null,
  ...(typeof of === 'string' ? { kind: of } : of),
});

/** A take of a made-up class: `ines/drawer/2` is the second that Ines handed in of the drawer. */
function take(name: string, { faults = [], keys = [], grade = 80, spacing = 3 }: Made = {}): ClassTake {
  const [learnerId, exerciseId, number] = name.split('/') as [string, string, string];
  const frames = keys.map((off, i): [number, number | null] => [1 + 10 * i, off]);
  return {
    id: name,
    learnerId,
    exerciseId,
    number: Number(number),
    handedInAt: `2026-11-0${number}T10:00:00.000Z`,
    digest: {
      grade,
      criteria: { timing: grade },
      faults: faults.map(fault),
      tracks: [
        {
          subjectId: 'lid',
          track: 'position',
          label: 'Lid, Position',
          keys: frames.filter((key): key is [number, number] => key[1] !== null),
          missing: frames.filter(([, off]) => off === null).map(([frame]) => frame),
          spacing,
        },
      ],
    },
  };
}

const CLASS = ['ines', 'jonah', 'leif', 'priya', 'sena', 'wout', 'dario', 'mei'];

test('a digest says of a reading what is off where, and at which named event', () => {
  const model = createMotion([
    createKeyedSubject(
      'lid',
      'Lid',
      { shape: 'disc', widthPx: 40, heightPx: 40, fill: '#888888' },
      { x: 0, y: 100 },
      { 'position.x': [createKey(1, 100), createKey(13, 500)] },
    ),
  ]);
  const late = structuredClone(model);
  late.subjects[0]!.channels.find(({ id }) => id === 'position.x')!.keys[1]!.frame = 17;
  const reading = readTake({ motion: model, tolerances: USUAL_TOLERANCES }, late);
  const { track } = reading.tracks[0]!;
  const digest = digestOf(reading, [{ subjectId: 'lid', track, frame: 13, name: 'contact' }]);
  expect(Digest.parse(digest)).toEqual(digest);
  expect(digest.grade).toBe(reading.proposedGrade);
  expect(digest.tracks[0]).toMatchObject({
    subjectId: 'lid',
    keys: [
      [1, 0],
      [13, 4],
    ],
    missing: [],
  });
  expect(digest.faults.map(({ kind, off, event }) => ({ kind, off, event }))).toContainEqual({
    kind: 'key-late',
    off: 4,
    event: 'contact',
  });
  expect(digestOf(reading).faults.every(({ event }) => event === null)).toBe(true);
  // A pose that is held is off at the event it begins with.
  const held = (value: number) => {
    const motion = structuredClone(model);
    motion.subjects[0]!.channels.find(({ id }) => id === 'position.x')!.keys = [
      createKey(1, 100),
      createKey(13, value),
      createKey(25, value),
      createKey(37, 200),
      createKey(49, 100),
    ];
    return motion;
  };
  const short = readTake({ motion: held(500), tolerances: USUAL_TOLERANCES }, held(400));
  expect(digestOf(short, [{ subjectId: 'lid', track, frame: 13, name: 'contact' }]).faults).toMatchObject([
    { kind: 'pose-off', firstFrame: 13, lastFrame: 25, event: 'contact' },
  ]);
  // What a class needs of it is a small part of it.
  expect(JSON.stringify(digest).length).toBeLessThan(JSON.stringify(reading).length / 2);
});

test('what most would gain most from is taught next; what goes away by itself weighs half', () => {
  const stays = ['ines', 'jonah', 'leif'].flatMap((who) => [
    take(`${who}/glass/1`, { faults: ['finish-not-slow'] }),
    take(`${who}/glass/2`, { faults: ['finish-not-slow'] }),
  ]);
  // As many, as heavy, but those who tried again lost it.
  const goes = ['priya', 'sena', 'wout'].flatMap((who) => [
    take(`${who}/drawer/1`, { faults: ['hold-moves'] }),
    take(`${who}/drawer/2`, {}),
    take(`${who}/lid/1`, { faults: ['hold-moves'] }),
  ]);
  const [first, second, ...others] = teachNext([...stays, ...goes]);
  expect(others).toEqual([]);
  expect(first).toMatchObject({ kind: 'finish-not-slow', name: 'No slow finish', stays: 1, learners: 6 });
  expect(first!.learnerIds).toEqual(['ines', 'jonah', 'leif']);
  expect(first!.takeIds.every((id) => id.endsWith('/2'))).toBe(true);
  expect(first!.rank).toBeCloseTo(0.5 * 0.4, 9);
  expect(second).toMatchObject({ kind: 'hold-moves', stays: 0, exerciseIds: ['lid'] });
  expect(second!.rank).toBeCloseTo(0.5 * 0.4 * 0.5, 9);
});

test('a take in which something is missing has not lost what it cannot show', () => {
  const takes = CLASS.slice(0, 3).flatMap((who) => [
    take(`${who}/a/1`, { faults: ['arc-off'] }),
    take(`${who}/a/2`, { faults: ['track-never-keyed'] }),
    take(`${who}/b/1`, { faults: ['arc-off'] }),
  ]);
  expect(teachNext(takes).find(({ kind }) => kind === 'arc-off')!.stays).toBeNull();
  expect(commonFaults(takes).find(({ kind }) => kind === 'arc-off')).toMatchObject({ triedAgain: 0, gone: 0 });
  const own = [
    take('ines/a/1', { faults: ['arc-off', 'hold-moves'] }),
    take('ines/a/2', { faults: ['track-never-keyed'] }),
  ];
  expect(ownCourse(own).better).toEqual([]);
  expect(ownCourse([...own, take('ines/a/3', {})]).better).toHaveLength(3);
});

test('more learners, or more that it would mend, comes first; of two alike what shows in more exercises', () => {
  const many = CLASS.slice(0, 6).map((who) => take(`${who}/a/1`, { faults: ['arc-off'] }));
  const heavy = CLASS.slice(0, 3).map((who) => take(`${who}/b/1`, { faults: [{ kind: 'hold-moves', mends: 0.9 }] }));
  const light = CLASS.slice(0, 3).map((who) => take(`${who}/c/1`, { faults: [{ kind: 'pose-off', mends: 0.1 }] }));
  const wide = CLASS.slice(0, 3).map((who, i) =>
    take(`${who}/d${i}/1`, { faults: [{ kind: 'turn-sharp', mends: 0.1 }] }),
  );
  expect(teachNext([...light, ...heavy, ...wide, ...many]).map(({ kind }) => kind)).toEqual([
    'hold-moves',
    'arc-off',
    'turn-sharp',
    'pose-off',
  ]);
});

test('below three learners, or a tenth of them, nothing is said; nor of takes that are not read', () => {
  expect(teachNext(CLASS.slice(0, 2).map((who) => take(`${who}/a/1`, { faults: ['arc-off'] })))).toEqual([]);
  const school = Array.from({ length: 31 }, (_, i) => take(`l${i}/a/1`, i < 3 ? { faults: ['arc-off'] } : {}));
  expect(teachNext(school)).toEqual([]);
  expect(teachNext(school.slice(0, 30))).toHaveLength(1);
  expect(teachNext(CLASS.map((who) => ({ ...take(`${who}/a/1`), digest: null })))).toEqual([]);
  expect(teachNext([])).toEqual([]);
});

test('what is nearly all at one named event is said as that, with what it is off by in the middle', () => {
  const landing = (off: number): Partial<Fault> => ({ kind: 'key-late', off, event: 'contact' });
  const all = [2, 3, 1, 2, 6].map((off, i) => take(`${CLASS[i]}/toss/1`, { faults: [landing(off)] }));
  const [next, ...others] = teachNext(all);
  expect(others).toEqual([]);
  expect(next).toMatchObject({ name: 'Contact: late', event: 'contact', median: { off: 2, unit: 'frames' } });
  // As often elsewhere, it is the kind.
  const elsewhere = CLASS.slice(0, 5).map((who) => take(`${who}/glass/1`, { faults: ['key-late'] }));
  expect(teachNext([...all, ...elsewhere]).map(({ name }) => name)).toEqual(['Late']);
});

test('no figure of it is out of bounds, whatever the class', () => {
  const kinds: FindingKind[] = ['key-late', 'arc-off', 'hold-moves', 'strobing'];
  for (let seed = 1; seed <= 40; seed++) {
    const roll = (most: number, salt: number): number => (seed * 7919 + salt * 104_729) % most;
    const takes = CLASS.flatMap((who, i) =>
      [1, 2, 3].slice(0, 1 + roll(3, i)).map((number) =>
        take(`${who}/e${roll(3, i + number)}/${number}`, {
          faults: kinds
            .filter((_, k) => roll(5, 10 * i + k + number) < 2)
            .map((kind, k) => ({ kind, mends: k % 2 ? null : 1 })),
        }),
      ),
    );
    for (const { rank, weight, stays, learnerIds, takeIds, exerciseIds } of teachNext(takes)) {
      for (const share of [rank, weight, stays ?? 0]) expect(share).toBeGreaterThanOrEqual(0);
      for (const share of [rank, weight, stays ?? 0]) expect(share).toBeLessThanOrEqual(1);
      expect(learnerIds.length).toBeGreaterThanOrEqual(3);
      expect(new Set(takeIds).size).toBe(takeIds.length);
      expect(takeIds.length).toBeGreaterThanOrEqual(exerciseIds.length);
    }
  }
});

const within = (): number => 1;

test('an exercise that nearly all pass at once is too easy', () => {
  const good = (count: number): ClassTake[] =>
    CLASS.map((who, i) => take(`${who}/a/1`, i < count ? { grade: 98 } : { grade: 98, faults: ['arc-off'] }));
  expect(worthALook(['a'], good(7), within)).toMatchObject([{ why: 'too-easy', learners: 8, without: 7 }]);
  expect(worthALook(['a'], good(6), within)).toEqual([]);
  // It is the first take that tells; and of four nothing is told.
  const again = CLASS.flatMap((who) => [take(`${who}/a/1`, { grade: 60 }), take(`${who}/a/2`, { grade: 99 })]);
  expect(worthALook(['a'], again, within)).toEqual([]);
  expect(worthALook(['a'], good(8).slice(0, 4), within)).toEqual([]);
});

test('where nearly all miss one key by about the same, the target may be wrong; where they differ, not', () => {
  const late = (offs: (number | null)[]): ClassTake[] =>
    offs.map((off, i) => take(`${CLASS[i]}/a/1`, { keys: [0, off, 0.5] }));
  expect(worthALook(['a'], late([3, 3.2, 2.8, 3, 3.1, 2.9, 3, 0]), within)).toMatchObject([
    { why: 'one-key', label: 'Lid, Position', frame: 11, missing: 7, learners: 8, median: 3 },
  ]);
  expect(worthALook(['a'], late([3, -4, 6, 2, 5, -3, 2, 8]), within)).toEqual([]);
  expect(worthALook(['a'], late([3, 3, 3, 3, 0, 0, 3, 3]), within)).toEqual([]);
  // A key that nobody has.
  expect(worthALook(['a'], late(Array.from({ length: 8 }, () => null)), within)).toMatchObject([
    { why: 'one-key', frame: 11, missing: 8, median: null },
  ]);
  expect(worthALook(['a'], late([3, 3, 3, 3, 3, 3, 3, 3]), () => 4)).toEqual([]);
});

test('common faults are counted by exercise, in latest takes, with how many of those who tried again lost them', () => {
  const takes = [
    take('ines/a/1', { faults: [{ off: -4 }] }),
    take('ines/a/2', { faults: [{ off: 2 }] }),
    take('jonah/a/1', { faults: [{ off: 6 }, 'arc-off'] }),
    take('jonah/a/2', { faults: [] }),
    take('leif/a/1', { faults: [{ off: -3 }] }),
    take('leif/b/1', { faults: ['arc-off'] }),
  ];
  const [late, ...others] = commonFaults(takes);
  expect(late).toMatchObject({ kind: 'key-late', exerciseId: 'a', learners: 3, gone: 1, triedAgain: 2 });
  expect(late!.learnerIds).toEqual(['ines', 'leif']);
  expect(late!.typical).toEqual({ unit: 'frames', off: 2.5 });
  // What went away altogether is told too: nobody has it any more.
  expect(others).toContainEqual(
    expect.objectContaining({ kind: 'arc-off', exerciseId: 'a', learnerIds: [], gone: 1, typical: null }),
  );
  expect(others).toContainEqual(expect.objectContaining({ kind: 'arc-off', exerciseId: 'b', learners: 1 }));
});

test('bars hold every offset once, early beside late, what is far out in the last', () => {
  const takes = [take('ines/a/1', { keys: [0, -2.4, 9] }), take('jonah/a/1', { keys: [0.4, 1.6, null] })];
  const offs = offsOf(takes as never, 'keys');
  expect(offs).toHaveLength(5);
  const bars = barsOf(offs, 1, 4);
  expect(bars.reduce((sum, bar) => sum + bar.offs.length, 0)).toBe(5);
  expect(bars.map((bar) => bar.offs.length)).toEqual([1, 0, 2, 0, 1, 0, 1]);
  expect(bars.at(0)).toMatchObject({ from: -2.5, to: -1.5, takeIds: ['ines/a/1'] });
  expect(bars.at(-1)).toMatchObject({ from: 3.5, to: 4.5 });
  expect(bars[2]!.takeIds).toEqual(['ines/a/1', 'jonah/a/1']);
  expect(offsOf(takes as never, 'spacing').map(({ off, frame }) => [off, frame])).toEqual([
    [3, null],
    [3, null],
  ]);
  expect(barsOf([], 1, 4)).toEqual([]);
});

test('over a course the class is its quartiles, by each learner’s latest take', () => {
  const takes = [
    ...[1, 2, 3, 4].map((off, i) => take(`${CLASS[i]}/a/1`, { keys: [off, -off, off] })),
    take('ines/a/2', { keys: [0, 0, 0], grade: 90, spacing: 1 }),
  ];
  const [a, b] = overTime(['a', 'b'], takes, 'key-offset');
  expect(a!.learners.get('ines')).toBe(0);
  expect(a!.quartiles).toEqual({ low: 1.5, median: 2.5, high: 3.25 });
  expect(b!.quartiles).toBeNull();
  expect(overTime(['a'], takes, 'grade')[0]!.learners.get('ines')).toBe(90);
  expect(overTime(['a'], takes, 'spacing')[0]!.quartiles).toMatchObject({ median: 3 });
  expect(measureOf(take('ines/a/1') as never, 'key-offset')).toBeNull();
});

test('what drills say moves from stretch to stretch by what each learner saw last in it', () => {
  const seen = (learnerId: string, day: number, size: number) => ({
    learnerId,
    of: 'drift' as const,
    fps: 24,
    doneAt: `2026-11-${String(day).padStart(2, '0')}T10:00:00.000Z`,
    size,
  });
  const tens = (at: string): string => `${at.slice(0, 9)}0`;
  const periods = drillsOverTime(
    [seen('ines', 14, 3), seen('ines', 12, 9), seen('jonah', 11, 5), seen('ines', 2, 8), seen('sena', 31, 1)],
    tens,
  );
  expect(periods.map(({ period }) => period)).toEqual(['2026-11-00', '2026-11-10', '2026-11-30']);
  expect(periods[1]!.quartiles).toEqual({ low: 3.5, median: 4, high: 4.5 });
  expect(periods[1]!.learners).toEqual(
    new Map([
      ['jonah', 5],
      ['ines', 3],
    ]),
  );
  expect(drillsOverTime([], tens)).toEqual([]);
});

test('of their own takes a learner is told what is gone from the latest, and what of it makes up most', () => {
  const takes = [
    take('ines/drawer/1', { faults: ['finish-not-slow', 'hold-moves'] }),
    take('ines/drawer/2', { faults: ['hold-moves'] }),
    take('ines/glass/1', { faults: [{ kind: 'arc-off', mends: 0.9 }, 'hold-moves'] }),
    take('ines/toss/1', { faults: ['pose-off'] }),
    take('ines/toss/2', { faults: [] }),
    // It came back elsewhere: it is not gone.
    take('ines/lid/1', { faults: ['arc-off'] }),
    take('ines/lid/2', { faults: [] }),
  ];
  const { better, next } = ownCourse(takes);
  expect(better.map(({ kind, exerciseIds, takeIds }) => [kind, exerciseIds, takeIds])).toEqual([
    ['finish-not-slow', ['drawer'], ['ines/drawer/2']],
    ['pose-off', ['toss'], ['ines/toss/2']],
  ]);
  expect(next.map(({ kind }) => kind)).toEqual(['arc-off', 'hold-moves']);
  expect(next[1]).toMatchObject({ exerciseIds: ['drawer', 'glass'], name: 'A hold that moves' });
  expect(ownCourse([])).toEqual({ better: [], next: [] });
});

test('quartiles lie between numbers by their distance', () => {
  expect(quartilesOf([4, 1, 3, 2])).toEqual({ low: 1.75, median: 2.5, high: 3.25 });
  expect(quartilesOf([7])).toEqual({ low: 7, median: 7, high: 7 });
  expect(quartilesOf([])).toBeNull();
});

test('the lesson for a fault is one whose name speaks of it, else one that ends with its drill', () => {
  const lessons = [
    { name: 'A hold holds', drill: createDrill('spot-the-fault', 'drift') },
    { name: 'What an eye sees', drill: createDrill('lands-later') },
    { name: 'Spacing: same ends, same frames', drill: null },
  ];
  expect(lessonFor('hold-moves', lessons)).toBe(lessons[0]);
  expect(lessonFor('key-late', lessons)).toBe(lessons[1]);
  expect(lessonFor('finish-not-slow', lessons)).toBe(lessons[2]);
  expect(lessonFor('strobing', lessons)).toBeNull();
});
