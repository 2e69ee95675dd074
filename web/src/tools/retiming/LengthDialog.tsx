import {
  changeLength,
  changeRate,
  CHANNELS,
  type ConvertedFrame,
  findSubject,
  formatExact,
  formatRate,
  frameCount,
  type KeyRef,
  type MotionDocument,
  parseRate,
  RATE_PRESETS,
  readDecimal,
  runningSeconds,
  sameRate,
  travelSeconds,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { edited, type EditRequest, selectMotion, useEditing } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, INPUT } from '../../ui/index.ts';

type Place = KeyRef & Omit<ConvertedFrame, 'roundingSeconds'>;

interface LengthDialogProps {
  /** Why the range stays as it is here; null where it may change. */
  rangeFixed: string | null;
  onClose: () => void;
}

const MOST_FRAMES = 100_000;

/** Another length or another rate for the whole motion, with what becomes of every key shown before it is done. */
export function LengthDialog({ rangeFixed, onClose }: LengthDialogProps) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const { limits } = useEditing('limits');
  const rateFixed = limits && !limits.rate ? 'The frame rate is set by the exercise.' : null;
  const count = frameCount(motion.range);
  const [of, setOf] = useState<'length' | 'rate'>('length');
  const [frames, setFrames] = useState(String(count));
  const [factor, setFactor] = useState('1');
  const [withKeys, setWithKeys] = useState(true);
  const [snap, setSnap] = useState(true);
  const [rateText, setRateText] = useState(formatRate(motion.rate));
  const [policy, setPolicy] = useState<'keep-seconds' | 'keep-frames'>('keep-seconds');

  const wanted = readDecimal(frames) ?? NaN;
  const rate = parseRate(rateText);
  const error =
    of === 'length'
      ? Number.isInteger(wanted) && wanted >= 1 && wanted <= MOST_FRAMES
        ? null
        : `A whole number of frames from 1 to ${MOST_FRAMES}.`
      : rate.ok
        ? null
        : rate.issues[0]!.message;
  const options = { withKeys: withKeys || rangeFixed !== null, snap, keepRange: rangeFixed !== null };
  const edit = error
    ? null
    : of === 'length'
      ? changeLength(motion, wanted, options)
      : rate.ok
        ? changeRate(motion, rate.value, policy, { snap })
        : null;
  const same = of === 'length' ? wanted === count : rate.ok && sameRate(rate.value, motion.rate);
  const request: EditRequest | null =
    error || same
      ? null
      : of === 'length'
        ? { operation: 'changeLength', args: [wanted, options] }
        : rate.ok
          ? { operation: 'changeRate', args: [rate.value, policy, { snap }] }
          : null;

  return (
    <Dialog
      open
      onClose={onClose}
      wide
      title="Length and rate of the whole motion"
      actions={
        <>
          <Button onClick={onClose}>Cancel</Button>
          <Button
            kind="main"
            disabledReason={error ?? (!request && 'Nothing would change.')}
            onClick={() => {
              if (request) dispatch(edited(request));
              onClose();
            }}
          >
            Change it
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[17rem_1fr] gap-6">
        <div className="space-y-3">
          <label className="flex items-center gap-2 font-semibold">
            <input
              type="radio"
              name="of"
              checked={of === 'length'}
              onChange={() => setOf('length')}
              className="accent-[var(--accent)]"
            />{' '}
            Length
          </label>
          {of === 'length' && (
            <div className="space-y-2 pl-6 text-sm">
              <div className="flex items-center gap-2">
                <input
                  aria-label="New length in frames"
                  className={clsx(INPUT, 'figures w-20!')}
                  value={frames}
                  aria-invalid={Boolean(error) || undefined}
                  onChange={(event) => {
                    setFrames(event.target.value);
                    setFactor('');
                  }}
                />
                frames, ×
                <input
                  aria-label="Factor of the length"
                  className={clsx(INPUT, 'figures w-16!')}
                  value={factor}
                  onChange={(event) => {
                    setFactor(event.target.value);
                    const by = readDecimal(event.target.value, { unit: '×' });
                    if (by !== null && by > 0) setFrames(String(Math.max(1, Math.round((count - 1) * by) + 1)));
                  }}
                />
              </div>
              <p className="text-xs text-faint">
                {rangeFixed
                  ? `${rangeFixed} Keys are stretched within it.`
                  : 'A factor is of the travel, from the first frame to the last.'}
              </p>
              {!rangeFixed && (
                <label className="flex items-center gap-2">
                  <input
                    type="checkbox"
                    checked={withKeys}
                    onChange={(event) => setWithKeys(event.target.checked)}
                    className="accent-[var(--accent)]"
                  />{' '}
                  Keys and cue marks are stretched along
                </label>
              )}
            </div>
          )}
          <label className={clsx('flex items-center gap-2 font-semibold', rateFixed ? 'opacity-50' : '')}>
            <input
              type="radio"
              name="of"
              disabled={rateFixed !== null}
              checked={of === 'rate'}
              onChange={() => setOf('rate')}
              className="accent-[var(--accent)]"
            />{' '}
            Frame rate
          </label>
          {rateFixed && <p className="pl-6 text-xs text-faint">{rateFixed}</p>}
          {of === 'rate' && (
            <div className="space-y-2 pl-6 text-sm">
              <input
                aria-label="New frame rate"
                list="rates"
                className={clsx(INPUT, 'figures w-28!')}
                value={rateText}
                aria-invalid={Boolean(error) || undefined}
                onChange={(event) => setRateText(event.target.value)}
              />
              <datalist id="rates">
                {RATE_PRESETS.map((preset) => (
                  <option key={formatRate(preset)} value={formatRate(preset)} />
                ))}
              </datalist>
              <label className="flex items-center gap-2">
                <input
                  type="radio"
                  name="policy"
                  checked={policy === 'keep-seconds'}
                  onChange={() => setPolicy('keep-seconds')}
                  className="accent-[var(--accent)]"
                />{' '}
                Keep seconds: keys are renumbered
              </label>
              <label className="flex items-center gap-2">
                <input
                  type="radio"
                  name="policy"
                  checked={policy === 'keep-frames'}
                  onChange={() => setPolicy('keep-frames')}
                  className="accent-[var(--accent)]"
                />{' '}
                Keep frame numbers: the time changes
              </label>
            </div>
          )}
          <label className="flex items-center gap-2 text-sm">
            <input
              type="checkbox"
              checked={snap}
              onChange={(event) => setSnap(event.target.checked)}
              className="accent-[var(--accent)]"
            />{' '}
            Put keys on whole frames
          </label>
          {error && (
            <p role="alert" className="text-xs text-danger">
              {error}
            </p>
          )}
        </div>
        {edit && <Preview before={motion} after={edit.motion} places={edit.roundings} gaveWay={edit.gaveWay.length} />}
      </div>
    </Dialog>
  );
}

/** Both durations before and after, and every key with where it goes and what rounding makes of it. */
function Preview({
  before,
  after,
  places,
  gaveWay,
}: {
  before: MotionDocument;
  after: MotionDocument;
  places: readonly Place[];
  gaveWay: number;
}) {
  const durations = ({ range, rate }: MotionDocument): string =>
    `${formatRate(rate)} fps · ${range.first}–${range.last} · runs ${runningSeconds(range, rate).toFixed(3)} ` +
    `s · travel ${travelSeconds(range.first, range.last, rate).toFixed(3)} s`;
  return (
    <div className="min-w-0">
      <p className="figures text-xs text-faint">{durations(before)}</p>
      <p className="figures text-xs font-semibold">→ {durations(after)}</p>
      {gaveWay > 0 && (
        <p role="alert" className="mt-1 text-xs text-danger">
          {gaveWay} {gaveWay === 1 ? 'key gives way' : 'keys give way'}: another lands on the same frame.
        </p>
      )}
      <div
        className="mt-2 max-h-64 overflow-y-auto rounded-md border border-rule"
        tabIndex={0}
        role="region"
        aria-label="What becomes of the keys"
      >
        {places.length === 0 ? (
          <p className="p-3 text-sm text-faint">Keys keep their frames.</p>
        ) : (
          <table className="figures w-full text-xs">
            <thead className="sticky top-0 bg-shade text-left">
              <tr>
                <th className="px-2 py-1">Key</th>
                <th className="px-2 py-1 text-right">From</th>
                <th className="px-2 py-1 text-right">Exactly</th>
                <th className="px-2 py-1 text-right">On a frame</th>
                <th className="px-2 py-1 text-right">Rounding</th>
              </tr>
            </thead>
            <tbody>
              {places.map((place) => (
                <tr key={`${place.subjectId}/${place.channelId}/${place.frame}`} className="border-t border-rule">
                  <td className="max-w-40 truncate px-2 py-1">
                    {findSubject(before, place.subjectId)?.name}, {CHANNELS[place.channelId].label.toLowerCase()}
                  </td>
                  <td className="px-2 py-1 text-right">{place.frame}</td>
                  <td className="px-2 py-1 text-right">{formatExact(place.exact)}</td>
                  <td className="px-2 py-1 text-right font-semibold">{place.whole}</td>
                  <td className="px-2 py-1 text-right">
                    {place.roundingFrames === 0 ? '–' : place.roundingFrames.toFixed(3).replace('-', '−')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}
