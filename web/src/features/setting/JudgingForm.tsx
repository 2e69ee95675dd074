import { targetOf } from '@undulan/contract';
import {
  asRead,
  CRITERION_IDS,
  CRITERION_LABELS,
  type CriterionId,
  DEFAULT_WEIGHTS,
  type KeyTolerance,
  madeUpTakes,
  NamedEvent,
  type Reading,
  readTake,
  Tolerances,
  trackEvents,
  tracksOf,
  Weight,
} from '@undulan/core';
import { useDeferredValue, useMemo } from 'react';
import { changeDetails, selectMotion, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { type Column, CommitInput, DecimalInput, Empty, Table, withMark } from '../../ui/index.ts';

/** What criteria count, what single keys are called and allowed, and what made-up takes would score by it. */
export function JudgingForm() {
  return (
    <div className="grid gap-5 px-0.5 pb-2 text-[13px]">
      <Preview />
      <OwnKeys />
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
      <Table
        pad="py-1 px-0.5"
        columns={[
          {
            id: 'take',
            heading: (
              <>
                Criteria
                <span className="mt-1 flex h-7 items-center text-[11px] leading-tight font-normal">count, 0 to 10</span>
              </>
            ),
            names: true,
            className: 'text-xs leading-tight',
            headingClassName: 'align-bottom',
            cell: ({ name }) => name,
          },
          ...CRITERION_IDS.map((id): Column<MadeUp> => ({
            id,
            heading: (
              <>
                {id === 'economy' ? 'Economy' : CRITERION_LABELS[id]}
                <DecimalInput
                  optional
                  within={Weight}
                  aria-label={`Weight of ${CRITERION_LABELS[id].toLowerCase()}`}
                  inputMode="decimal"
                  placeholder={withMark(String(DEFAULT_WEIGHTS[id]))}
                  className="figures mt-1 h-7! px-1! text-center font-normal"
                  value={weights[id] ?? null}
                  onDecimal={(weight) => weigh(id, weight)}
                />
              </>
            ),
            centred: true,
            headingClassName: 'w-[3.1rem] align-bottom text-[11px] leading-tight',
            className: 'figures',
            cell: ({ reading }) => {
              const criterion = reading.criteria.find((other) => other.id === id);
              return criterion ? Math.round(criterion.score) : <span className="text-faint">·</span>;
            },
          })),
          {
            id: 'grade',
            heading: <span className="block pb-8">Grade</span>,
            figures: true,
            headingClassName: 'w-11 align-bottom',
            className: 'font-semibold',
            cell: ({ reading }) => reading.proposedGrade,
          },
        ]}
        rows={made}
        rowId={({ name }) => name}
      />
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

type KeyName = Omit<KeyTolerance, 'keyFrames'>;

function sameKey(a: KeyName, b: KeyName): boolean {
  return a.subjectId === b.subjectId && a.track === b.track && a.frame === b.frame;
}

/** What instructors often call what happens at a key; any other name will do. */
const USUAL_EVENTS = ['anticipation', 'take-off', 'contact', 'apex', 'overshoot', 'settle', 'catch', 'look'];

/** The target's keys, each with its name and its own tolerance where it has one. */
function OwnKeys() {
  const dispatch = useAppDispatch();
  const clock = useClock();
  const motion = useAppSelector(selectMotion)!;
  const { tolerances, keyTolerances = [], events = [] } = useAppSelector(selectWork)!.details!;
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
  const isAstray = (own: KeyName): boolean => !keys.some((key) => sameKey(key, own));
  const astray = [...keyTolerances.filter(isAstray), ...events.filter(isAstray)];
  const call = ({ subjectId, track, frame }: TargetKey, text: string): string | null => {
    const others = events.filter((own) => !sameKey(own, { subjectId, track, frame }));
    const named = NamedEvent.shape.name.safeParse(text);
    if (!named.success && text.trim() !== '') return named.error.issues[0]!.message;
    dispatch(
      changeDetails({ events: named.success ? [...others, { subjectId, track, frame, name: named.data }] : others }),
    );
    return null;
  };
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
    <section aria-label="Single keys">
      <h3 className="pb-1 text-xs font-semibold text-faint">
        What happens at a key, by name, and where it may be further off, or less, than ±
        {withMark(String(tolerances.keyFrames))} frames
      </h3>
      <datalist id="usual-events">
        {USUAL_EVENTS.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {astray.length > 0 && (
        <p role="status" className="flex items-center gap-2 pb-1 text-xs text-ochre">
          No key is left on {[...new Set(astray.map((own) => own.frame))].join(', ')}, which had a name or a tolerance
          of its own.
          <button
            type="button"
            className="text-accent underline"
            onClick={() =>
              dispatch(
                changeDetails({
                  keyTolerances: keyTolerances.filter((own) => !isAstray(own)),
                  events: events.filter((own) => !isAstray(own)),
                }),
              )
            }
          >
            Forget it
          </button>
        </p>
      )}
      <ul className="grid max-h-64 overflow-y-auto">
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
              <CommitInput
                aria-label={`Name of ${key.name} on frame ${key.frame}`}
                list="usual-events"
                placeholder="no name"
                className="h-6! w-32! px-1.5! text-xs"
                value={events.find((other) => sameKey(other, key))?.name ?? ''}
                onCommit={(text) => call(key, text)}
              />
              <DecimalInput
                optional
                within={Tolerances.shape.keyFrames}
                unit="±"
                aria-label={`Tolerance of ${key.name} on frame ${key.frame}, frames`}
                inputMode="decimal"
                placeholder={withMark(`±${tolerances.keyFrames}`)}
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
