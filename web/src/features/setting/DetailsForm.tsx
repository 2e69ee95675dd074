import { ExerciseDetails, ModelShown } from '@undulan/contract';
import { Tolerances } from '@undulan/core';
// Not by its index, which every reader of a brief has: the editor is large, and only instructors write.
import { BriefEditor } from '../../brief/index.ts';
import { changeDetails, selectWork } from '../../editing/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { CommitInput, DecimalField, Field, Select } from '../../ui/index.ts';
import { SHOWN_WORDS } from './shown-words.ts';

/** Title, brief, tolerances and who sees the model. Words are kept as they are typed, numbers when they are left. */
export function DetailsForm({ courseId }: { courseId: string }) {
  const dispatch = useAppDispatch();
  const { title, brief, tolerances, modelShown } = useAppSelector(selectWork)!.details!;
  const setTitle = (text: string): string | null => {
    const next = ExerciseDetails.shape.title.safeParse(text);
    if (next.success) dispatch(changeDetails({ title: next.data }));
    return next.error?.issues[0]?.message ?? null;
  };
  return (
    <div className="grid gap-3 px-0.5 pb-2">
      <Field label="Title">
        {(ids) => <CommitInput {...ids} value={title} onCommit={setTitle} counts="as-typed" />}
      </Field>
      <BriefEditor courseId={courseId} brief={brief} onCommit={(next) => dispatch(changeDetails({ brief: next }))} />
      <div className="grid grid-cols-3 gap-3">
        <DecimalField
          within={Tolerances.shape.keyFrames}
          unit="±"
          label="Key timing ±, frames"
          value={tolerances.keyFrames}
          onDecimal={(keyFrames) => dispatch(changeDetails({ tolerances: { ...tolerances, keyFrames } }))}
        />
        <DecimalField
          within={Tolerances.shape.spacingPercent}
          unit="%"
          label="Spacing ±, %"
          value={tolerances.spacingPercent}
          onDecimal={(spacingPercent) => dispatch(changeDetails({ tolerances: { ...tolerances, spacingPercent } }))}
        />
        <Field label="Learners see the model">
          {(ids) => (
            <Select
              {...ids}
              value={modelShown}
              onChoose={(choice) => dispatch(changeDetails({ modelShown: choice }))}
              choices={ModelShown.options.map((option) => ({ id: option, label: SHOWN_WORDS[option] }))}
            />
          )}
        </Field>
      </div>
    </div>
  );
}
