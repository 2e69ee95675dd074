import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { StoredWork, Work } from '@undulan/contract';
import { type ChannelRef, EMPTY_HISTORY, type History, type KeyRef, type Limits } from '@undulan/core';
import { rootReducer } from '../state/index.ts';

/** What is being edited: a learner's draft, an exercise, a lane of a lesson, or what is tried out and not kept. */
export interface WorkSource {
  kind: 'draft' | 'exercise' | 'lane' | 'trial';
  id: string;
}

/** The edited work as it was last changed, with what can be undone. */
export interface DocumentState {
  source: WorkSource | null;
  work: Work | null;
  history: History;
  /** What of the motion may be changed; null where all of it may. */
  limits: Limits | null;
  /** The channels that the exercise asks to be keyed: they have rows before they have keys. */
  wanted: ChannelRef[];
  /** What to do first, where nothing is keyed yet. */
  firstThing: string | null;
}

interface Opened {
  source: WorkSource;
  stored: StoredWork;
}

/** A step forth or back: the work after it, and what an edit did to keys. */
export interface Changed {
  work: Work;
  history: History;
  /** Keys made or moved. */
  keys?: KeyRef[];
  /** Keys that were replaced by others landing on their frames. */
  gaveWay?: KeyRef[];
  /** Keys that now hold values which were left unkeyed. */
  keyed?: KeyRef[];
}

const initialState: DocumentState = {
  source: null,
  work: null,
  history: EMPTY_HISTORY,
  limits: null,
  wanted: [],
  firstThing: null,
};

const slice = createSlice({
  name: 'document',
  initialState,
  reducers: {
    /** Work comes from the server: for the first time, or anew as someone else left it. */
    opened: (state, { payload: { source, stored } }: PayloadAction<Opened>): DocumentState => ({
      source,
      work: stored.work,
      history: stored.history,
      // The same work fetched anew is as limited as it was.
      limits: state.source?.id === source.id ? state.limits : null,
      wanted: state.source?.id === source.id ? state.wanted : [],
      firstThing: state.source?.id === source.id ? state.firstThing : null,
    }),
    closed: () => initialState,
    limited: (state, { payload }: PayloadAction<Limits | null>) => {
      state.limits = payload;
    },
    channelsWanted: (state, { payload }: PayloadAction<{ channels: ChannelRef[]; firstThing: string | null }>) => {
      state.wanted = payload.channels;
      state.firstThing = payload.firstThing;
    },
    /** Work that never reached the server is taken up again on top of what the server has. */
    broughtBack: (state, { payload }: PayloadAction<StoredWork>) => {
      state.work = payload.work;
      state.history = payload.history;
    },
    changed: (state, { payload }: PayloadAction<Changed>) => {
      state.work = payload.work;
      state.history = payload.history;
    },
  },
});

declare module '../state/root-reducer.ts' {
  interface LazySlices {
    document: DocumentState;
  }
}

rootReducer.inject(slice);

export const { opened, closed, limited, channelsWanted, broughtBack, changed } = slice.actions;
