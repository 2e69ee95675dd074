import { selectSettledSubject } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { HangingFields } from './HangingFields.tsx';
import { PathFields } from './PathFields.tsx';
import { SubjectFields } from './SubjectFields.tsx';
import { SubjectList } from './SubjectList.tsx';

/** What the scene is made of, and what the selected subject is. */
export function ScenePanel({ courseId }: { courseId: string }) {
  const subject = useAppSelector(selectSettledSubject);
  return (
    <div className="grid gap-3 px-0.5">
      <SubjectList />
      <SubjectFields courseId={courseId} />
      <HangingFields />
      {subject && <PathFields key={subject.id} subject={subject} />}
    </div>
  );
}
