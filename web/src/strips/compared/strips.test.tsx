import { cleanup, render, renderHook, screen } from '@testing-library/react';
import {
  createChannel,
  createKey,
  createMotion,
  createSubject,
  type Key,
  type MotionDocument,
  moveKeys,
  readTake,
  setLeave,
  type TrackReading,
  TRACKS,
} from '@undulan/core';
import type { ReactElement } from 'react';
import { Provider } from 'react-redux';
import { expect, test } from 'vitest';
import { createStore } from '../../state/index.ts';
import { createTimeScale, TimeScaleProvider } from '../../time/index.ts';
import { type Alignment, compareTrack } from './compared-track.ts';
import { counterpartOf, gapsOf, matchedEnds, weave } from './twin-loom.ts';
import { TwinLoomStrip } from './TwinLoomStrip.tsx';
import { TwoSpeedsStrip } from './TwoSpeedsStrip.tsx';
import { correctionProblem, useCompared } from './use-compared.ts';

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;
const tolerances = { keyFrames: 1, spacingPercent: 5 };
const ref = (frame: number) => ({ subjectId: 'glass', channelId: 'position.x', frame }) as const;
const pushed = (keys: Key[]): MotionDocument => ({
  ...createMotion([
    {
      ...createSubject('glass', 'Tea glass', LOOK, { x: 100, y: 379 }),
      channels: [createChannel('position.x', 100, keys), createChannel('position.y', 379)],
    },
  ]),
  range: { first: 1, last: 33 },
});
const even = pushed([createKey(1, 100, { leave: 'linear' }), createKey(25, 700)]);
const late = moveKeys(even, [ref(25)], 4).motion;
const eased = setLeave(even, [ref(1)], 'sine-in-out').motion;

const read = (target: MotionDocument, take: MotionDocument): TrackReading =>
  readTake({ motion: target, tolerances }, take).tracks[0]!;

function show(strip: ReactElement): void {
  cleanup();
  render(
    <Provider store={createStore()}>
      <TimeScaleProvider value={createTimeScale(1, 33, 700)}>{strip}</TimeScaleProvider>
    </Provider>,
  );
}

/** How far apart threads of one frame end, in px of the way on the ruler. */
function gaps(target: MotionDocument, take: MotionDocument, by: Alignment = 'time'): number[] {
  const compared = compareTrack(target, take, read(target, take), by);
  const track = TRACKS.find((other) => other.id === compared.reading.track)!;
  const own = weave(take, compared.take, track, compared.toTarget);
  const ends = matchedEnds(compared);
  return weave(target, compared.target, track, (frame) => frame).flatMap((segment) =>
    gapsOf(segment, counterpartOf(segment, own, ends)).map(({ foot, ownFoot }) => Math.abs(foot - ownFoot)),
  );
}

test('the twin loom has a gap where threads of one frame end apart, most where the spacing differs most', () => {
  expect(gaps(even, even)).toHaveLength(25);
  expect(Math.max(...gaps(even, even))).toBeCloseTo(0, 9);
  const apart = gaps(even, eased);
  // A sine against even spacing is furthest off about a quarter of the way in, and half-way meets it.
  expect(apart.indexOf(Math.max(...apart))).toBeGreaterThan(3);
  expect(apart[12]).toBeCloseTo(0, 6);
  show(<TwinLoomStrip compared={compareTrack(even, eased, read(even, eased))} target={even} take={eased} />);
  expect(screen.getByLabelText('Threads of target and take').textContent).toContain('1.00');
  expect(screen.getByLabelText('Threads of target and take').textContent).toContain('0.00');
});

test('laid on each other by keys a late take of the same spacing has no gap left on the loom', () => {
  const easedLate = moveKeys(eased, [ref(25)], 4).motion;
  expect(Math.max(...gaps(eased, easedLate))).toBeGreaterThan(0.1);
  // Between two drawings the way is taken as straight.
  expect(Math.max(...gaps(eased, easedLate, 'keys'))).toBeLessThan(0.025);
});

test('where both turn, but not on one frame, a drawing on the way out is not compared with one on the way back', () => {
  const outAndBack = pushed([createKey(1, 100), createKey(13, 700), createKey(25, 100)]);
  const lateTurn = moveKeys(outAndBack, [ref(13)], 6).motion;
  // Out on 1 to 13 of both; back on 19 to 25 of both.
  expect(gaps(outAndBack, lateTurn)).toHaveLength(13 + 7);
});

test('both speeds have their peaks said: 600 px in 24 frames at 24 fps is 600 px/s, in 28 it is 514.3', () => {
  show(<TwoSpeedsStrip compared={compareTrack(even, late, read(even, late))} target={even} take={late} />);
  expect(screen.getByText(/^peak 600 at/)).toBeDefined();
  expect(screen.getByText(/^peak 514.3 at/)).toBeDefined();
  const still = pushed([createKey(1, 100)]);
  show(<TwoSpeedsStrip compared={compareTrack(still, still, read(still, still))} target={still} take={still} />);
  expect(screen.getByText('No speed to show')).toBeDefined();
});

test('a take is compared with the model, or with itself put right; at another rate only with the model', () => {
  const take = setLeave(late, [ref(1)], 'sine-in-out').motion;
  const view = { target: even, reading: readTake({ motion: even, tolerances }, take), tolerances };
  const against = (what: 'model' | 'timing' | 'spacing') =>
    renderHook(() => useCompared(view, take, what)).result.current;
  expect(against('model')).toMatchObject({ targetName: 'Model', reading: view.reading });
  const timing = against('timing').reading!.tracks[0]!;
  expect([timing.pairs.at(-1)!.offsetFrames, Math.round(timing.spacing.rmsPercent)]).toEqual([4, 0]);
  const spacing = against('spacing').reading!.tracks[0]!;
  expect(spacing.pairs.at(-1)!.offsetFrames).toBe(0);
  expect(spacing.spacing.rmsPercent).toBeGreaterThan(2);
  expect(renderHook(() => useCompared({ ...view, target: null }, take, 'timing')).result.current).toMatchObject({
    target: null,
    reading: view.reading,
  });
  expect(correctionProblem(even, take)).toBeNull();
  expect(correctionProblem(even, { ...take, rate: { num: 25, den: 1 } })).toContain('another frame rate');
});
