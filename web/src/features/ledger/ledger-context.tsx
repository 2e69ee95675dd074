import type { Ledger, LedgerTake } from '@undulan/contract';
import { createLesson, type MotionDocument } from '@undulan/core';
import { createContext, use, useMemo } from 'react';
import { useNavigate } from 'react-router';
import { type ChosenTake, useChooseTakes } from '../../reviewing/index.ts';
import { explain, useCreateLessonMutation, useLazySettingQuery, useLazyTakeQuery } from '../../server-data/index.ts';
import { sayProblem } from '../../ui/index.ts';
import { boardOfTakes, MOST_ON_BOARD, ofOneExercise } from './board-of-takes.ts';

/** A course's ledger, looked up by what is in it. */
export interface Known extends Ledger {
  courseId: string;
  exerciseIds: readonly string[];
  titleOf: (exerciseId: string) => string;
  nameOf: (learnerId: string) => string;
  takeOf: (takeId: string) => LedgerTake | undefined;
}

export function useKnown(courseId: string, ledger: Ledger): Known {
  return useMemo(() => {
    const learners = ledger.learners.map(({ name, left, ...rest }) => ({
      ...rest,
      left,
      name: left ? `${name} (left)` : name,
    }));
    const titles = new Map(ledger.exercises.map(({ id, title }) => [id, title]));
    const names = new Map(learners.map(({ id, name }) => [id, name]));
    const takes = new Map(ledger.takes.map((take) => [take.id, take]));
    return {
      ...ledger,
      learners,
      courseId,
      exerciseIds: ledger.exercises.map(({ id }) => id),
      titleOf: (id) => titles.get(id) ?? '',
      nameOf: (id) => names.get(id) ?? 'A former learner',
      takeOf: (id) => takes.get(id),
    };
  }, [courseId, ledger]);
}

export const LedgerContext = createContext<Known | null>(null);
export const useLedger = (): Known => use(LedgerContext)!;

/** Goes through some takes one after the other, at the Desk. */
export function useSeeTakes(): (name: string, takeIds: readonly string[]) => void {
  const { takeOf, nameOf, titleOf } = useLedger();
  const choose = useChooseTakes();
  const navigate = useNavigate();
  return (name, takeIds) => {
    const takes = takeIds.flatMap((takeId): ChosenTake[] => {
      const take = takeOf(takeId);
      if (!take) return [];
      const { learnerId, exerciseId, number } = take;
      return [{ takeId, learnerName: nameOf(learnerId), exerciseTitle: titleOf(exerciseId), number }];
    });
    const path = choose({ name, takes });
    if (path) void navigate(path);
  };
}

/** Why a marker does not. */
export const NO_BOARD = 'Only an instructor makes a board.';

/** Begins a lesson with a board of some takes of one exercise under its model, and opens it. */
export function useOpenBoard(): (name: string, takeIds: readonly string[]) => Promise<void> {
  const { courseId, takeOf, titleOf } = useLedger();
  const [setting] = useLazySettingQuery();
  const [take] = useLazyTakeQuery();
  const [create] = useCreateLessonMutation();
  const navigate = useNavigate();
  return async (name, takeIds) => {
    const { exerciseId, chosen } = ofOneExercise(takeIds.flatMap((id) => takeOf(id) ?? []));
    if (exerciseId === null) return;
    try {
      const [{ work }, ...takes] = await Promise.all([
        setting(exerciseId).unwrap(),
        ...chosen
          .slice(0, MOST_ON_BOARD)
          .map(async (id): Promise<MotionDocument> => (await take({ id }).unwrap()).motion),
      ]);
      const board = boardOfTakes(titleOf(exerciseId), work.motion, takes);
      const { id } = await create({ courseId, lesson: createLesson(name.slice(0, 120), [board]) }).unwrap();
      await navigate(`/lessons/${id}`);
    } catch (error) {
      sayProblem(explain(error));
    }
  };
}
