import type { ExerciseSetting } from '@undulan/contract';
import { CHANNELS, frameCount, type MotionDocument, runningSeconds, tracksOf, USUAL_LIMITS } from '@undulan/core';
import { useState } from 'react';
import { selectMotion, selectWork } from '../../editing/index.ts';
import { useOnceSaved } from '../../saving/index.ts';
import { explain, usePublishMutation, useWithdrawMutation } from '../../server-data/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { brief, Button, Dialog, Field, fixed, formatDue, INPUT, ownRate, sayDone, sayProblem } from '../../ui/index.ts';
import { SHOWN_WORDS } from './shown-words.ts';

/** Opens the exercise to learners after a look at what they get; once published, takes it back. */
export function PublishButton({ setting }: { setting: ExerciseSetting }) {
  const motion = useAppSelector(selectMotion)!;
  const [asking, setAsking] = useState(false);
  const [publish, publishing] = usePublishMutation();
  const [withdraw, withdrawing] = useWithdrawMutation();
  const moves = motion.subjects.some(
    (subject) => tracksOf(subject).length > 0 && subject.channels.some((channel) => channel.keys.length > 1),
  );
  const { published, opensAt } = setting;
  /** It is open, or will be at a moment that is set. */
  const isSet = published || opensAt !== null;
  /** In the reader's own time, as a field has it; null for at once. */
  const [at, setAt] = useState<string | null>(null);

  const onceSaved = useOnceSaved();
  const ask = (): void => void onceSaved(() => setAsking(true));
  const confirm = async (): Promise<void> => {
    const answer = await (isSet
      ? withdraw(setting.id)
      : publish({ id: setting.id, at: at && new Date(at).toISOString() }));
    setAsking(false);
    if (answer.error) sayProblem(explain(answer.error));
    else if (published) sayDone('Withdrawn: learners do not see it any more.');
    else if (opensAt) sayDone('It will not be published.');
    else sayDone(at ? `Published from ${formatDue(at)} on.` : 'Published: learners can start.');
  };
  return (
    <>
      {isSet ? (
        <Button
          data-walk="publish"
          tip={published ? 'Learners can start. Press to withdraw it.' : 'Press to change that.'}
          className="rounded-full! border-target! font-semibold text-target"
          onClick={ask}
        >
          {published ? 'Published' : `Opens ${formatDue(opensAt!)}`}
        </Button>
      ) : (
        <Button
          kind="main"
          data-walk="publish"
          disabledReason={!moves && 'Give the model motion at least two keys on one channel first.'}
          onClick={ask}
        >
          Publish
        </Button>
      )}
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        title={published ? 'Withdraw this exercise?' : opensAt ? 'Not publish it then?' : 'Publish this exercise?'}
        actions={
          <>
            <Button onClick={() => setAsking(false)}>
              {published ? 'Leave it published' : opensAt ? 'Leave it so' : 'Not yet'}
            </Button>
            <Button
              kind={isSet ? 'danger' : 'main'}
              disabled={publishing.isLoading || withdrawing.isLoading}
              onClick={() => void confirm()}
            >
              {published ? 'Withdraw' : opensAt ? 'Do not publish it' : at ? 'Publish it then' : 'Publish'}
            </Button>
          </>
        }
      >
        {published ? (
          <p>Learners do not see it any more until you publish it again. {kept(setting)} Nothing is lost.</p>
        ) : opensAt ? (
          <p>Learners would see it from {formatDue(opensAt)} on.</p>
        ) : (
          <>
            <Summary motion={motion} />
            <Field label="Publish at" hint="Empty: at once. Learners are told by mail then." className="mt-3 w-64">
              {(ids) => (
                <input
                  {...ids}
                  type="datetime-local"
                  className={INPUT}
                  value={at ?? ''}
                  onChange={(event) => setAt(event.target.value || null)}
                />
              )}
            </Field>
          </>
        )}
      </Dialog>
    </>
  );
}

function kept({ draftCount, takeCount }: ExerciseSetting): string {
  const count = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;
  return draftCount + takeCount === 0
    ? 'Nobody has begun it.'
    : `${count(draftCount, 'draft')} and ${count(takeCount, 'take')} are kept and come back with it.`;
}

/** What learners get: time, what is judged, what is theirs to change, who sees the model. */
function Summary({ motion }: { motion: MotionDocument }) {
  const { title, tolerances, weights, modelShown, mayChange, dueAt, takeLimit, selfCheck } =
    useAppSelector(selectWork)!.details!;
  const { channels, maxKeys, rate, range, subjects, path } = mayChange ?? USUAL_LIMITS;
  const free = [
    channels ? `keys on ${channels.map((id) => CHANNELS[id].label.toLowerCase()).join(', ')}` : 'keys on every channel',
    ...(maxKeys === null ? [] : [`${maxKeys} keys at most`]),
    ...(rate ? ['the frame rate'] : []),
    ...(range ? ['the range'] : []),
    ...(subjects ? ['looks of subjects'] : []),
    ...(path ? ['guide paths'] : []),
  ];
  const judged = motion.subjects
    .filter((subject) => tracksOf(subject).length > 0 && !subject.locked)
    .map(
      (subject) =>
        `${subject.name}: ${tracksOf(subject)
          .map(({ label }) => label.toLowerCase())
          .join(', ')}`,
    );
  const rows: [string, string][] = [
    ['Title', title],
    [
      'Time',
      `${ownRate(motion.rate)} fps, frames ${motion.range.first} to ${motion.range.last}: ` +
        `${frameCount(motion.range)} frames, ${fixed(runningSeconds(motion.range, motion.rate), 3)} s`,
    ],
    ['Judged', judged.join('; ')],
    [
      'Allowed to be off',
      `keys by ${brief(tolerances.keyFrames, 2)} ${tolerances.keyFrames === 1 ? 'frame' : 'frames'}, ` +
        `spacing by ${brief(tolerances.spacingPercent, 2)} %` +
        (weights ? '; weights as set' : ''),
    ],
    ['Learners may change', free.join(', ')],
    ['The model is seen', SHOWN_WORDS[modelShown]],
    [
      'Handing in',
      `${dueAt ? `due ${formatDue(dueAt)}` : 'no due date'}, ` +
        `${takeLimit ? `${takeLimit} takes at most` : 'any number of takes'}` +
        (selfCheck ? ', with a self-check' : ''),
    ],
  ];
  return (
    <dl className="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1.5 text-sm">
      {rows.map(([name, words]) => (
        <div key={name} className="contents">
          <dt className="text-faint">{name}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
  );
}
