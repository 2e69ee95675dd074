import {
  changeRate,
  type Cue,
  type FrameRange,
  type MotionDocument,
  type Rate,
  RATE_POLICIES,
  type RatePolicy,
  runningSeconds,
  sameRate,
  setScene,
} from '@undulan/core';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { applyEdit, selectMotion } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { Button, Dialog, fixed, ownRate, Tick } from '../../ui/index.ts';

/** A rate and range from the Planner, on their way into an exercise. */
export interface OfferedPlan {
  rate: Rate;
  range: FrameRange;
  /** Beats acted out, on frames of this range; none where there were none. */
  cues: Cue[];
  /** The exercise was made for it: there is nothing yet that could move. */
  isNew: boolean;
}

const POLICY_WORDS: Record<RatePolicy, string> = {
  'keep-seconds': 'Keys keep their seconds: their frames change',
  'keep-frames': 'Keys keep their frame numbers: their seconds change',
};

function keysOutside(motion: MotionDocument, { first, last }: FrameRange): number {
  return motion.subjects
    .flatMap((subject) => subject.channels.flatMap((channel) => channel.keys))
    .filter((key) => key.frame < first || key.frame > last).length;
}

/** Takes over a plan sent here; in an exercise that has keys it first shows what would change. */
export function PlanOffer() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const location = useLocation();
  const { pathname } = location;
  const plan = (location.state as { plan?: OfferedPlan } | null)?.plan;
  const motion = useAppSelector(selectMotion)!;
  const [policy, setPolicy] = useState<RatePolicy>('keep-seconds');

  const done = (): void => void navigate(pathname, { replace: true, state: null });
  useEffect(() => {
    if (!plan?.isNew) return;
    dispatch(
      applyEdit({
        operation: 'setScene',
        args: [{ rate: plan.rate, range: plan.range, ...(plan.cues.length > 0 && { cues: plan.cues }) }],
      }),
    );
    void navigate(pathname, { replace: true, state: null });
  }, [plan, dispatch, navigate, pathname]);
  if (!plan || plan.isNew) return null;

  const { rate, range, cues } = plan;
  const changesRate = !sameRate(rate, motion.rate);
  const carried = changesRate ? changeRate(motion, rate, policy) : null;
  const after = setScene(carried?.motion ?? motion, { range }).motion;
  const moved = carried?.roundings.filter((key) => key.to !== key.from).length ?? 0;
  const outside = keysOutside(after, range);
  const apply = (): void => {
    dispatch(applyEdit({ operation: 'changeRate', args: [rate, policy, { range, ...(cues.length > 0 && { cues }) }] }));
    done();
  };
  return (
    <Dialog
      open
      onClose={done}
      title="Use the plan's rate and range here?"
      actions={
        <>
          <Button onClick={done}>Leave it as it is</Button>
          <Button kind="main" onClick={apply}>
            Use them
          </Button>
        </>
      }
    >
      <dl className="figures grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
        <dt className="text-faint">rate</dt>
        <dd>
          {ownRate(motion.rate)} → <b>{ownRate(rate)} fps</b>
        </dd>
        <dt className="text-faint">range</dt>
        <dd>
          {motion.range.first}–{motion.range.last} →{' '}
          <b>
            {range.first}–{range.last}
          </b>
        </dd>
        {cues.length > 0 && (
          <>
            <dt className="text-faint">cues</dt>
            <dd>
              {motion.cues.length === 0 ? 'none' : motion.cues.length} →{' '}
              <b>{cues.map((cue) => `${cue.frame}${cue.name && ` ${cue.name}`}`).join(', ')}</b>
            </dd>
          </>
        )}
        <dt className="text-faint">runs</dt>
        <dd>
          {fixed(runningSeconds(motion.range, motion.rate), 3)} s → <b>{fixed(runningSeconds(range, rate), 3)} s</b>
        </dd>
      </dl>
      {changesRate && (
        <fieldset className="mt-3 grid gap-1 text-sm">
          <legend className="mb-1 text-xs font-semibold text-faint">The keys of the model motion</legend>
          {RATE_POLICIES.map((name) => (
            <Tick key={name} type="radio" name="policy" checked={policy === name} onTick={() => setPolicy(name)}>
              {POLICY_WORDS[name]}
            </Tick>
          ))}
        </fieldset>
      )}
      <p className="mt-3 text-sm">
        {moved === 0
          ? 'No key changes its frame.'
          : moved === 1
            ? 'One key changes its frame.'
            : `${moved} keys change their frames.`}{' '}
        {outside > 0 && (
          <b className="text-danger">
            {outside === 1 ? 'One key lies' : `${outside} keys lie`} outside the new range and will not play.
          </b>
        )}{' '}
        Undo brings it back.
      </p>
    </Dialog>
  );
}
