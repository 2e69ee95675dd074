import type { ChangeWork, Saved, SaveWork, StoredWork, Work } from '@undulan/contract';
import type { History } from '@undulan/core';
import type { WorkSource } from '../editing/index.ts';
import { api } from '../server-data/index.ts';
import type { Store } from '../state/index.ts';
import { fetchLane, keepLaneAsCopy, writeLane } from './lane-work.ts';

type Dispatch = Store['dispatch'];

/** Fetches the work as the server has it now. */
export async function fetchWork(dispatch: Dispatch, source: WorkSource): Promise<StoredWork> {
  const fresh = { forceRefetch: true, subscribe: false } as const;
  if (source.kind === 'draft') return dispatch(api.endpoints.draft.initiate(source.id, fresh)).unwrap();
  if (source.kind === 'lane') return fetchLane(dispatch, source.id);
  return dispatch(api.endpoints.setting.initiate(source.id, fresh)).unwrap();
}

/** Writes what changed, or all of the work; a lane's is always all of it. */
export function writeWork(dispatch: Dispatch, source: WorkSource, save: ChangeWork | SaveWork): Promise<Saved> {
  if (source.kind === 'lane') return writeLane(dispatch, source.id, save as SaveWork);
  const given = { id: source.id, save };
  return source.kind === 'draft'
    ? dispatch(api.endpoints.saveDraft.initiate(given)).unwrap()
    : dispatch(api.endpoints.saveExercise.initiate(given)).unwrap();
}

/**
 * Keeps work beside what the server has: as a second draft, an unpublished exercise, or in a copy of its lesson. Gives
 * the copy's page.
 */
export async function keepAsCopy(
  dispatch: Dispatch,
  source: WorkSource,
  work: Work,
  history: History,
): Promise<string> {
  if (source.kind === 'draft') {
    const { exerciseId, name } = await dispatch(
      api.endpoints.draft.initiate(source.id, { forceRefetch: true, subscribe: false }),
    ).unwrap();
    const copy = { name: `${name}, copy`, motion: work.motion, history };
    const { id } = await dispatch(api.endpoints.beginDraft.initiate({ exerciseId, begin: { copy } })).unwrap();
    return `/drafts/${id}`;
  }
  if (source.kind === 'lane') return keepLaneAsCopy(dispatch, source.id, work);
  const { courseId } = await dispatch(
    api.endpoints.setting.initiate(source.id, { forceRefetch: true, subscribe: false }),
  ).unwrap();
  const details = { ...work.details!, title: `${work.details!.title}, copy` };
  const { id } = await dispatch(
    api.endpoints.createExercise.initiate({ courseId, exercise: { work: { ...work, details }, history } }),
  ).unwrap();
  return `/exercises/${id}/setting`;
}
