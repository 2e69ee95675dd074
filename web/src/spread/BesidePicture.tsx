import { NumbersPanel } from '../panels/numbers/index.ts';
import { OtherViews } from '../picture/views/index.ts';
import { ScenePanel } from '../tools/scene/index.ts';

interface BesidePictureProps {
  courseId: string;
  /** Whether the subjects may be changed here. */
  subjects: boolean;
}

/** Beside a wide picture: what the scene is made of, the stage from other sides, and the selected subject's numbers. */
export function BesidePicture({ courseId, subjects }: BesidePictureProps) {
  return (
    <div className="grid gap-4">
      {subjects ? <ScenePanel courseId={courseId} views={<OtherViews />} /> : <OtherViews />}
      <NumbersPanel />
    </div>
  );
}
