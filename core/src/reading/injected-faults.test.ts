import fc from 'fast-check';
import { expect, test } from 'vitest';
import {
  changeRate, createChannel, createKey, createMotion, createSubject, deleteKeys, moveKeys, readTake, setKeys, setLeave, setScene, type Finding, type KeyRef, type MotionDocument, type Target,
} from '../index.ts';

const LOOK = { shape: 'drawer', widthPx: 200, heightPx: 80, fill: '#9a6b00' } as const;
const TOLERANCES = { keyFrames: 1, spacingPercent: 4 };

/** A drawer opened, pushed half way back and shut: four extremes far enough apart that one fault cannot be taken for another. */
const model = fc
  .record({
    gaps: fc.tuple(fc.integer({ min: 12, max: 20 }), fc.integer({ min: 12, max: 20 }), fc.integer({ min: 12, max: 20 })),
    values: fc.tuple(fc.integer({ min: 500, max: 700 }), fc.integer({ min: 200, max: 330 }), fc.integer({ min: 480, max: 640 })),
  })
  .map(({ gaps, values }): MotionDocument => {
    const frames = [3, 3 + gaps[0], 3 + gaps[0] + gaps[1], 3 + gaps[0] + gaps[1] + gaps[2]];
    const keys = frames.map((frame, i) => createKey(frame, [0, ...values][i]!, { link: 'flat' }));
    const subject = { ...createSubject('drawer', 'Drawer', LOOK, { x: 0, y: 0 }), channels: [createChannel('position.x', 0, keys)] };
    return { ...createMotion([subject]), range: { first: 1, last: frames[3]! + 8 } };
  });

const keysOf = (motion: MotionDocument) => motion.subjects[0]!.channels[0]!.keys;
const at = (motion: MotionDocument, index: number): KeyRef => ({ subjectId: 'drawer', channelId: 'position.x', frame: keysOf(motion)[index]!.frame });
const findings = (motion: MotionDocument, take: MotionDocument): Finding[] => readTake({ motion, tolerances: TOLERANCES } satisfies Target, take).findings;
const kinds = (found: readonly Finding[]): string[] => [...new Set(found.map((finding) => finding.kind))];
const RUNS = { numRuns: 200 };

test('a take with no fault gives no finding, at any rate that keeps its seconds', () => {
  fc.assert(
    fc.property(model, (motion) => {
      expect(findings(motion, motion)).toEqual([]);
    }),
    RUNS,
  );
});

test('a key late or early by n frames is found by that n at its frame, and nothing else with it', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 0, max: 3 }), fc.integer({ min: 2, max: 5 }), fc.boolean(), (motion, index, by, late) => {
      const offset = late || index === 0 ? by : -by;
      const found = findings(motion, moveKeys(motion, [at(motion, index)], offset).motion);
      expect(kinds(found)).toEqual([offset > 0 ? 'key-late' : 'key-early']);
      expect(found).toHaveLength(1);
      expect(found[0]).toMatchObject({ expected: at(motion, index).frame, measured: at(motion, index).frame + offset });
    }),
    RUNS,
  );
});

test('everything late alike is late keys, one for each, and no fault of spacing', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 2, max: 6 }), (motion, by) => {
      const found = findings(motion, moveKeys(motion, [0, 1, 2, 3].map((index) => at(motion, index)), by).motion);
      expect(found.map((finding) => finding.kind)).toEqual(['key-late', 'key-late', 'key-late', 'key-late']);
    }),
    RUNS,
  );
});

test('ease taken from a segment is found on that segment, as spacing alone', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 0, max: 2 }), (motion, index) => {
      const values = keysOf(motion).map((key) => key.value);
      // Even spacing is at most 9.6 % of a segment's way off a smooth one: on a small part of the whole that is within the tolerance.
      fc.pre(Math.abs(values[index + 1]! - values[index]!) > 0.55 * Math.max(...values));
      const found = findings(motion, setLeave(motion, [at(motion, index)], 'linear').motion);
      expect(kinds(found).toSorted()).toEqual(['finish-not-slow', 'start-not-slow']);
      for (const finding of found) expect([finding.firstFrame, finding.lastFrame]).toEqual([at(motion, index).frame, at(motion, index + 1).frame]);
    }),
    RUNS,
  );
});

test('a pose held where it should move is found on its segment', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 0, max: 2 }), (motion, index) => {
      const found = findings(motion, setLeave(motion, [at(motion, index)], 'step').motion);
      expect(kinds(found)).toEqual(['held-not-moving']);
      expect(found[0]).toMatchObject({ firstFrame: at(motion, index).frame, lastFrame: at(motion, index + 1).frame });
    }),
    RUNS,
  );
});

test('a pose off by a share of the way is found at its key and by that share', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 1, max: 2 }), fc.integer({ min: 60, max: 120 }), (motion, index, px) => {
      const value = keysOf(motion)[index]!.value + px;
      const found = findings(motion, setKeys(motion, at(motion, index).frame, [{ ...at(motion, index), value }]).motion);
      expect(kinds(found)).toContain('pose-off');
      expect(found.filter((finding) => finding.kind === 'pose-off').map((finding) => finding.firstFrame)).toEqual([at(motion, index).frame]);
      expect(kinds(found).filter((kind) => kind.startsWith('key-'))).toEqual([]);
    }),
    RUNS,
  );
});

test('an inner key left out is missed at its frame; a key too many is told with its own', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 1, max: 2 }), (motion, index) => {
      const without = findings(motion, deleteKeys(motion, [at(motion, index)]).motion);
      expect(without.filter((finding) => finding.kind === 'key-missing').map((finding) => finding.firstFrame)).toEqual([at(motion, index).frame]);
      const frame = at(motion, index).frame + 6;
      const value = keysOf(motion)[index]!.value + 40;
      const more = findings(motion, setKeys(motion, frame, [{ ...at(motion, index), value }]).motion);
      expect(more.filter((finding) => finding.kind === 'key-extra').map((finding) => finding.firstFrame)).toEqual([frame]);
      expect(more.filter((finding) => finding.kind === 'key-missing')).toEqual([]);
    }),
    RUNS,
  );
});

test('another rate is found as that and nothing else, when the seconds were kept', () => {
  fc.assert(
    fc.property(model, fc.constantFrom(12, 48, 25, 30), (motion, fps) => {
      const take = changeRate(motion, { num: fps, den: 1 }, 'keep-seconds').motion;
      const found = findings(motion, take);
      expect(kinds(found).filter((kind) => kind !== 'range-differs')).toEqual(['rate-differs']);
      expect(found.find((finding) => finding.kind === 'rate-differs')).toMatchObject({ measured: fps, expected: 24 });
    }),
    RUNS,
  );
});

test('another range or stage is a setting that differs, and no fault of the motion', () => {
  fc.assert(
    fc.property(model, fc.integer({ min: 1, max: 12 }), (motion, more) => {
      const longer = setScene(motion, { range: { first: 1, last: motion.range.last + more } }).motion;
      expect(kinds(findings(motion, longer))).toEqual(['range-differs']);
      const wider = setScene(motion, { stage: { ...motion.stage, widthPx: motion.stage.widthPx + 10 * more } }).motion;
      expect(kinds(findings(motion, wider))).toEqual(['stage-differs']);
    }),
    RUNS,
  );
});
