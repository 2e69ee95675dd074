import type { StoredLesson } from '@undulan/contract';
import { type Lesson } from '@undulan/core';
import { EllipsisVertical } from 'lucide-react';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { explain, useCopyLessonMutation, useRemoveLessonMutation, useSessionQuery } from '../../server-data/index.ts';
import {
  Button,
  Dialog,
  Menu,
  MenuHeading,
  MenuItem,
  MenuLine,
  saveFile,
  sayDone,
  sayProblem,
} from '../../ui/index.ts';

/** What can be done with a lesson as a whole: into a file, into a course, away. */
export function LessonMenu({ stored, lesson }: { stored: StoredLesson; lesson: Lesson }) {
  const { data: session } = useSessionQuery();
  const [copy] = useCopyLessonMutation();
  const [remove] = useRemoveLessonMutation();
  const navigate = useNavigate();
  const isInstructor = stored.role === 'instructor';
  const taught = session?.courses.filter(({ role }) => role === 'instructor') ?? [];
  const copyTo = async (courseId: string, title: string): Promise<void> => {
    const answer = await copy({ id: stored.id, courseId });
    if (answer.data) sayDone(`A copy is in “${title}”.`);
    else sayProblem(explain(answer.error));
  };
  const [removing, setRemoving] = useState(false);
  const throwAway = async (): Promise<void> => {
    const answer = await remove(stored.id);
    if ('error' in answer && answer.error) sayProblem(explain(answer.error));
    else await navigate(`/courses/${stored.courseId}`);
  };
  const file = `${lesson.name.replaceAll(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.lesson.json`;
  return (
    <>
      <Menu
        trigger={
          <Button square kind="quiet" aria-label="More of this lesson">
            <EllipsisVertical size={16} />
          </Button>
        }
      >
        <MenuItem onSelect={() => saveFile(file, 'application/json', JSON.stringify(lesson))}>Save as a file</MenuItem>
        {isInstructor && (
          <>
            <MenuItem
              onSelect={() =>
                window.open(`/lessons/${stored.id}/notes`, `notes ${stored.id}`, 'popup,width=900,height=700')
              }
            >
              Your notes in a window of their own
            </MenuItem>
            <MenuHeading>A copy into</MenuHeading>
            {taught.map(({ id, title }) => (
              <MenuItem key={id} onSelect={() => void copyTo(id, title)}>
                {title}
              </MenuItem>
            ))}
            <MenuLine />
            <MenuItem onSelect={() => setRemoving(true)}>Remove the lesson …</MenuItem>
          </>
        )}
      </Menu>
      <Dialog
        open={removing}
        onClose={() => setRemoving(false)}
        title={`Remove “${lesson.name}”?`}
        actions={
          <>
            <Button onClick={() => setRemoving(false)}>Keep it</Button>
            <Button kind="danger" onClick={() => void throwAway()}>
              Remove
            </Button>
          </>
        }
      >
        <p>Its boards go with it. Sessions that were held with it can still be read.</p>
      </Dialog>
    </>
  );
}
