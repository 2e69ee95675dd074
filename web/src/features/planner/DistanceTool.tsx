import {
  boundsOf,
  type DistancePlan,
  type Exact,
  FRAME_LIMIT,
  LENGTH,
  type Measure,
  type Mover,
  parseQuantity,
  planDistance,
  type Result,
  SPEED,
  toNumber,
  withPixels,
} from '@undulan/core';
import { clsx } from 'clsx';
import { Plus, Trash2 } from 'lucide-react';
import { Button, fixed, INPUT } from '../../ui/index.ts';
import { FrameAnswerLine } from './FrameAnswerLine.tsx';
import { MoverRace } from './MoverRace.tsx';
import { MOST_MOVERS, type MoverWords } from './planner-state.ts';
import { QuantityField } from './QuantityField.tsx';
import { NotYet, ToolHeading, ToolSpread } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';

const PER_METRE: Measure = { what: 'number of pixels', base: 'px', least: 1, most: 100_000, units: { px: [1, 1] } };

interface ReadMover {
  speed: Result<Exact>;
  length: Result<Exact> | null;
}

/** Any number of movers over one distance: the frames each needs, who is slowest, and who strobes. */
export function DistanceTool() {
  const { state, change, rate } = usePlanner();
  const scale = parseQuantity(state.scale, PER_METRE, 'px');
  const pixels: Exact = scale.ok ? scale.value : { num: 100, den: 1 };
  const lengths = withPixels(LENGTH, pixels);
  const speeds = withPixels(SPEED, pixels);
  const distance = parseQuantity(state.distance, lengths, 'm');
  const read = state.movers.map((words): ReadMover => ({
    speed: parseQuantity(words.speed, speeds, 'm/s'),
    length: words.length.trim() === '' ? null : parseQuantity(words.length, lengths, 'm'),
  }));
  const movers = read.flatMap(({ speed, length }): Mover[] =>
    speed.ok && (length?.ok ?? true)
      ? [{ metresPerSecond: speed.value, lengthMetres: length?.ok ? length.value : null }]
      : [],
  );
  const isRight = rate.ok && distance.ok && scale.ok && movers.length === state.movers.length && movers.length > 0;
  const plan = isRight ? planDistance(distance.value, movers, rate.value) : null;
  const tooMany = plan && plan.framesForAll > FRAME_LIMIT;
  const setMover = (at: number, patch: Partial<MoverWords>): void =>
    change({ movers: state.movers.map((mover, i) => (i === at ? { ...mover, ...patch } : mover)) });

  return (
    <ToolSpread
      left={
        <>
          <ToolHeading title="Distance, speed, time">
            One distance, several speeds: how many frames each needs, and who sets the range.
          </ToolHeading>
          <div className="grid grid-cols-2 gap-3">
            <QuantityField
              label="Distance"
              value={state.distance}
              onChange={(text) => change({ distance: text })}
              error={distance.ok ? undefined : distance.issues[0]!.message}
              hint={boundsOf(LENGTH)}
              step={0.1}
            />
            <QuantityField
              label="Pixels per metre of the stage"
              value={state.scale}
              onChange={(text) => change({ scale: text })}
              error={scale.ok ? undefined : scale.issues[0]!.message}
              hint={boundsOf(PER_METRE)}
              least={1}
            />
          </div>
          <ol aria-label="Movers" className="mt-3 grid gap-2">
            {state.movers.map((words, i) => (
              <MoverRow
                key={i}
                number={i + 1}
                words={words}
                read={read[i]!}
                onChange={(patch) => setMover(i, patch)}
                onRemove={() => change({ movers: state.movers.filter((_, other) => other !== i) })}
                isOnly={state.movers.length === 1}
              />
            ))}
          </ol>
          <Button
            className="mt-2"
            disabledReason={state.movers.length >= MOST_MOVERS && `At most ${MOST_MOVERS} movers.`}
            onClick={() =>
              change({
                movers: [...state.movers, { name: `Mover ${state.movers.length + 1}`, speed: '1 m/s', length: '' }],
              })
            }
          >
            <Plus size={14} /> Add a mover
          </Button>
          {plan ? (
            <MoverAnswers plan={plan} names={state.movers.map(({ name }) => name)} pixels={pixels} />
          ) : (
            <p className="mt-3 text-sm text-faint">The frames show once everything above and the rate are right.</p>
          )}
          {plan && (
            <div className="mt-2 flex items-center gap-3 text-sm">
              <p className="flex-1">
                All arrive within <b className="figures">{plan.framesForAll} frames</b>: keys on 1 and{' '}
                {plan.framesForAll + 1}.
              </p>
              <Button
                disabledReason={tooMany && `That is more than ${FRAME_LIMIT} frames.`}
                onClick={() => change({ length: `${plan.framesForAll + 1}f` })}
              >
                Use as length
              </Button>
            </div>
          )}
        </>
      }
      right={
        tooMany ? (
          <NotYet>More than {FRAME_LIMIT} frames are not run here.</NotYet>
        ) : plan && rate.ok && distance.ok ? (
          <MoverRace
            plan={plan}
            movers={movers}
            names={state.movers.map((mover) => mover.name)}
            distanceMetres={toNumber(distance.value)}
            rate={rate.value}
          />
        ) : (
          <NotYet>The movers run once distance, speeds and rate are right.</NotYet>
        )
      }
    />
  );
}

interface MoverRowProps {
  number: number;
  words: MoverWords;
  read: ReadMover;
  isOnly: boolean;
  onChange: (patch: Partial<MoverWords>) => void;
  onRemove: () => void;
}

function MoverRow({ number, words, read, isOnly, onChange, onRemove }: MoverRowProps) {
  return (
    <li className="grid grid-cols-[1.2fr_1fr_1fr_auto] items-start gap-2">
      <label className="flex min-w-0 flex-col gap-1 text-xs font-semibold text-faint">
        Mover {number}
        <input
          value={words.name}
          maxLength={60}
          onChange={(event) => onChange({ name: event.target.value })}
          className={clsx(INPUT, 'font-normal text-ink')}
        />
      </label>
      <QuantityField
        label="Speed"
        value={words.speed}
        onChange={(speed) => onChange({ speed })}
        error={read.speed.ok ? undefined : read.speed.issues[0]!.message}
        step={0.05}
        least={0.01}
      />
      <QuantityField
        label="Own length"
        value={words.length}
        onChange={(length) => onChange({ length })}
        error={!read.length || read.length.ok ? undefined : read.length.issues[0]!.message}
      />
      <Button
        kind="quiet"
        square
        className="mt-5"
        aria-label={`Remove mover ${number}`}
        disabledReason={isOnly && 'One mover is needed.'}
        onClick={onRemove}
      >
        <Trash2 size={14} />
      </Button>
    </li>
  );
}

/** The frames each mover needs, the slowest marked. */
function MoverAnswers({ plan, names, pixels }: { plan: DistancePlan; names: readonly string[]; pixels: Exact }) {
  return (
    <section aria-label="Frames of the movers" className="mt-3 rounded-lg border border-rule bg-page px-3">
      {plan.movers.map((mover, i) => (
        <FrameAnswerLine
          key={i}
          label={
            <>
              {names[i] || `Mover ${i + 1}`}{' '}
              {i === plan.slowest && plan.movers.length > 1 && <b className="text-ochre">slowest</b>}
            </>
          }
          detail={
            <Step perFrame={mover.metresPerFrame} pixels={pixels} share={mover.stepShare} strobes={mover.strobes} />
          }
          answer={mover.answer}
        />
      ))}
    </section>
  );
}

function Step({
  perFrame,
  pixels,
  share,
  strobes,
}: {
  perFrame: Exact;
  pixels: Exact;
  share: number | null;
  strobes: boolean;
}) {
  const px = toNumber(perFrame) * toNumber(pixels);
  return (
    <>
      {fixed(toNumber(perFrame) * 100, 2)} cm = {fixed(px, 1)} px a frame
      {share !== null && <> · {fixed(share, 2)} × its own length</>}
      {strobes && <b className="text-take-ink"> · strobes: a step longer than itself</b>}
    </>
  );
}
