import {
  droppedLabels,
  formatRuler,
  formatTimecode,
  framesPerSecond,
  nominalRate,
  parseRuler,
  type Rate,
  RULER_UNIT_NAMES,
  RULER_UNITS,
} from '@undulan/core';
import { clsx } from 'clsx';
import { Button, fixed, ownRate, Table, withMark } from '../../ui/index.ts';
import { QuantityField } from './QuantityField.tsx';
import { NotYet, ToolHeading, ToolSpread } from './ToolSpread.tsx';
import { usePlanner } from './use-planner.ts';

/** A place on the ruler in every unit; drop-frame explained where it matters. */
export function TimecodeTool() {
  const { state, change, rate } = usePlanner();
  const place = rate.ok ? parseRuler(state.place, rate.value) : null;
  return (
    <ToolSpread
      left={
        <>
          <ToolHeading title="Timecode">A place on the ruler in every unit. Frame 0 is at 0 s.</ToolHeading>
          <QuantityField
            label="Frame, seconds, timecode …"
            value={state.place}
            onChange={(text) => change({ place: text })}
            error={place && !place.ok ? place.issues[0]!.message : undefined}
            hint="48f, 2.5s, 2500 ms, 17 1/4 or 00:00:02:00"
            least={-1e6}
          />
          {place?.ok && rate.ok && (
            <Table
              headless
              pad="px-3 py-2"
              className="mt-3 w-full rounded-lg border border-rule bg-page text-sm"
              columns={[
                {
                  id: 'unit',
                  heading: 'Unit',
                  names: true,
                  className: 'text-faint',
                  cell: (unit) => RULER_UNITS[unit].label,
                },
                {
                  id: 'place',
                  heading: 'Place',
                  figures: true,
                  className: 'font-semibold',
                  cell: (unit) => withMark(formatRuler(place.value, unit, rate.value)),
                },
              ]}
              rows={RULER_UNIT_NAMES}
              rowId={(unit) => unit}
            />
          )}
          {place?.ok && (
            <div className="mt-2">
              <Button
                disabledReason={place.value <= 0 && 'A length is more than 0.'}
                onClick={() => change({ length: `${place.value}f` })}
              >
                Use as length
              </Button>
            </div>
          )}
        </>
      }
      right={
        rate.ok ? (
          <DropFrame rate={rate.value} around={place?.ok ? place.value : 0} />
        ) : (
          <NotYet>Set a valid rate in the plan below first.</NotYet>
        )
      }
    />
  );
}

const AROUND = 3;
const CLOCK = [
  { says: '1 min', seconds: 60 },
  { says: '10 min', seconds: 600 },
  { says: '30 min', seconds: 1800 },
  { says: '1 h', seconds: 3600 },
];

/**
 * What drop-frame does at this rate: the labels about the next skip, and how far plain counting would run away from the
 * clock.
 */
function DropFrame({ rate, around }: { rate: Rate; around: number }) {
  const { change } = usePlanner();
  const dropped = droppedLabels(rate);
  const nominal = nominalRate(rate);
  const fps = framesPerSecond(rate);
  if (dropped === 0) {
    const exact = nominal === fps;
    const hourLateSeconds = 3600 * (nominal / fps - 1);
    return (
      <section aria-label="Drop-frame">
        <h3 className="text-[15px]">No drop-frame at {ownRate(rate)} fps</h3>
        <p className="mt-1 max-w-prose text-sm">
          {exact
            ? `A second has a whole number of frames, ${nominal}: labels and clock agree for ever.`
            : `Labels count ${nominal} frames to a second, but a second has ${fixed(fps, 3)}. After an hour ` +
              `of labels the clock is ${fixed(hourLateSeconds, 2)} s further on. There is no drop-frame for ` +
              'this rate: the labels simply run slow.'}
        </p>
        <p className="mt-2 flex items-center gap-2 text-sm text-faint">
          It matters at
          <Button onClick={() => change({ rate: '29.97' })}>{withMark('29.97')} fps</Button>
          <Button onClick={() => change({ rate: '59.94' })}>{withMark('59.94')} fps</Button>
        </p>
      </section>
    );
  }
  const perMinute = nominal * 60 - dropped;
  const perTen = nominal * 600 - 9 * dropped;
  const skips = Array.from({ length: 10 }, (_, minute) =>
    minute === 0 ? -1 : nominal * 60 + (minute - 1) * perMinute,
  ).slice(1);
  const base = Math.floor(Math.max(0, around) / perTen) * perTen;
  const next = skips.map((skip) => base + skip).find((skip) => skip > around - AROUND) ?? base + perTen + nominal * 60;
  return (
    <section aria-label="Drop-frame" className="grid gap-3">
      <div>
        <h3 className="text-[15px]">Drop-frame at {ownRate(rate)} fps</h3>
        <p className="mt-1 max-w-prose text-sm">
          No frame is dropped: <b>labels</b> are. A second has {fixed(fps, 3)} frames, labels count {nominal}, so{' '}
          {dropped} labels are left out at each minute but every tenth. That keeps an hour of labels an hour of clock,
          to within {fixed(Math.abs(3600 - (perTen * 6) / fps), 4)} s; counted without it, the labels would be{' '}
          {fixed(3600 * (nominal / fps - 1), 2)} s behind.
        </p>
      </div>
      <div>
        <p className="mb-1 text-xs font-semibold text-faint">Labels about the next skip</p>
        <ol className="grid grid-cols-[repeat(auto-fit,minmax(6.5rem,1fr))] gap-1.5">
          {Array.from({ length: 2 * AROUND }, (_, i) => {
            const frame = next - AROUND + i;
            const after = i >= AROUND;
            return (
              <li
                key={frame}
                className={clsx(
                  'rounded-md border px-2 py-1.5',
                  frame === around ? 'border-accent' : 'border-rule',
                  i === AROUND ? 'border-l-4 border-l-ochre' : '',
                  'bg-page',
                )}
              >
                <p className="figures text-xs text-faint">frame {frame}</p>
                <p className={clsx('figures text-[13px] font-semibold', after && i < AROUND + 1 ? 'text-ochre' : '')}>
                  {formatTimecode(frame, rate)}
                </p>
              </li>
            );
          })}
        </ol>
        <p className="mt-1.5 text-xs text-faint">
          Between frames {next - 1} and {next} the labels{' '}
          {Array.from({ length: dropped }, (_, i) => `;${String(i).padStart(2, '0')}`).join(' ')} do not exist. Typing
          one of them is refused.
        </p>
      </div>
      <Table
        className="max-w-2xl rounded-lg border border-rule bg-page text-sm"
        columns={[
          { id: 'clock', heading: 'clock', className: 'figures', cell: ({ says }) => says },
          {
            id: 'frame',
            heading: 'frame',
            figures: true,
            cell: ({ frame }) => (
              <button
                type="button"
                className="rounded-sm text-accent hover:underline"
                onClick={() => change({ place: String(frame) })}
              >
                {frame}
              </button>
            ),
          },
          {
            id: 'label',
            heading: 'drop-frame label',
            figures: true,
            className: 'font-semibold',
            cell: ({ frame }) => formatTimecode(frame, rate),
          },
          {
            id: 'plain',
            heading: 'counted plainly',
            figures: true,
            cell: ({ frame }) => formatTimecode(frame, { num: nominal, den: 1 }),
          },
          {
            id: 'behind',
            heading: 'plainly behind by',
            figures: true,
            className: 'text-faint',
            cell: ({ seconds, frame }) => `${fixed(seconds - frame / nominal, 2)} s`,
          },
        ]}
        rows={CLOCK.map((at) => ({ ...at, frame: Math.round(at.seconds * fps) }))}
      />
    </section>
  );
}
