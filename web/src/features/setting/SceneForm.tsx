import { HangingFields, StageFields, SubjectFields, SubjectList, TimeFields } from '../../tools/scene/index.ts';

/** Rate, range, stage and subjects, each part kept as soon as it is right. */
export function SceneForm() {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      <TimeFields />
      <StageFields />
      <SubjectList />
      <SubjectFields />
      <HangingFields />
    </div>
  );
}
