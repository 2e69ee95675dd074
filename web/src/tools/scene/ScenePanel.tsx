import { HangingFields } from './HangingFields.tsx';
import { SubjectFields } from './SubjectFields.tsx';
import { SubjectList } from './SubjectList.tsx';

/** What the scene is made of, and what the selected subject is. */
export function ScenePanel({ courseId }: { courseId: string }) {
  return (
    <div className="grid gap-3 px-0.5">
      <SubjectList />
      <SubjectFields courseId={courseId} />
      <HangingFields />
    </div>
  );
}
