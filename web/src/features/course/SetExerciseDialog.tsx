import { type CourseOverview, type Created, ExerciseDetails } from '@undulan/contract';
import {
  type MotionDocument,
  type Rate,
  READY_MODELS,
  type ReadyModel,
  type ReadyModelId,
  usualNumbers,
} from '@undulan/core';
import { clsx } from 'clsx';
import { RadioGroup } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { z } from 'zod';
import { ImportButton, withTerms } from '../../imports/index.ts';
import { MotionPicture } from '../../picture/stage/index.ts';
import { explain, useCreateExerciseMutation, usePlansQuery } from '../../server-data/index.ts';
import { Button, CommitInput, DecimalField, Dialog, Field, ownRate, sayProblem, Select } from '../../ui/index.ts';
import { useCopyExercise } from './use-copy-exercise.ts';

const MODELS: Record<ReadyModelId, ReadyModel> = READY_MODELS;
const IDS = Object.keys(MODELS) as ReadyModelId[];
const CARD_PX = 148;

/** What a new exercise begins from: a ready model with its few numbers, nothing, a plan, or a copy. */
export function SetExerciseDialog({ course, onClose }: { course: CourseOverview; onClose: () => void }) {
  const { id: courseId, defaults } = course;
  const [create, { isLoading }] = useCreateExerciseMutation();
  const navigate = useNavigate();
  const [chosen, setChosen] = useState<ReadyModelId | null>(null);
  const open = async ({ data, error }: { data?: Created; error?: unknown }): Promise<void> => {
    if (data) await navigate(`/exercises/${data.id}/setting`);
    else sayProblem(explain(error));
  };
  return (
    <Dialog
      open
      onClose={onClose}
      wide
      title="Begin a new exercise from"
      actions={
        <Button disabled={isLoading} onClick={() => void create({ courseId, exercise: {} }).then(open)}>
          A blank stage
        </Button>
      }
    >
      <RadioGroup.Root
        aria-label="Ready models"
        className="grid grid-cols-4 gap-2"
        value={chosen ?? ''}
        onValueChange={(id) => setChosen(id as ReadyModelId)}
      >
        {IDS.map((id) => (
          <ModelCard key={id} id={id} isChosen={id === chosen} />
        ))}
      </RadioGroup.Root>
      {chosen && (
        <ModelForm
          key={chosen}
          model={MODELS[chosen]}
          busy={isLoading}
          rate={defaults.rate}
          onSet={(title, motion) => {
            const details: ExerciseDetails = {
              title,
              brief: MODELS[chosen].says,
              tolerances: defaults.tolerances,
              modelShown: 'always',
            };
            void create({ courseId, exercise: { work: { motion, details } } }).then(open);
          }}
        />
      )}
      <div className="mt-3 flex items-center gap-3 text-sm">
        <span className="text-xs font-semibold text-faint">A file</span>
        <ImportButton
          courseId={courseId}
          onImported={(imported) => {
            const work = { motion: imported.motion, details: withTerms(imported) };
            void create({ courseId, exercise: { work } }).then(open);
          }}
        />
      </div>
      <Others course={course} />
    </Dialog>
  );
}

function ModelCard({ id, isChosen }: { id: ReadyModelId; isChosen: boolean }) {
  const motion = useMemo(() => MODELS[id].build(usualNumbers(MODELS[id])), [id]);
  return (
    <RadioGroup.Item
      value={id}
      aria-label={MODELS[id].label}
      className={clsx(
        'grid justify-items-center gap-1 rounded-lg border p-2 text-sm font-semibold hover:border-accent',
        isChosen ? 'border-accent outline-2 outline-accent' : 'border-rule',
      )}
    >
      <MotionPicture motion={motion} widthPx={CARD_PX} />
      {MODELS[id].label}
    </RadioGroup.Item>
  );
}

interface ModelFormProps {
  model: ReadyModel;
  busy: boolean;
  rate: Rate;
  onSet: (title: string, motion: MotionDocument) => void;
}

/** The numbers of a model, and what they come to, moving. */
function ModelForm({ model, busy, rate, onSet }: ModelFormProps) {
  const [title, setTitle] = useState(model.label);
  const [numbers, setNumbers] = useState(() => usualNumbers(model));
  const motion = useMemo(() => model.build(numbers, rate), [model, numbers, rate]);
  const { first, last } = motion.range;
  return (
    <section aria-label={`${model.label}, its numbers`} className="mt-3 flex gap-4 rounded-lg border border-rule p-3">
      <MotionPicture motion={motion} widthPx={260} label={`${model.label} with these numbers`} />
      <div className="grid min-w-0 flex-1 content-start gap-2">
        <p className="text-xs text-faint">{model.says}</p>
        <Field label="Title">
          {(ids) => (
            <CommitInput
              {...ids}
              value={title}
              counts="as-typed"
              onCommit={(text) => {
                const read = ExerciseDetails.shape.title.safeParse(text);
                if (read.success) setTitle(read.data);
                return read.error?.issues[0]?.message ?? null;
              }}
            />
          )}
        </Field>
        <div className="grid grid-cols-3 gap-2">
          {Object.entries(model.numbers).map(([name, { label, unit, least, most, whole }]) => (
            <DecimalField
              key={name}
              label={unit ? `${label}, ${unit}` : label}
              value={numbers[name]!}
              unit={unit}
              within={(whole ? z.int() : z.number()).min(least).max(most)}
              onDecimal={(value) => setNumbers((now) => ({ ...now, [name]: value }))}
            />
          ))}
        </div>
        <div className="flex items-center gap-3">
          <span className="figures flex-1 text-xs text-faint">
            {ownRate(rate)} fps, frames {first} to {last}
          </span>
          <Button kind="main" disabled={busy} onClick={() => onSet(title, motion)}>
            Set this exercise
          </Button>
        </div>
      </div>
    </section>
  );
}

/** From what the course has: a copy of an exercise, a plan that was kept. */
function Others({ course }: { course: CourseOverview }) {
  const { id: courseId } = course;
  const { data: plans } = usePlansQuery(courseId);
  const { copy, isLoading } = useCopyExercise(courseId);
  return (
    <div className="mt-3 grid grid-cols-2 gap-4 text-sm">
      {course.exercises.length > 0 && (
        <Field label="A copy of">
          {(ids) => (
            <Select
              {...ids}
              value=""
              disabled={isLoading}
              onChoose={(id) => void copy(id)}
              choices={[
                { id: '', label: 'choose an exercise' },
                ...course.exercises.map(({ id, title }) => ({ id, label: title })),
              ]}
            />
          )}
        </Field>
      )}
      <div>
        <p className="text-xs font-semibold text-faint">A plan: rate, range and beats</p>
        <p className="mt-1 flex max-h-16 flex-wrap gap-x-3 overflow-y-auto">
          {plans?.map(({ id, title, query }) => (
            <Link key={id} to={`/courses/${courseId}/planner?${query}`} className="text-accent underline">
              {title}
            </Link>
          ))}
          <Link to={`/courses/${courseId}/planner`} className="text-accent underline">
            a new plan
          </Link>
        </p>
      </div>
    </div>
  );
}
