import type { ExerciseDetails, Work } from '@undulan/contract';
import {
  CHANNELS,
  copyKeys,
  type Edit,
  keepWithin,
  type KeyValue,
  type Limits,
  type MotionDocument,
  recordStep,
  redoStep,
  termsFollowing,
  undoStep,
} from '@undulan/core';
import type { RootState, Store } from '../state/index.ts';
import { keysTaken } from './carried.slice.ts';
import { changed } from './document.slice.ts';
import { previewed, refused } from './gesture.slice.ts';
import { editName, type EditRequest, runEdit } from './operations.ts';
import { leftUnkeyed } from './posing.slice.ts';
import { lockedChange } from './rows.ts';

/** What a person does to the work: computed here from all the slices, which hold what comes of it. */
type Deed = (dispatch: Store['dispatch'], getState: () => RootState) => void;

/** An edit as far as the work's limits let it. */
function runWithin(limits: Limits | null, motion: MotionDocument, request: EditRequest): Edit {
  const edit = runEdit(motion, request);
  // What brings work back within its limits changes just what they keep.
  return limits && request.operation !== 'bringWithin' ? keepWithin(motion, edit, limits) : edit;
}

/** Makes an edit a step that can be undone; one that limits or a locked row do not allow is refused in words. */
export function applyEdit(request: EditRequest): Deed {
  return (dispatch, getState) => {
    const { document, rows } = getState();
    const { work, history, limits } = document;
    if (!work) return;
    const edit = runWithin(limits, work.motion, request);
    const locked = lockedChange(rows, work.motion, edit.motion);
    const reason = locked
      ? `The row ${CHANNELS[locked.channelId].label} is locked: unlock it to change its keys.`
      : edit.refused;
    if (reason) {
      dispatch(refused(reason));
      return;
    }
    const after: Work = {
      ...work,
      motion: edit.motion,
      details: work.details && termsFollowing(work.details, work.motion, edit.motion),
    };
    dispatch(
      changed({
        work: after,
        history: recordStep(history, editName(request), work, after),
        keys: edit.keys,
        gaveWay: edit.gaveWay,
        // A change that has its key is one no more.
        keyed: request.operation === 'setKeys' ? edit.keys : [],
      }),
    );
  };
}

/** Shows what an edit would come to; null shows the work as it is. */
export function previewEdit(request: EditRequest | null): Deed {
  return (dispatch, getState) => {
    const { work, limits } = getState().document;
    dispatch(previewed(request && work ? runWithin(limits, work.motion, request) : null));
  };
}

const DETAIL_NAMES: Record<keyof ExerciseDetails, string> = {
  title: 'title',
  brief: 'brief',
  tolerances: 'tolerances',
  modelShown: 'who sees the model',
  mayChange: 'what may be changed',
  dueAt: 'due date',
  takeLimit: 'number of takes',
  latePolicy: 'late takes',
  showsEdits: 'who sees the edits',
  selfCheck: 'self-check',
  accepts: 'what takes may be',
  clipLimits: 'how large clips may be',
  keyTolerances: 'tolerance of a key',
  events: 'name of an event',
  weights: 'weights',
  loops: 'loop or once',
  alternatives: 'alternative targets',
};

/** Changes what an exercise says beside its motion, as a step that can be undone. */
export function changeDetails(details: Partial<ExerciseDetails>): Deed {
  return (dispatch, getState) => {
    const { work, history } = getState().document;
    if (!work?.details) return;
    const name = Object.keys(details)
      .map((key) => DETAIL_NAMES[key as keyof ExerciseDetails])
      .join(', ');
    // What is set to nothing is not said any more: documents hold no undefined.
    const said = Object.entries({ ...work.details, ...details }).filter(([, value]) => value !== undefined);
    const after: Work = { ...work, details: Object.fromEntries(said) as ExerciseDetails };
    dispatch(changed({ work: after, history: recordStep(history, name, work, after) }));
  };
}

export function undo(): Deed {
  return (dispatch, getState) => {
    const { work, history } = getState().document;
    const earlier = work && undoStep(history, work);
    if (earlier) dispatch(changed(earlier));
  };
}

export function redo(): Deed {
  return (dispatch, getState) => {
    const { work, history } = getState().document;
    const later = work && redoStep(history, work);
    if (later) dispatch(changed(later));
  };
}

/** Takes up the selected keys. */
export function copySelected(): Deed {
  return (dispatch, getState) => {
    const { document, selection } = getState();
    if (document.work) dispatch(keysTaken(copyKeys(document.work.motion, selection.keys)));
  };
}

/** Leaves values unkeyed, of subjects that are there. */
export function leaveUnkeyed(values: readonly KeyValue[]): Deed {
  return (dispatch, getState) => {
    const subjects = getState().document.work?.motion.subjects ?? [];
    dispatch(leftUnkeyed(values.filter((value) => subjects.some((subject) => subject.id === value.subjectId))));
  };
}
