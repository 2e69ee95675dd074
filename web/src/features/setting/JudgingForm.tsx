import { targetOf } from '@undulan/contract';
import {
  asRead,
  CRITERION_IDS,
  CRITERION_LABELS,
  type CriterionId,
  DEFAULT_WEIGHTS,
  type KeyTolerance,
  madeUpTakes,
  type Reading,
  readTake,
  Tolerances,
  trackEvents,
  tracksOf,
  Weight,
} from '@undulan/core';
import { clsx } from 'clsx';
import { useDeferredValue, useMemo } from 'react';
import { changeDetails, selectMotion, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { DecimalInput, Empty } from '../../ui/index.ts';

/** What criteria count, what single keys are allowed, and what made-up takes would score by it. */
export function JudgingForm() {
  return (
    <div className="grid gap-5 px-0.5 pb-2 text-[13px]">
      <Preview />
      <KeyTolerances />
    </div>
  );
}

interface MadeUp {
  name: string;
  reading: Reading;
}

/** The weights as a table's head, and under each what takes with one known fault would score. */
function Preview() {
  const dispatch = useAppDispatch();
  const work = useDeferredValue(useAppSelector(selectWork)!);
  const details = useAppSelector(selectWork)!.details!;
  const { weights = {} } = details;
  const made = useMemo((): MadeUp[] => {
    const target = targetOf(work.motion, work.details!);
    return madeUpTakes(work.motion).map(({ name, motion }) => ({ name, reading: readTake(target, motion) }));
  }, [work]);
  const weigh = (id: CriterionId, weight: number | null): void => {
    const others = Object.fromEntries(Object.entries(weights).filter(([known]) => known !== id));
    dispatch(changeDetails({ weights: weight === null ? others : { ...others, [id]: weight } }));
  };
  return (
    <section aria-label="Criteria and what takes would score">
      <table className="w-full">
        <thead>
          <tr className="text-xs text-faint">
            <th className="text-left font-semibold">Criteria</th>
            {CRITERION_IDS.map((id) => (
              <th
                key={id}
                className="w-[3.1rem] px-0.5 text-center align-bottom text-[11px] leading-tight font-semibold"
              >
                {id === 'economy' ? 'Economy' : CRITERION_LABELS[id]}
              </th>
            ))}
            <th className="w-11 pl-1 text-right align-bottom font-semibold">Grade</th>
          </tr>
          <tr className="border-b border-rule">
            <td className="py-1 text-faint">count, 0 to 10</td>
            {CRITERION_IDS.map((id) => (
              <td key={id} className="px-0.5 py-1">
                <DecimalInput
                  optional
                  within={Weight}

                  aria-label={`Weight of ${CRITERION_LABELS[id].toLowerCase()}`}
                  inputMode="decimal"
                  placeholder={String(DEFAULT_WEIGHTS[id])}
                  className="figures h-7! px-1! text-center"
                  value={weights[id] ?? null}
                  onDecimal={(weight) => weigh(id, weight)}
                />
              </td>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>
          {made.map(({ name, reading }) => (
            <tr key={name} className="border-b border-rule last:border-0">
              <th scope="row" className="py-1 text-left text-xs leading-tight font-normal">
                {name}
              </th>
              {CRITERION_IDS.map((id) => {
                const criterion = reading.criteria.find((other) => other.id === id);
                return (
                  <td key={id} className={clsx('figures py-1 text-center', criterion ? '' : 'text-faint')}>
                    {criterion ? Math.round(criterion.score) : '·'}
                  </td>
                );
              })}
              <td className="figures py-1 text-right font-semibold">{reading.proposedGrade}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="pt-1 text-xs text-faint">
        Made-up takes with one fault each, read by these tolerances and weights. A dot: not asked for here, or counts
        nothing.
      </p>
    </section>
  );
}

/** A key of the target with how far off it may be. */
interface TargetKey extends Omit<KeyTolerance, 'keyFrames'> {
  name: string;
  role: string;
}

function sameKey(a: Omit<KeyTolerance, 'keyFrames'>, b: Omit<KeyTolerance, 'keyFrames'>): boolean {
  return a.subjectId === b.subjectId && a.track === b.track && a.frame === b.frame;
}

/** The target's keys, each with its own tolerance where it has one. */
function KeyTolerances() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const { tolerances, keyTolerances = [] } = useAppSelector(selectWork)!.details!;
  const keys = useMemo(
    () =>
      asRead(motion).subjects.flatMap((subject) =>
        tracksOf(subject).flatMap((track) =>
          trackEvents(subject, track).map(({ frame, role }): TargetKey => ({
            subjectId: subject.id,
            track: track.id,
            frame,
            role,
            name: `${subject.name}, ${track.label.toLowerCase()}`,
          })),
        ),
      ),
    [motion],
  );
  const astray = keyTolerances.filter((own) => !keys.some((key) => sameKey(key, own)));
  const set = ({ subjectId, track, frame }: TargetKey, keyFrames: number | null): void => {
    const others = keyTolerances.filter((own) => !sameKey(own, { subjectId, track, frame }));
    dispatch(
      changeDetails({
        keyTolerances: keyFrames === null ? others : [...others, { subjectId, track, frame, keyFrames }],
      }),
    );
  };
  if (keys.length === 0)
    return (
      <Empty title="No keys yet">Key the model motion: then single keys can be judged more or less strictly.</Empty>
    );
  return (
    <section aria-label="Tolerance of single keys">
      <h3 className="pb-1 text-xs font-semibold text-faint">
        Where a key may be further off, or less, than ±{tolerances.keyFrames} frames
      </h3>
      {astray.length > 0 && (
        <p role="status" className="flex items-center gap-2 pb-1 text-xs text-ochre">
          No key is left on {[...new Set(astray.map((own) => own.frame))].join(', ')}, which had a tolerance of its own.
          <button
            type="button"
            className="text-accent underline"
            onClick={() =>
              dispatch(changeDetails({ keyTolerances: keyTolerances.filter((own) => !astray.includes(own)) }))
            }
          >
            Forget it
          </button>
        </p>
      )}
      <ul className="grid max-h-64 grid-cols-2 gap-x-4 overflow-y-auto">
        {keys.map((key) => {
          const own = keyTolerances.find((other) => sameKey(other, key));
          return (
            <li
              key={`${key.subjectId} ${key.track} ${key.frame}`}
              className="flex items-center gap-2 border-b border-rule py-0.5"
            >
              <button
                type="button"
                className="figures w-9 rounded-sm text-right font-semibold hover:underline"
                onClick={() => clock.seek(key.frame, { between: true })}
              >
                {key.frame}
              </button>
              <span className="min-w-0 flex-1 truncate text-xs text-faint">
                {key.name}
                {key.role !== 'extreme' && ` (${key.role})`}
              </span>
              <DecimalInput
                optional
                within={Tolerances.shape.keyFrames}
                unit="±"
                aria-label={`Tolerance of ${key.name} on frame ${key.frame}, frames`}
                inputMode="decimal"
                placeholder={`±${tolerances.keyFrames}`}
                className="figures h-6! w-16! text-right"
                value={own?.keyFrames ?? null}
                onDecimal={(keyFrames) => set(key, keyFrames)}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
