import {
  convertFrame,
  convertRange,
  EASES,
  exposedFrame,
  formatRate,
  type FrameRange,
  framesPerSecond,
  parseRate,
  parseRuler,
  type Rate,
  RATE_POLICIES,
  type RatePolicy,
  type Result,
  runningSeconds,
  sameRate,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useRef } from 'react';
import { Button, type Column, Field, fixed, INPUT, ownExact, ownRate, Select, Table, useSize } from '../../ui/index.ts';
import { QuantityField } from './QuantityField.tsx';
import { type Stopwatch, useOnTick, useStopwatch } from './stopwatch.ts';
import { NotYet, PlayRow, ToolHeading, ToolSpread } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';

const POLICY_WORDS: Record<RatePolicy, string> = {
  'keep-seconds': 'keep seconds: frames are renumbered',
  'keep-frames': 'keep frame numbers: the running time changes',
};

const MOST_KEYS = 200;

/** Reads keys typed one after another; the first that cannot be read is said. */
function readKeys(text: string, rate: Rate): Result<number[]> {
  const keys: number[] = [];
  for (const word of text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)) {
    const key = parseRuler(word, rate);
    if (!key.ok) return key;
    keys.push(key.value);
  }
  if (keys.length > MOST_KEYS)
    return { ok: false, issues: [{ code: 'too-many', path: [], message: `At most ${MOST_KEYS} keys at a time.` }] };
  return { ok: true, value: keys };
}

/** One action at many rates, and keys carried from one rate to another. */
export function RatesTool() {
  const { state, change, rate, range } = usePlanner();
  const toRate = parseRate(state.toRate);
  const policy = RATE_POLICIES.find((known) => known === state.policy) ?? 'keep-seconds';
  const keys = rate.ok ? readKeys(state.keys, rate.value) : null;
  return (
    <ToolSpread
      left={
        <>
          <ToolHeading title="Rates">What a rate is, seen; and what becomes of keys when it changes.</ToolHeading>
          <div className="grid grid-cols-[8rem_1fr] gap-3">
            <QuantityField
              label="To rate, fps"
              value={state.toRate}
              onChange={(text) => change({ toRate: text })}
              error={toRate.ok ? undefined : toRate.issues[0]!.message}
              least={1}
            />
            <Field label="What stays">
              {(ids) => (
                <Select
                  {...ids}
                  value={policy}
                  onChoose={(choice) => change({ policy: choice })}
                  choices={RATE_POLICIES.map((name) => ({ id: name, label: POLICY_WORDS[name] }))}
                />
              )}
            </Field>
          </div>
          <Field
            label="Keys, separated by commas"
            error={keys && !keys.ok ? keys.issues[0]!.message : undefined}
            className="mt-3"
          >
            {(ids) => (
              <input
                {...ids}
                value={state.keys}
                onChange={(event) => change({ keys: event.target.value })}
                className={clsx(INPUT, 'figures')}
              />
            )}
          </Field>
          {rate.ok && toRate.ok && range.ok && keys?.ok ? (
            <Converted keys={keys.value} range={range.value} from={rate.value} to={toRate.value} policy={policy} />
          ) : (
            <p className="mt-3 text-sm text-faint">
              The new frames show once both rates, the plan and the keys are right.
            </p>
          )}
        </>
      }
      right={
        rate.ok && range.ok ? (
          <SideBySide rate={rate.value} range={range.value} />
        ) : (
          <NotYet>The lanes play once the plan below is right.</NotYet>
        )
      }
    />
  );
}

function Converted({
  keys,
  range,
  from,
  to,
  policy,
}: {
  keys: readonly number[];
  range: FrameRange;
  from: Rate;
  to: Rate;
  policy: RatePolicy;
}) {
  const { change } = usePlanner();
  const rateChange = { from, to, policy, first: range.first };
  const carried = convertRange(range, rateChange);
  const newRange = carried.range;
  const isWholeCount = carried.exactCount.den === 1;
  return (
    <>
      <div className="mt-3 flex items-center gap-3 rounded-lg border border-rule bg-page px-3 py-2 text-sm">
        <p className="figures min-w-0 flex-1 text-[13px]">
          {range.first}–{range.last} at {ownRate(from)} →{' '}
          <b>
            {newRange.first}–{newRange.last}
          </b>{' '}
          at {ownRate(to)} fps
          <span className="block text-xs text-faint">
            runs {fixed(runningSeconds(range, from), 3)} s → {fixed(runningSeconds(newRange, to), 3)} s
            {!isWholeCount && ` · exactly ${ownExact(carried.exactCount)} frames`}
          </span>
        </p>
        <Button
          disabledReason={sameRate(from, to) && 'Both rates are the same.'}
          onClick={() =>
            change({ rate: formatRate(to), toRate: formatRate(from), length: `${newRange.last - newRange.first + 1}f` })
          }
        >
          Use this rate and range
        </Button>
      </div>
      <Table
        className="mt-3 w-full rounded-lg border border-rule bg-page text-sm"
        columns={KEY_COLUMNS}
        rows={keys.map((key) => ({ key, ...convertFrame(key, rateChange) }))}
      />
    </>
  );
}

const KEY_COLUMNS: Column<{ key: number } & ReturnType<typeof convertFrame>>[] = [
  { id: 'key', heading: 'key', className: 'figures', cell: ({ key }) => key },
  { id: 'exact', heading: 'falls on', figures: true, cell: ({ exact }) => ownExact(exact) },
  { id: 'whole', heading: 'whole frame', figures: true, className: 'font-semibold', cell: ({ whole }) => whole },
  {
    id: 'rounding',
    heading: 'rounding',
    figures: true,
    className: 'text-faint',
    cell: ({ roundingFrames, roundingSeconds }) =>
      roundingFrames === 0
        ? 'none'
        : `${roundingFrames > 0 ? '+' : '−'}${fixed(Math.abs(roundingFrames), 3)} ` +
          `f, ${fixed(Math.abs(roundingSeconds * 1000), 1)} ms`,
  },
];

interface Lane {
  label: string;
  fps: number;
  exposure: number;
}

const LANE_FPS = [12, 24, 25, 30, 60];
const EXPOSURE_WORDS = ['', 'ones', 'twos', 'threes'];
const COUNTER_FPS = [24, 12, 8, 4, 2];
const LANE_PX = 48;
const LABEL_PX = 128;
const BALL_PX = 13;
/** Between two rounds the action rests, so that its start and its end can be seen. */
const REST_SECONDS = 0.6;

/** Where the action is after some seconds: there and back, slow at both ends. */
function placeOf(seconds: number, lastSeconds: number): number {
  if (lastSeconds <= 0) return 0;
  return EASES['sine-in-out'](Math.min(1, Math.max(0, seconds / lastSeconds)));
}

/** The same action at the usual rates and exposures, playing together; and numbers counted at falling rates. */
function SideBySide({ rate, range }: { rate: Rate; range: FrameRange }) {
  const watch = useStopwatch();
  const [measure, size] = useSize();
  const widthPx = size?.widthPx ?? 600;
  const seconds = runningSeconds(range, rate);
  const own = framesPerSecond(rate);
  const lanes: Lane[] = [
    ...[...new Set([...LANE_FPS, own])]
      .sort((a, b) => a - b)
      .map((fps) => ({ label: fps === own ? `${ownRate(rate)} on ones` : `${fps} fps`, fps, exposure: 1 })),
    ...[2, 3].map((exposure) => ({ label: `${ownRate(rate)} on ${EXPOSURE_WORDS[exposure]}`, fps: own, exposure })),
  ];
  const balls = useRef<(SVGCircleElement | null)[]>([]);
  const travelPx = widthPx - LABEL_PX - 2 * BALL_PX - 8;
  const placeAt = (lane: Lane, frame: number): number =>
    placeOf(exposedFrame(frame, 0, lane.exposure) / lane.fps, seconds);

  useOnTick(
    watch,
    useCallback(
      (now: number) => {
        const inRound = watch.running ? now % (seconds + REST_SECONDS) : 0;
        lanes.forEach((lane, i) => {
          const frame = Math.floor(inRound * lane.fps + 1e-6);
          balls.current[i]?.setAttribute('cx', String(LABEL_PX + BALL_PX + placeAt(lane, frame) * travelPx));
        });
      },
      // oxlint-disable-next-line react/exhaustive-deps -- the lanes follow from rate and seconds
      [watch, seconds, own, travelPx],
    ),
  );

  return (
    <>
      <PlayRow watch={watch} what="Play all" onPlay={() => watch.start()}>
        <span className="figures text-xs text-faint">one action of {fixed(seconds, 3)} s, slow at both ends</span>
      </PlayRow>
      <div ref={measure} className="shrink-0">
        <svg
          width={widthPx}
          height={LANE_PX * lanes.length}
          role="group"
          aria-label="One action at several rates"
          className="block"
        >
          {lanes.map((lane, i) => {
            const y = LANE_PX * (i + 0.5);
            const frames = Math.max(1, Math.round(seconds * lane.fps));
            return (
              <g key={lane.label}>
                <text x={0} y={y - 1} fontSize={13} fontWeight={600} className="figures" fill="var(--ink)">
                  {lane.label}
                </text>
                <text x={0} y={y + 13} fontSize={10.5} className="figures" fill="var(--faint)">
                  {Math.ceil(frames / lane.exposure)} drawings
                </text>
                <line x1={LABEL_PX} x2={widthPx} y1={LANE_PX * (i + 1)} y2={LANE_PX * (i + 1)} stroke="var(--rule)" />
                {frames <= 480 &&
                  Array.from({ length: frames }, (_, frame) => (
                    <circle
                      key={frame}
                      cx={LABEL_PX + BALL_PX + placeAt(lane, frame) * travelPx}
                      cy={y + 13}
                      r={1.6}
                      fill="var(--faint)"
                    />
                  ))}
                <circle
                  ref={(element) => {
                    balls.current[i] = element;
                  }}
                  cx={LABEL_PX + BALL_PX}
                  cy={y - 4}
                  r={BALL_PX - 2}
                  fill={lane.exposure === 1 ? 'var(--accent)' : 'var(--plum)'}
                />
              </g>
            );
          })}
        </svg>
      </div>
      <h3 className="mt-1 text-[15px]">Counting at falling rates</h3>
      <Counters watch={watch} />
    </>
  );
}

/** A number that goes up by one a frame, at each of the rates: below about 8 a second one can read along. */
function Counters({ watch }: { watch: Stopwatch }) {
  const numbers = useRef<(HTMLParagraphElement | null)[]>([]);
  useOnTick(
    watch,
    useCallback(
      (seconds: number) => {
        COUNTER_FPS.forEach((fps, i) => {
          const number = numbers.current[i];
          if (number)
            number.textContent = String(watch.running ? (Math.floor(seconds * fps + 1e-6) % (fps * 60)) + 1 : 1);
        });
      },
      [watch],
    ),
  );
  return (
    <ul className="grid grid-cols-5 gap-2">
      {COUNTER_FPS.map((fps, i) => (
        <li key={fps} className="rounded-lg border border-rule bg-page px-2 py-2 text-center">
          <p
            ref={(element) => {
              numbers.current[i] = element;
            }}
            className="figures text-3xl leading-tight font-semibold"
          >
            1
          </p>
          <p className="figures text-xs text-faint">{fps} fps</p>
        </li>
      ))}
    </ul>
  );
}
