import { ScenePanel, StageFields, TimeFields } from '../../tools/scene/index.ts';

/** Rate, range, stage and subjects, each part kept as soon as it is right. */
export function SceneForm({ courseId }: { courseId: string }) {
  return (
    <div className="grid gap-4 px-0.5 pb-2">
      <TimeFields />
      <StageFields />
      <ScenePanel courseId={courseId} />
    </div>
  );
}
