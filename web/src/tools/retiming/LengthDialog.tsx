import {
  changeLength,
  changeRate,
  type Edit,
  FRAME_LIMIT,
  frameCount,
  parseRate,
  problemOf,
  type RatePolicy,
  readDecimal,
  sameRate,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { z } from 'zod';
import { applyEdit, type EditRequest, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, ownRate, Problem, Tick } from '../../ui/index.ts';
import { KeysBecome, type Place } from './KeysBecome.tsx';
import { LengthFields } from './LengthFields.tsx';
import { RateFields } from './RateFields.tsx';

interface LengthDialogProps {
  /** Why the range stays as it is here; null where it may change. */
  rangeFixed: string | null;
  onClose: () => void;
}

/** What would become of the motion, or why nothing can; no request where it would stay as it is. */
interface Outcome {
  error?: string;
  edit?: Edit & { roundings: Place[] };
  request?: EditRequest | null;
}

const LENGTH = z.int().min(1).max(FRAME_LIMIT);

/** Another length or another rate for the whole motion, with what becomes of every key shown before it is done. */
export function LengthDialog({ rangeFixed, onClose }: LengthDialogProps) {
  const dispatch = useAppDispatch();
  const motion = useAppSelector(selectMotion)!;
  const limits = useAppSelector((state) => state.document.limits);
  const rateFixed = limits && !limits.rate ? 'The frame rate is set by the exercise.' : null;
  const count = frameCount(motion.range);
  const [of, setOf] = useState<'length' | 'rate'>('length');
  const [frames, setFrames] = useState(String(count));
  const [withKeys, setWithKeys] = useState(true);
  const [snap, setSnap] = useState(true);
  const [rateText, setRateText] = useState(ownRate(motion.rate));
  const [policy, setPolicy] = useState<RatePolicy>('keep-seconds');

  const wanted = readDecimal(frames, { within: LENGTH });
  const rate = parseRate(rateText);
  const options = { withKeys: withKeys || rangeFixed !== null, snap, keepRange: rangeFixed !== null };
  const length = (): Outcome =>
    wanted.ok
      ? {
          edit: changeLength(motion, wanted.value, options),
          request: wanted.value === count ? null : { operation: 'changeLength', args: [wanted.value, options] },
        }
      : { error: problemOf(wanted)! };
  const another = (): Outcome =>
    rate.ok
      ? {
          edit: changeRate(motion, rate.value, policy, { snap }),
          request: sameRate(rate.value, motion.rate)
            ? null
            : { operation: 'changeRate', args: [rate.value, policy, { snap }] },
        }
      : { error: rate.issues[0]!.message };
  const { error = null, edit, request = null } = of === 'length' ? length() : another();

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
              if (request) dispatch(applyEdit(request));
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
          <Tick
            type="radio"
            name="of"
            checked={of === 'length'}
            onTick={() => setOf('length')}
            className="font-semibold"
          >
            Length
          </Tick>
          {of === 'length' && (
            <LengthFields
              count={count}
              frames={frames}
              onFrames={setFrames}
              isWrong={error !== null}
              withKeys={withKeys}
              onWithKeys={setWithKeys}
              rangeFixed={rangeFixed}
            />
          )}
          <Tick
            type="radio"
            name="of"
            disabled={rateFixed !== null}
            checked={of === 'rate'}
            onTick={() => setOf('rate')}
            className={clsx('font-semibold', rateFixed && 'opacity-50')}
          >
            Frame rate
          </Tick>
          {rateFixed && <p className="pl-6 text-xs text-faint">{rateFixed}</p>}
          {of === 'rate' && (
            <RateFields
              rate={rateText}
              onRate={setRateText}
              isWrong={error !== null}
              policy={policy}
              onPolicy={setPolicy}
            />
          )}
          <Tick checked={snap} onTick={setSnap} className="text-sm">
            Put keys on whole frames
          </Tick>
          <Problem>{error}</Problem>
        </div>
        {edit && (
          <KeysBecome before={motion} after={edit.motion} places={edit.roundings} gaveWay={edit.gaveWay.length} />
        )}
      </div>
    </Dialog>
  );
}
