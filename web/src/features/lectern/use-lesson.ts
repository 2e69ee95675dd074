import type { StoredLesson } from '@undulan/contract';
import { type Lesson, sameData } from '@undulan/core';
import { del, get, set } from 'idb-keyval';
import { useCallback, useEffect, useReducer, useRef, useState } from 'react';
import { mineName, useInTurn } from '../../saving/index.ts';
import { explain, isProblem, useCreateLessonMutation, useSaveLessonMutation } from '../../server-data/index.ts';
import { sayProblem, sayToStay } from '../../ui/index.ts';

interface Steps {
  past: readonly Lesson[];
  lesson: Lesson;
  future: readonly Lesson[];
  /** The gesture that made the last step: what goes on with it is no step of its own. */
  gesture: string | null;
}

type Step =
  | { kind: 'change'; edit: (lesson: Lesson) => Lesson; gesture: string | null }
  | { kind: 'undo' }
  | { kind: 'redo' }
  | { kind: 'replace'; lesson: Lesson };

const MOST_STEPS = 100;

function stepped({ past, lesson, future, gesture }: Steps, step: Step): Steps {
  if (step.kind === 'replace') return { past: [], lesson: step.lesson, future: [], gesture: null };
  if (step.kind === 'undo') {
    const before = past.at(-1);
    return before
      ? { past: past.slice(0, -1), lesson: before, future: [lesson, ...future], gesture: null }
      : { past, lesson, future, gesture };
  }
  if (step.kind === 'redo') {
    const [after, ...later] = future;
    return after
      ? { past: [...past, lesson], lesson: after, future: later, gesture: null }
      : { past, lesson, future, gesture };
  }
  const changed = step.edit(lesson);
  if (changed === lesson) return { past, lesson, future, gesture };
  const goesOn = step.gesture !== null && step.gesture === gesture;
  return {
    past: goesOn ? past : [...past, lesson].slice(-MOST_STEPS),
    lesson: changed,
    future: [],
    gesture: step.gesture,
  };
}

export type LessonStanding = 'saved' | 'saving' | 'away' | 'stale';

export interface LessonEditing {
  lesson: Lesson;
  /** Makes a step; those of one gesture are one. */
  change: (edit: (lesson: Lesson) => Lesson, gesture?: string) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  standing: LessonStanding;
  /** Writes what is not written yet, before the page goes elsewhere. */
  settle: () => Promise<void>;
  /** Forgets what this browser keeps unsaved: it is kept elsewhere, or not wanted. */
  forget: () => Promise<void>;
}

const PAUSE_MS = 400;
const RETRY_MS = 4000;

/** What of a lesson is not on the server yet, as this browser keeps it. */
interface Unsaved {
  version: number;
  lesson: Lesson;
}

/**
 * A lesson being shown and changed, saved as it is made; what was not saved when the page went is brought back. Who may
 * not change it tries things out: nothing of that is kept.
 */
export function useLesson({ id, courseId, version, role, lesson: fetched }: StoredLesson): LessonEditing {
  const [{ past, lesson, future }, step] = useReducer(stepped, {
    past: [],
    lesson: fetched,
    future: [],
    gesture: null,
  });
  /** As the server has it. */
  const server = useRef({ version, lesson: fetched });
  const [saved, setSaved] = useState(fetched);
  const [standing, setStanding] = useState<LessonStanding>('saved');
  const [save] = useSaveLessonMutation();
  const [create] = useCreateLessonMutation();
  const mayKeep = role === 'instructor';
  const isDirty = mayKeep && lesson !== saved;
  const key = `lesson:${id}`;

  useEffect(() => {
    if (!mayKeep) return;
    void get<Unsaved>(key)
      .catch(() => undefined)
      .then((left) => {
        if (!left) return;
        if (sameData(left.lesson, server.current.lesson)) {
          // It went through as the page went.
          void del(key).catch(() => undefined);
        } else if (left.version === version) {
          step({ kind: 'replace', lesson: left.lesson });
          sayToStay('Changes that had not been saved were brought back.');
        } else {
          // Someone wrote in between: what was made here is kept beside it.
          void create({ courseId, lesson: { ...left.lesson, name: mineName(left.lesson) } }).then(({ data }) => {
            if (!data) return;
            void del(key);
            sayToStay('Changes that had not been saved are kept as a lesson of their own: it was changed elsewhere.');
          });
        }
      });
  }, [key, version, mayKeep, create, courseId]);

  const latest = useRef(lesson);
  useEffect(() => {
    latest.current = lesson;
    if (isDirty) void set(key, { version: server.current.version, lesson } satisfies Unsaved).catch(() => undefined);
  }, [key, isDirty, lesson]);

  /** One write at a time: what is changed meanwhile is written by the next. */
  const inTurn = useInTurn();
  const isStale = useRef(false);
  const settle = useCallback(
    () =>
      inTurn(async () => {
        const sent = latest.current;
        if (!mayKeep || isStale.current || sent === server.current.lesson) return;
        setStanding('saving');
        const answer = await save({ id, save: { version: server.current.version, lesson: sent } });
        if (answer.data) {
          server.current = { version: answer.data.version, lesson: sent };
          setSaved(sent);
          setStanding('saved');
          if (latest.current === sent) await del(key).catch(() => undefined);
        } else if (isProblem(answer.error, 'stale-version')) {
          isStale.current = true;
          setStanding('stale');
        } else {
          setStanding('away');
          if (isProblem(answer.error, 'invalid-request')) sayProblem(explain(answer.error));
        }
      }),
    [id, key, mayKeep, save, inTurn],
  );
  useEffect(() => {
    if (!isDirty || standing === 'saving' || standing === 'stale') return;
    const timer = setTimeout(() => void settle(), standing === 'away' ? RETRY_MS : PAUSE_MS);
    return () => clearTimeout(timer);
  }, [isDirty, standing, lesson, settle]);
  useEffect(() => () => void settle(), [settle]);

  return {
    lesson,
    change: useCallback((edit, gesture) => step({ kind: 'change', edit, gesture: gesture ?? null }), []),
    undo: useCallback(() => step({ kind: 'undo' }), []),
    redo: useCallback(() => step({ kind: 'redo' }), []),
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    settle,
    forget: useCallback(() => del(key).catch(() => undefined), [key]),
    standing: isDirty && standing === 'saved' ? 'saving' : standing,
  };
}
