import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit';
import type { ExerciseDetails, StoredWork, Work } from '@undulan/contract';
import {
  CHANNELS,
  type Clip,
  copyKeys,
  type EaseShape,
  type Edit,
  EMPTY_HISTORY,
  type History,
  keepWithin,
  type KeyRef,
  type KeyValue,
  type Limits,
  type MotionDocument,
  recordStep,
  redoStep,
  sameChannel,
  sameKey,
  undoStep,
} from '@undulan/core';
import { rootReducer } from '../state/index.ts';
import { editName, type EditRequest, runEdit } from './operations.ts';
import { isLocked, lockedChange, PLAIN_ROWS, type RowState } from './rows.ts';

/** What is being edited: a learner's draft or an exercise. */
export interface WorkSource {
  kind: 'draft' | 'exercise';
  id: string;
}

/** Where saving stands. `stale` and `target-locked` wait for the person's decision. */
type SaveState = 'idle' | 'saving' | 'unreachable' | 'failed' | 'stale' | 'target-locked';

export interface EditingState {
  source: WorkSource | null;
  work: Work | null;
  history: History;
  /**
   * What the server has of the version that the work was made from: a save tells what differs from it. Null where the
   * work is to be written whole.
   */
  base: Kept | null;
  /** What is on its way to the server. */
  sent: Kept | null;
  /** The server's version that the work was made from. */
  version: number;
  /** Counts changes here; saved up to `savedRevision`. */
  revision: number;
  savedRevision: number;
  save: SaveState;
  saveProblem: string | null;
  targetMayChange: boolean;
  /** The document as it would be if the gesture under way ended now. */
  preview: MotionDocument | null;
  /** Where the keys of the gesture under way are in the preview. */
  previewKeys: KeyRef[];
  /** Keys that would be, or were last, replaced by others landing on their frames. */
  gaveWay: KeyRef[];
  /** Why the last edit was not allowed. */
  refused: string | null;
  /** What of the motion may be changed; null where all of it may. */
  limits: Limits | null;
  subjectId: string | null;
  channelId: KeyRef['channelId'] | null;
  selectedKeys: KeyRef[];
  /** Keys taken up to be put down elsewhere, also in other work. */
  clip: Clip | null;
  /** The ease taken up to be given to other segments. */
  easeClip: EaseShape | null;
  rows: RowState;
  /** Moving keys moves all that come after along. */
  ripple: boolean;
  /** Breakdowns and in-betweens keep their share of the span when extremes move. */
  keepShares: boolean;
  /** Values changed on moving channels and not keyed yet: shown until they are keyed or dropped. */
  unkeyed: KeyValue[];
  record: boolean;
  /** A change of animated channels made with Record off, waiting for the person to say what it means. */
  question: { values: KeyValue[]; frame: number } | null;
}

const initialState: EditingState = {
  source: null,
  work: null,
  history: EMPTY_HISTORY,
  base: null,
  sent: null,
  version: 0,
  revision: 0,
  savedRevision: 0,
  save: 'idle',
  saveProblem: null,
  targetMayChange: false,
  preview: null,
  previewKeys: [],
  gaveWay: [],
  refused: null,
  limits: null,
  subjectId: null,
  channelId: null,
  selectedKeys: [],
  clip: null,
  easeClip: null,
  rows: PLAIN_ROWS,
  ripple: false,
  keepShares: false,
  unkeyed: [],
  record: true,
  question: null,
};

/**
 * What a step changes beside the document itself is settled anew: gestures end, and selected keys that are gone are let
 * go.
 */
function settle(state: EditingState): void {
  state.preview = null;
  state.revision += 1;
  if (state.save === 'failed') state.save = 'idle';
  const { motion } = state.work!;
  state.selectedKeys = state.selectedKeys.filter((ref) =>
    motion.subjects
      .find((subject) => subject.id === ref.subjectId)
      ?.channels.find((channel) => channel.id === ref.channelId)
      ?.keys.some((key) => key.frame === ref.frame),
  );
}

function step(state: EditingState, name: string, after: Work): void {
  const before = original(state).work!;
  state.history = recordStep(original(state).history, name, before, after);
  state.work = after;
  settle(state);
}

/** The first subject a person can work on. */
function firstSubject(motion: MotionDocument): string | null {
  return motion.subjects.find((subject) => !subject.locked)?.id ?? null;
}

/** An edit as far as the work's limits let it. */
function runWithin({ limits }: Pick<EditingState, 'limits'>, motion: MotionDocument, request: EditRequest): Edit {
  const edit = runEdit(motion, request);
  // What brings work back within its limits changes just what they keep.
  return limits && request.operation !== 'bringWithin' ? keepWithin(motion, edit, limits) : edit;
}

/** Work and its history as they were at some time. */
interface Kept {
  work: Work;
  history: History;
}

interface Opened {
  source: WorkSource;
  stored: StoredWork;
}

const slice = createSlice({
  name: 'editing',
  initialState,
  reducers: {
    opened: (
      { clip, easeClip, limits, source: before },
      { payload: { source, stored } }: PayloadAction<Opened>,
    ): EditingState => ({
      ...initialState,
      clip,
      easeClip,
      source,
      // The same work fetched anew is as limited as it was.
      limits: before?.id === source.id ? limits : null,
      work: stored.work,
      history: stored.history,
      base: { work: stored.work, history: stored.history },
      version: stored.version,
      subjectId: firstSubject(stored.work.motion),
    }),
    closed: ({ clip, easeClip }): EditingState => ({ ...initialState, clip, easeClip }),
    limited: (state, { payload }: PayloadAction<Limits | null>) => {
      state.limits = payload;
    },
    /** Work that never reached the server is taken up again on top of what the server has. */
    broughtBack: (state, { payload }: PayloadAction<StoredWork>) => {
      // Made from another version than the server's, it is a conflict for the person to settle.
      if (payload.version !== state.version) state.base = null;
      state.work = payload.work;
      state.history = payload.history;
      state.version = payload.version;
      settle(state);
    },
    edited: (state, { payload }: PayloadAction<EditRequest>) => {
      if (!state.work) return;
      const before = original(state).work!;
      const edit = runWithin(original(state), before.motion, payload);
      const locked = lockedChange(original(state).rows, before.motion, edit.motion);
      state.refused = locked
        ? `The row ${CHANNELS[locked.channelId].label} is locked: unlock it to change its keys.`
        : (edit.refused ?? null);
      if (state.refused) {
        state.preview = null;
        return;
      }
      step(state, editName(payload), { ...before, motion: edit.motion });
      state.gaveWay = edit.gaveWay;
      if (edit.keys.length > 0) state.selectedKeys = edit.keys;
      // A change that has its key is one no more.
      if (payload.operation === 'setKeys')
        state.unkeyed = state.unkeyed.filter((value) => !edit.keys.some((key) => sameChannel(key, value)));
    },
    previewed: (state, { payload }: PayloadAction<EditRequest | null>) => {
      const before = original(state).work;
      const edit = payload && before ? runWithin(original(state), before.motion, payload) : null;
      state.preview = edit?.motion ?? null;
      state.previewKeys = edit?.keys ?? [];
      state.gaveWay = edit?.gaveWay ?? [];
    },
    detailsChanged: (state, { payload }: PayloadAction<Partial<ExerciseDetails>>) => {
      const before = original(state).work;
      if (!before?.details) return;
      const name = Object.keys(payload)
        .map((key) => DETAIL_NAMES[key as keyof ExerciseDetails])
        .join(', ');
      // What is set to nothing is not said any more: documents hold no undefined.
      const said = Object.entries({ ...before.details, ...payload }).filter(([, value]) => value !== undefined);
      step(state, name, { ...before, details: Object.fromEntries(said) as ExerciseDetails });
    },
    undone: (state) => {
      const now = original(state);
      const earlier = now.work && undoStep(now.history, now.work);
      if (!earlier) return;
      Object.assign(state, earlier);
      settle(state);
    },
    redone: (state) => {
      const now = original(state);
      const later = now.work && redoStep(now.history, now.work);
      if (!later) return;
      Object.assign(state, later);
      settle(state);
    },
    keysSelected: (state, { payload }: PayloadAction<{ keys: KeyRef[]; add?: boolean }>) => {
      const { keys, add } = payload;
      const toggled = (ref: KeyRef): boolean => keys.some((key) => sameKey(key, ref));
      state.selectedKeys = add
        ? [
            ...state.selectedKeys.filter((ref) => !toggled(ref)),
            ...keys.filter((key) => !state.selectedKeys.some((ref) => sameKey(ref, key))),
          ]
        : keys;
      const last = keys.at(-1);
      if (last) {
        state.subjectId = last.subjectId;
        state.channelId = last.channelId;
      }
      state.gaveWay = [];
      state.refused = null;
    },
    copied: (state) => {
      if (state.work) state.clip = copyKeys(original(state).work!.motion, original(state).selectedKeys);
    },
    easeCopied: (state, { payload }: PayloadAction<EaseShape>) => {
      state.easeClip = payload;
    },
    rowsChanged: (state, { payload }: PayloadAction<Partial<RowState>>) => {
      Object.assign(state.rows, payload);
      state.selectedKeys = state.selectedKeys.filter((key) => !isLocked(state.rows, key));
    },
    rippleToggled: (state) => {
      state.ripple = !state.ripple;
    },
    sharesToggled: (state) => {
      state.keepShares = !state.keepShares;
    },
    /** Values left unkeyed; those of a channel take the place of its earlier one. */
    leftUnkeyed: (state, { payload }: PayloadAction<KeyValue[]>) => {
      const there = payload.filter((value) =>
        state.work?.motion.subjects.some((subject) => subject.id === value.subjectId),
      );
      state.unkeyed = [...state.unkeyed.filter((value) => !there.some((other) => sameChannel(other, value))), ...there];
      state.question = null;
      state.preview = null;
    },
    /** Unkeyed changes are given up: all, or those of one channel. */
    unkeyedDropped: (state, { payload }: PayloadAction<KeyValue | null>) => {
      state.unkeyed = payload ? state.unkeyed.filter((value) => !sameChannel(value, payload)) : [];
    },
    subjectSelected: (state, { payload }: PayloadAction<string>) => {
      state.subjectId = payload;
      state.channelId = null;
      state.selectedKeys = [];
    },
    channelSelected: (state, { payload }: PayloadAction<KeyRef['channelId']>) => {
      state.channelId = payload;
    },
    recordToggled: (state) => {
      state.record = !state.record;
    },
    asked: (state, { payload }: PayloadAction<EditingState['question']>) => {
      state.question = payload;
      state.preview = null;
    },
    saving: (state) => {
      state.save = 'saving';
      state.sent = { work: state.work!, history: state.history };
    },
    saved: (state, { payload }: PayloadAction<{ version: number; revision: number }>) => {
      state.version = payload.version;
      state.savedRevision = payload.revision;
      state.base = state.sent;
      state.sent = null;
      state.save = 'idle';
      state.saveProblem = null;
    },
    notSaved: (state, { payload }: PayloadAction<{ save: Exclude<SaveState, 'idle' | 'saving'>; problem: string }>) => {
      state.save = payload.save;
      state.saveProblem = payload.problem;
    },
    /** Saving goes on over what the server has now. */
    mineKept: (state, { payload }: PayloadAction<{ version: number }>) => {
      state.version = payload.version;
      state.base = null;
      state.save = 'idle';
    },
    targetUnlocked: (state) => {
      state.targetMayChange = true;
      if (state.save === 'target-locked') state.save = 'idle';
    },
  },
});

const DETAIL_NAMES: Record<keyof ExerciseDetails, string> = {
  title: 'title',
  brief: 'brief',
  tolerances: 'tolerances',
  modelShown: 'who sees the model',
  mayChange: 'what may be changed',
  dueAt: 'due date',
  takeLimit: 'number of takes',
  latePolicy: 'late takes',
  keyTolerances: 'tolerance of a key',
  weights: 'weights',
  loops: 'loop or once',
  alternatives: 'alternative targets',
};

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    editing: EditingState;
  }
}

rootReducer.inject(slice);

export const {
  opened,
  closed,
  limited,
  copied,
  easeCopied,
  rowsChanged,
  rippleToggled,
  sharesToggled,
  leftUnkeyed,
  unkeyedDropped,
  broughtBack,
  edited,
  previewed,
  detailsChanged,
  undone,
  redone,
  keysSelected,
  subjectSelected,
  channelSelected,
  recordToggled,
  asked,
  saving,
  saved,
  notSaved,
  mineKept,
  targetUnlocked,
} = slice.actions;
