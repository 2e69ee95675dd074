import { Accepted, ExerciseTerms, LatePolicy, USUAL_CLIP_LIMITS } from '@undulan/contract';
import { CHANNEL_IDS, type ChannelId, CHANNELS, Limits, USUAL_LIMITS } from '@undulan/core';
import { clsx } from 'clsx';
import { format } from 'date-fns';
import { changeDetails, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { DecimalField, Field, INPUT, Select, Tick } from '../../ui/index.ts';

const POLICY_WORDS: Record<LatePolicy, string> = {
  accept: 'taken as the others',
  mark: 'taken, and marked late',
  refuse: 'not taken any more',
};
const FREEDOMS: { id: 'rate' | 'range' | 'subjects' | 'path'; label: string }[] = [
  { id: 'rate', label: 'the frame rate' },
  { id: 'range', label: 'the range' },
  { id: 'subjects', label: 'subjects: looks, pivots, exposures' },
  { id: 'path', label: 'guide paths' },
];
const LOOP_WORDS = { keys: 'as its keys say', loop: 'in a loop', once: 'once' } as const;

/** Until when, how often, how it plays, and what of the motion is the learner's to change. */
export function TermsForm() {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      <HandingIn />
      <Taken />
      <Shown />
      <Freedoms />
    </div>
  );
}

function HandingIn() {
  const dispatch = useAppDispatch();
  const { dueAt = null, takeLimit = null, latePolicy = 'accept', loops } = useAppSelector(selectWork)!.details!;
  const plays = loops === undefined ? 'keys' : loops ? 'loop' : 'once';
  return (
    <fieldset className="grid grid-cols-2 gap-3">
      <Field
        label="Due"
        hint={
          dueAt ? (
            <button
              type="button"
              className="text-accent underline"
              onClick={() => dispatch(changeDetails({ dueAt: null }))}
            >
              No due date
            </button>
          ) : (
            'No date: takes are welcome at any time.'
          )
        }
      >
        {(ids) => (
          <input
            {...ids}
            type="datetime-local"
            className={clsx(INPUT, 'figures')}
            value={dueAt ? format(dueAt, "yyyy-MM-dd'T'HH:mm") : ''}
            onChange={(event) => {
              const day = new Date(event.target.value);
              if (!Number.isNaN(day.getTime())) dispatch(changeDetails({ dueAt: day.toISOString() }));
            }}
          />
        )}
      </Field>
      <Field label="After that, takes are">
        {(ids) => (
          <Select
            {...ids}
            value={latePolicy}
            disabled={!dueAt}
            onChoose={(choice) => dispatch(changeDetails({ latePolicy: choice }))}
            choices={LatePolicy.options.map((policy) => ({ id: policy, label: POLICY_WORDS[policy] }))}
          />
        )}
      </Field>
      <DecimalField
        optional
        within={ExerciseTerms.shape.takeLimit}
        label="Takes at most"
        hint="Empty: as many as they like."
        placeholder="any number"
        value={takeLimit}
        onDecimal={(limit) => dispatch(changeDetails({ takeLimit: limit }))}
      />
      <Field label="It plays" hint="A loop is read at its seam, too.">
        {(ids) => (
          <Select
            {...ids}
            value={plays}
            onChoose={(choice) => {
              const wanted = choice as keyof typeof LOOP_WORDS;
              dispatch(changeDetails({ loops: wanted === 'keys' ? undefined : wanted === 'loop' }));
            }}
            choices={Object.entries(LOOP_WORDS).map(([id, words]) => ({ id: id, label: words }))}
          />
        )}
      </Field>
    </fieldset>
  );
}

const ACCEPTED_WORDS: Record<Accepted, string> = {
  keyed: 'keyed on the Bench',
  clips: 'a clip rendered elsewhere',
  both: 'keyed, or a clip',
};

/** What a take may be, and how large a clip. */
function Taken() {
  const dispatch = useAppDispatch();
  const { accepts = 'keyed', clipLimits = USUAL_CLIP_LIMITS } = useAppSelector(selectWork)!.details!;
  const { megabytes, seconds } = ExerciseTerms.shape.clipLimits.unwrap().shape;
  return (
    <fieldset className="grid grid-cols-2 gap-3">
      <Field label="A take is" className="col-span-2">
        {(ids) => (
          <Select
            {...ids}
            value={accepts}
            onChoose={(choice) => dispatch(changeDetails({ accepts: choice }))}
            choices={Accepted.options.map((kind) => ({ id: kind, label: ACCEPTED_WORDS[kind] }))}
          />
        )}
      </Field>
      {accepts !== 'keyed' && (
        <>
          <DecimalField
            label="A clip has at most, MB"
            value={clipLimits.megabytes}
            within={megabytes}
            onDecimal={(value) => dispatch(changeDetails({ clipLimits: { ...clipLimits, megabytes: value } }))}
          />
          <DecimalField
            label="and runs for at most, s"
            value={clipLimits.seconds}
            within={seconds}
            onDecimal={(value) => dispatch(changeDetails({ clipLimits: { ...clipLimits, seconds: value } }))}
          />
        </>
      )}
    </fieldset>
  );
}

/** What learners get besides: with a returned take, and before that. */
function Shown() {
  const dispatch = useAppDispatch();
  const { showsEdits = false, selfCheck = false } = useAppSelector(selectWork)!.details!;
  return (
    <fieldset className="grid gap-1.5 text-[13px]">
      <legend className="pb-1 text-xs font-semibold text-faint">With a returned take the learner gets</legend>
      <Tick checked={showsEdits} onTick={(on) => dispatch(changeDetails({ showsEdits: on }))}>
        the fewest edits that put it right, to try on the Bench
      </Tick>
      <p className="pt-1 text-xs font-semibold text-faint">Before and after handing in</p>
      <Tick checked={selfCheck} onTick={(on) => dispatch(changeDetails({ selfCheck: on }))}>
        they may have their work checked: three sentences, no grade
      </Tick>
    </fieldset>
  );
}

function Freedoms() {
  const dispatch = useAppDispatch();
  const { mayChange = USUAL_LIMITS } = useAppSelector(selectWork)!.details!;
  const set = (change: Partial<Limits>): void =>
    void dispatch(changeDetails({ mayChange: { ...mayChange, ...change } }));
  const { channels } = mayChange;
  const toggle = (id: ChannelId): void => {
    if (channels)
      set({
        channels: channels.includes(id)
          ? channels.filter((other) => other !== id)
          : CHANNEL_IDS.filter((other) => other === id || channels.includes(other)),
      });
  };
  return (
    <fieldset className="grid gap-2 text-[13px]">
      <legend className="pb-1 text-xs font-semibold text-faint">The learner may change keys, and</legend>
      <div className="grid grid-cols-2 gap-1.5">
        {FREEDOMS.map(({ id, label }) => (
          <Tick key={id} checked={mayChange[id]} onTick={(on) => set({ [id]: on })}>
            {label}
          </Tick>
        ))}
      </div>
      <div className="mt-1 grid grid-cols-[1fr_8rem] items-start gap-3">
        <Tick checked={channels !== null} onTick={(on) => set({ channels: on ? ['position.x', 'position.y'] : null })}>
          only keys on these channels
        </Tick>
        <DecimalField
          optional
          within={Limits.shape.maxKeys}
          label="Keys at most"
          placeholder="any number"
          value={mayChange.maxKeys}
          onDecimal={(maxKeys) => set({ maxKeys })}
        />
      </div>
      {channels && (
        <div
          role="group"
          aria-label="Channels the learner may key"
          className="grid grid-cols-3 gap-x-3 gap-y-1 rounded-md border border-rule bg-page p-2.5"
        >
          {CHANNEL_IDS.map((id) => (
            <Tick key={id} checked={channels.includes(id)} onTick={() => toggle(id)}>
              {CHANNELS[id].label}
            </Tick>
          ))}
        </div>
      )}
    </fieldset>
  );
}
