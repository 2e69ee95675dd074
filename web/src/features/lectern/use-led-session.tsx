import type { StoredLesson } from '@undulan/contract';
import { type ReactNode, useState } from 'react';
import { explain, useOpenClassesQuery, useOpenClassMutation } from '../../server-data/index.ts';
import { Button, sayProblem } from '../../ui/index.ts';
import { type ClassConnection, type ClassNow, LeadBar, useClassConnection, useClassNow } from './session/index.ts';

export interface LedSession {
  line: ClassConnection | null;
  now: ClassNow | null;
  asking: boolean;
  /** Opens a session, or says how the open one stands. */
  bar: ReactNode;
}

/** The session that is led with this lesson: one that was open already is taken up again. */
export function useLedSession({ id, courseId, role }: StoredLesson): LedSession {
  const { data } = useOpenClassesQuery(undefined, { skip: role !== 'instructor', refetchOnMountOrArgChange: true });
  const [open, { isLoading }] = useOpenClassMutation();
  const [asking, setAsking] = useState(false);
  const code = data?.find((session) => session.lessonId === id)?.code ?? null;
  const line = useClassConnection(code);
  const now = useClassNow(line);
  const isOver = now?.status === 'ended' || now?.status === 'refused';
  const begin = async (): Promise<void> => {
    const answer = await open({ courseId, lessonId: id });
    if (answer.data) setAsking(false);
    else sayProblem(explain(answer.error));
  };
  const on = line && now && !isOver ? { line, now } : null;
  return {
    line: on?.line ?? null,
    now: on?.now ?? null,
    asking: on !== null && asking,
    bar: on ? (
      <LeadBar line={on.line} now={on.now} asking={asking} onAsking={setAsking} />
    ) : (
      <Button
        disabled={isLoading || !data}
        tip="Learners of the course follow it on their screens"
        onClick={() => void begin()}
      >
        Open a session
      </Button>
    ),
  };
}
