import {
  accept,
  beyondLimits,
  guessBrought,
  type MotionDocument,
  parseMotion,
  problemOf,
  sameRate,
  type Subject,
} from '@undulan/core';
import { useMemo, useState } from 'react';
import { applyEdit, selectMotion } from '../editing/index.ts';
import { MotionPicture } from '../picture/stage/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { Button, DecimalField, Dialog, Field, sayProblem, Select, Tick } from '../ui/index.ts';
import { type BringChoices, BRINGING, type Bringing, bringRequest, broughtIn } from './brought.ts';
import { type Imported, withPicturesKept } from './imported.ts';
import { useKeepPicture } from './use-keep-picture.ts';
import { OnFrame } from './within.ts';

const HOWS = Object.keys(BRINGING) as Bringing[];

interface BringInDialogProps {
  /** The course that keeps pictures of what is brought in. */
  courseId: string;
  came: Imported;
  onClose: () => void;
}

const moves = ({ locked, channels }: Subject): boolean => !locked && channels.some(({ keys }) => keys.length > 0);

/** What of a file goes where in the open work, shown moving before it is taken; one step, taken back by one. */
export function BringInDialog({ courseId, came, onClose }: BringInDialogProps) {
  const dispatch = useAppDispatch();
  const keep = useKeepPicture(courseId);
  const motion = useAppSelector(selectMotion)!;
  const limits = useAppSelector((state) => state.document.limits);
  const [choices, setChoices] = useState<BringChoices>(() => ({
    how: 'keys',
    pairs: guessBrought(motion, came.motion),
    firstFrame: motion.range.first,
    keeps: 'keep-seconds',
  }));
  const change = (part: Partial<BringChoices>): void => setChoices({ ...choices, ...part });
  const results = useMemo(
    () =>
      new Map(
        HOWS.map((how) => {
          const result = broughtIn(motion, came.motion, { ...choices, how });
          return [how, { result, problem: problemWith(motion, result, limits) }];
        }),
      ),
    [motion, came, choices, limits],
  );
  const { result, problem } = results.get(choices.how)!;
  const coming = came.motion.subjects.filter(moves);
  const onto = (from: string, to: string): void => {
    // A subject takes the keys of one.
    const others = choices.pairs.filter((pair) => pair.from !== from && pair.to !== to);
    change({ pairs: to === '' ? others : [...others, { from, to }] });
  };
  const bringIn = async (): Promise<void> => {
    // Keys alone show no picture.
    const kept = choices.how === 'keys' ? accept(came) : await withPicturesKept(came, keep);
    if (kept.ok) dispatch(applyEdit(bringRequest(motion, kept.value.motion, choices)));
    else sayProblem(problemOf(kept)!);
    onClose();
  };
  const missing =
    choices.how === 'keys' && choices.pairs.length === 0 ? 'Say whose keys go to which subject.' : problem;
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={`Bring in: ${came.title}`}
      actions={
        <>
          <Button onClick={onClose}>Not now</Button>
          <Button kind="main" disabledReason={missing ?? false} onClick={() => void bringIn()}>
            Bring it in
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1fr_20rem] gap-4">
        <div className="grid content-start gap-3 text-sm">
          <fieldset className="grid gap-1.5">
            <legend className="mb-1 text-xs font-semibold text-faint">What becomes of it</legend>
            {HOWS.map((how) => (
              <Tick key={how} type="radio" name="bringing" checked={choices.how === how} onTick={() => change({ how })}>
                {BRINGING[how]}
              </Tick>
            ))}
          </fieldset>
          {choices.how === 'keys' && (
            <fieldset className="grid gap-2">
              <legend className="mb-1 text-xs font-semibold text-faint">Whose keys go where</legend>
              {coming.map(({ id, name }) => (
                <div key={id} className="grid grid-cols-2 items-center gap-2">
                  <span className="truncate">{name}</span>
                  <Select
                    aria-label={`Keys of ${name}`}
                    value={choices.pairs.find(({ from }) => from === id)?.to ?? ''}
                    choices={[
                      { id: '', label: 'not taken' },
                      ...motion.subjects
                        .filter(({ locked }) => !locked)
                        .map((own) => ({ id: own.id, label: own.name })),
                    ]}
                    onChoose={(to) => onto(id, to)}
                  />
                </div>
              ))}
            </fieldset>
          )}
          {choices.how !== 'all' && (
            <div className="grid grid-cols-2 gap-3">
              <DecimalField
                label="Its first frame on"
                within={OnFrame}
                value={choices.firstFrame}
                onDecimal={(firstFrame) => change({ firstFrame })}
              />
              {!sameRate(came.motion.rate, motion.rate) && (
                <Field label="At another rate">
                  {({ id }) => (
                    <Select
                      id={id}
                      value={choices.keeps}
                      choices={[
                        { id: 'keep-seconds', label: 'as long as it was' },
                        { id: 'keep-frames', label: 'on the frames it had' },
                      ]}
                      onChoose={(keeps) => change({ keeps })}
                    />
                  )}
                </Field>
              )}
            </div>
          )}
        </div>
        <div className="grid content-start gap-2">
          <MotionPicture motion={result} widthPx={318} label="What it comes to" />
          <p role="status" className="text-sm text-faint">
            {missing ?? saysOf(motion, came.motion, choices)}
          </p>
        </div>
      </div>
    </Dialog>
  );
}

/** Why the work cannot become this; null where it can. */
function problemWith(
  motion: MotionDocument,
  result: MotionDocument,
  limits: Parameters<typeof beyondLimits>[2] | null,
): string | null {
  return problemOf(parseMotion(result)) ?? (limits && beyondLimits(motion, result, limits));
}

/** What stays, and what does not come along. */
function saysOf(motion: MotionDocument, came: MotionDocument, { how, pairs }: BringChoices): string {
  if (how === 'all') return 'Rate, range, stage and subjects are those of the file.';
  if (how === 'subjects') return 'What is here stays as it is.';
  const ridesNot = pairs.filter(({ from, to }) => {
    const travels = came.subjects
      .find(({ id }) => id === from)
      ?.channels.some(({ id, keys }) => id === 'travel' && keys.length > 0);
    return travels && !motion.subjects.find(({ id }) => id === to)?.guide;
  });
  return (
    'In place of the keys of the same channels; all others stay.' +
    (ridesNot.length > 0 ? ' What goes along a path there goes along none here: its travel is left out.' : '')
  );
}
