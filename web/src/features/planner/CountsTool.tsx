import {
  boundsOf,
  COUNT,
  type CountPlan,
  type Exact,
  formatRate,
  framesPerSecond,
  parseQuantity,
  parseTime,
  planCounts,
  type Rate,
  TEMPO,
  tempoFor,
  toNumber,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useRef } from 'react';
import { brief, Button, fixed, ownExact, ownRate } from '../../ui/index.ts';
import { soundClicks } from './click-track.ts';
import { FrameAnswerLine } from './FrameAnswerLine.tsx';
import { FrameRuler } from './FrameRuler.tsx';
import { QuantityField } from './QuantityField.tsx';
import { useOnTick, useStopwatch } from './stopwatch.ts';
import { NotYet, PlayRow, ToolHeading, ToolSpread, useSound } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';

/** Counts and tempo ↔ seconds ↔ frames, with a metronome. */
export function CountsTool() {
  const { state, change, rate } = usePlanner();
  const counts = parseQuantity(state.counts, COUNT, 'counts');
  const tempo = parseQuantity(state.tempo, TEMPO, 'bpm');
  const time = rate.ok ? parseTime(state.seconds, rate.value, 'seconds') : rate;
  const plan = counts.ok && tempo.ok && rate.ok ? planCounts(counts.value, tempo.value, rate.value) : null;
  const frames = time.ok ? toNumber(time.value) : null;
  const timeError =
    !time.ok && rate.ok
      ? time.issues[0]!.message
      : frames !== null && !(frames > 0)
        ? 'The time must be more than 0.'
        : undefined;
  return (
    <ToolSpread
      left={
        <>
          <ToolHeading title="Counts">
            Say the action in counts, at a tempo you can tap; see the frames it takes.
          </ToolHeading>
          <div className="grid grid-cols-2 gap-3">
            <QuantityField
              label="Counts"
              value={state.counts}
              onChange={(text) => change({ counts: text })}
              error={counts.ok ? undefined : counts.issues[0]!.message}
              hint={boundsOf(COUNT)}
            />
            <QuantityField
              label="Tempo"
              value={state.tempo}
              onChange={(text) => change({ tempo: text })}
              error={tempo.ok ? undefined : tempo.issues[0]!.message}
              hint={boundsOf(TEMPO)}
              least={1}
            />
          </div>
          {plan && rate.ok && counts.ok ? (
            <>
              <section aria-label="Frames of the counts" className="mt-3 rounded-lg border border-rule bg-page px-3">
                <FrameAnswerLine
                  label={`${ownExact(counts.value)} counts`}
                  answer={plan.whole}
                  action={
                    <Button
                      tip={`Running time ${plan.whole.rounded} frames: the next count falls on the frame after`}
                      onClick={() => change({ length: `${plan.whole.rounded}f` })}
                    >
                      Use as length
                    </Button>
                  }
                />
                <FrameAnswerLine label="One count" answer={plan.each} />
              </section>
              <Offers plan={plan} rate={rate.value} />
            </>
          ) : (
            <p className="mt-3 text-sm text-faint">The frames show once counts, tempo and rate are right.</p>
          )}
          <h3 className="mt-5 mb-1 text-[15px]">From a time</h3>
          <QuantityField
            label="Seconds, frames or timecode"
            value={state.seconds}
            onChange={(text) => change({ seconds: text })}
            error={timeError}
            step={0.1}
            className="max-w-60"
          />
          {frames !== null && frames > 0 && rate.ok && (
            <FromTime
              counts={counts.ok ? counts.value : null}
              tempo={tempo.ok ? tempo.value : null}
              frames={frames}
              rate={rate.value}
            />
          )}
        </>
      }
      right={
        plan && rate.ok && counts.ok && tempo.ok ? (
          <>
            <Metronome counts={toNumber(counts.value)} plan={plan} rate={rate.value} />
            <NearbyTempi counts={counts.value} tempo={toNumber(tempo.value)} rate={rate.value} />
          </>
        ) : (
          <NotYet>The metronome plays once counts, tempo and rate are right.</NotYet>
        )
      }
    />
  );
}

/** When the counts do not fall on a whole frame: the nearest tempi and rates at which they do. */
function Offers({ plan, rate }: { plan: CountPlan; rate: Rate }) {
  const { change } = usePlanner();
  if (plan.whole.isWhole) {
    return (
      <p className="mt-2 text-sm text-target">
        The counts end on a whole frame{plan.each.isWhole ? ', and so does each count.' : '; single counts do not.'}
      </p>
    );
  }
  const tempi = [plan.tempi.below, plan.tempi.above].filter((bpm) => bpm !== null);
  const rates = [plan.rates.below, plan.rates.above].filter((other) => other !== null);
  return (
    <section aria-label="What comes out whole" className="mt-2 rounded-lg border border-ochre px-3 py-2 text-sm">
      <p className="font-semibold text-ochre">The last count does not fall on a whole frame.</p>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <span className="text-faint">At {ownRate(rate)} fps it does at</span>
        {tempi.map((bpm) => (
          <Button key={bpm} className="figures" onClick={() => change({ tempo: `${bpm} bpm` })}>
            {bpm} bpm
          </Button>
        ))}
        {plan.exactTempi.map(({ frames, bpm }) => (
          <Button
            key={frames}
            className="figures"
            tip={`Exactly ${ownExact(bpm)} bpm`}
            onClick={() => change({ tempo: `${bpm.num}/${bpm.den} bpm` })}
          >
            {fixed(toNumber(bpm), 2)} bpm = {frames} f
          </Button>
        ))}
      </div>
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <span className="text-faint">
          {rates.length > 0 ? 'At this tempo it does at' : 'At this tempo no rate from 1 to 240 fps makes it whole.'}
        </span>
        {rates.map((other) => (
          <Button key={formatRate(other)} className="figures" onClick={() => change({ rate: formatRate(other) })}>
            {ownRate(other)} fps
          </Button>
        ))}
      </div>
    </section>
  );
}

function FromTime({
  counts,
  tempo,
  frames,
  rate,
}: {
  counts: Exact | null;
  tempo: Exact | null;
  frames: number;
  rate: Rate;
}) {
  const { change } = usePlanner();
  const seconds = frames / framesPerSecond(rate);
  const fitting =
    counts && Math.round(frames * 1000) > 0 ? tempoFor(counts, Math.round(frames * 1000) / 1000, rate) : null;
  const fits = tempo ? (seconds * toNumber(tempo)) / 60 : null;
  return (
    <ul className="mt-2 grid gap-1.5 text-sm">
      {fitting && counts && (
        <li className="flex items-center gap-2">
          <span className="flex-1">
            {ownExact(counts)} counts fill it at <b className="figures">{fixed(toNumber(fitting), 2)} bpm</b>
          </span>
          <Button onClick={() => change({ tempo: `${fitting.num}/${fitting.den} bpm` })}>Set this tempo</Button>
        </li>
      )}
      {fits !== null && (
        <li className="flex items-center gap-2">
          <span className="flex-1">
            It holds <b className="figures">{fixed(fits, 3)}</b> counts at this tempo
          </span>
          <Button
            disabledReason={Math.round(fits) < 1 && 'Less than half a count fits.'}
            onClick={() => change({ counts: String(Math.round(fits)) })}
          >
            Set {Math.max(1, Math.round(fits))} counts
          </Button>
        </li>
      )}
    </ul>
  );
}

const NEARBY = 12;

/** The whole-number tempi about this one with the frames they make: those that come out whole stand out. */
function NearbyTempi({ counts, tempo, rate }: { counts: Exact; tempo: number; rate: Rate }) {
  const { change } = usePlanner();
  const from = Math.max(1, Math.round(tempo) - NEARBY);
  const tempi = Array.from({ length: 2 * NEARBY }, (_, i) => from + i);
  return (
    <section aria-label="Tempi nearby" className="-mx-1 min-h-0 overflow-y-auto px-1 pb-1">
      <h3 className="mb-1.5 text-[15px]">Tempi nearby, and the frames of {ownExact(counts)} counts</h3>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(7.2rem,1fr))] gap-1.5">
        {tempi.map((bpm) => {
          const { whole } = planCounts(counts, { num: bpm, den: 1 }, rate);
          return (
            <li key={bpm}>
              <button
                type="button"
                aria-current={bpm === tempo || undefined}
                onClick={() => change({ tempo: `${bpm} bpm` })}
                className={clsx(
                  'figures w-full rounded-md border px-2 py-1 text-left text-[13px] hover:border-accent',
                  whole.isWhole ? 'border-target bg-page font-semibold text-target' : 'border-rule',
                  bpm === tempo ? 'outline-2 outline-accent' : '',
                )}
              >
                {bpm} bpm
                <span className="block text-xs font-normal">
                  {whole.isWhole ? `${whole.rounded} frames` : fixed(whole.frames, 2)}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const MOST_LAMPS = 32;
const ROW_PX = 92;

/** The counts over frames, and a metronome to hear and see. */
function Metronome({ counts, plan, rate }: { counts: number; plan: CountPlan; rate: Rate }) {
  const watch = useStopwatch();
  const [sound, setSound] = useSound();
  const stopSound = useRef<(() => void) | null>(null);
  const lamps = useRef<(HTMLLIElement | null)[]>([]);
  const count = Math.min(MOST_LAMPS, Math.max(1, Math.ceil(counts - 1e-9)));
  const eachSeconds = plan.each.seconds;
  const roundSeconds = count * eachSeconds;

  useOnTick(
    watch,
    useCallback(
      (seconds: number) => {
        const at = watch.running ? Math.floor((seconds % roundSeconds) / eachSeconds) : -1;
        lamps.current.forEach((lamp, i) => lamp?.toggleAttribute('data-lit', i === at));
      },
      [watch, roundSeconds, eachSeconds],
    ),
  );
  const play = (): void => {
    stopSound.current?.();
    watch.start();
    stopSound.current = sound
      ? soundClicks(watch, (n) => ({ atSeconds: n * eachSeconds, strong: n % count === 0 }))
      : null;
  };
  const marks = Array.from({ length: Math.floor(counts + 1e-9) + 1 }, (_, i) => i * plan.each.frames);
  return (
    <>
      <PlayRow watch={watch} what="Metronome" onPlay={play} sound={[sound, (on) => (watch.stop(), setSound(on))]}>
        <span className="figures text-xs text-faint">
          {count < counts ? `the first ${count} counts, over and over` : 'over and over'}
        </span>
      </PlayRow>
      <ol aria-label="Counts" className="flex flex-wrap gap-3 py-2">
        {Array.from({ length: count }, (_, i) => (
          <li
            key={i}
            ref={(element) => {
              lamps.current[i] = element;
            }}
            className={clsx(
              'figures grid h-18 w-18 place-items-center rounded-full border-2 border-rule text-2xl',
              'text-faint data-lit:border-accent data-lit:bg-accent data-lit:font-semibold',
              'data-lit:text-on-accent',
            )}
          >
            {i + 1}
          </li>
        ))}
      </ol>
      <FrameRuler
        rate={rate}
        frames={Math.max(plan.whole.frames, 1)}
        heightPx={ROW_PX}
        watch={watch}
        roundSeconds={roundSeconds}
        label="Counts over frames"
      >
        {(scale) =>
          marks.map((frame, i) => {
            const whole = Math.abs(frame - Math.round(frame)) < 1e-9;
            return (
              <g key={i}>
                <line
                  x1={scale.xOf(frame)}
                  x2={scale.xOf(frame)}
                  y1={0}
                  y2={40}
                  stroke={whole ? 'var(--target)' : 'var(--ochre)'}
                  strokeWidth={2}
                  strokeDasharray={whole ? undefined : '3 3'}
                />
                <text
                  x={scale.xOf(frame)}
                  y={56}
                  textAnchor="middle"
                  fontSize={12}
                  fontWeight={600}
                  className="figures"
                  fill={whole ? 'var(--target)' : 'var(--ochre)'}
                >
                  {brief(frame, 2)}
                </text>
                <text x={scale.xOf(frame)} y={74} textAnchor="middle" fontSize={11} fill="var(--faint)">
                  {i === marks.length - 1 && counts % 1 === 0 ? 'end' : i + 1}
                </text>
              </g>
            );
          })
        }
      </FrameRuler>
      <p className="text-xs text-faint">
        <span className="text-target">━ on a whole frame</span>{' '}
        <span className="ml-3 text-ochre">╍ between two frames</span>: there the nearest whole frame is off by at most
        half a frame.
      </p>
    </>
  );
}
