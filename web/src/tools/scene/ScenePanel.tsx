import type { ReactNode } from 'react';
import { selectSettledSubject } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { HangingFields } from './HangingFields.tsx';
import { PathFields } from './PathFields.tsx';
import { SubjectFields } from './SubjectFields.tsx';
import { SubjectList } from './SubjectList.tsx';

interface ScenePanelProps {
  courseId: string;
  /** Between the list and what is said of the selected one. */
  views?: ReactNode;
}

/** What the scene is made of, and what the selected subject is. */
export function ScenePanel({ courseId, views }: ScenePanelProps) {
  const subject = useAppSelector(selectSettledSubject);
  return (
    <div className="grid gap-3 px-0.5">
      <SubjectList />
      {views}
      <SubjectFields courseId={courseId} />
      <HangingFields />
      {subject && <PathFields key={subject.id} subject={subject} />}
    </div>
  );
}
