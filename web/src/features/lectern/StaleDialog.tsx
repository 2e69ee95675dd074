import type { Lesson } from '@undulan/core';
import { useNavigate } from 'react-router';
import { mineName } from '../../saving/index.ts';
import { explain, useCreateLessonMutation } from '../../server-data/index.ts';
import { Button, Dialog, sayProblem } from '../../ui/index.ts';

interface StaleDialogProps {
  courseId: string;
  lesson: Lesson;
  /** What this browser keeps unsaved of it is wanted no more. */
  onForget: () => Promise<void>;
}

/** The lesson was written elsewhere since: what is here is kept beside it, or given up. */
export function StaleDialog({ courseId, lesson, onForget }: StaleDialogProps) {
  const [create] = useCreateLessonMutation();
  const navigate = useNavigate();
  const keep = async (): Promise<void> => {
    const answer = await create({ courseId, lesson: { ...lesson, name: mineName(lesson) } });
    if (answer.data) {
      await onForget();
      await navigate(`/lessons/${answer.data.id}`);
    } else sayProblem(explain(answer.error));
  };
  return (
    <Dialog
      open
      title="This lesson was changed elsewhere"
      actions={
        <>
          <Button onClick={() => void onForget().then(() => location.reload())}>Take theirs</Button>
          <Button kind="main" onClick={() => void keep()}>
            Keep mine as a copy
          </Button>
        </>
      }
    >
      <p>
        Another window, or another instructor, saved it since you opened it here. Yours can be kept as a lesson of its
        own; nothing of theirs is lost.
      </p>
    </Dialog>
  );
}
