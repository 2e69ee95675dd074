import type { ReadyModelId } from '@undulan/core';

/** What a strip or panel is, in two sentences, and a move that shows it. */
export interface About {
  says: string;
  shows: ReadyModelId;
}

/** By the heading it stands under. */
export const ABOUT: Record<string, About> = {
  Keys: {
    says:
      'Every key of every channel, on the frame it stands on: circles are extremes, bars what lies ' +
      'between. Drag one to change when something happens; how it gets there is the Curve’s and the ' +
      'Loom’s.',
    shows: 'swing',
  },
  Reference: {
    says:
      'Footage or sound to work by, where it lies on the ruler: drag it elsewhere, drag its ends to cut it. It is ' +
      'seen and heard with the playhead, frame by frame too.',
    shows: 'toss',
  },
  Film: {
    says: 'The range in small pictures, side by side on the ruler. Press one to go to its frame.',
    shows: 'toss',
  },
  Curve: {
    says:
      'A channel’s value over the frames: steep is fast, flat stands still. Drag its keys and handles; ' +
      'dots are the frames that will be seen.',
    shows: 'bounce',
  },
  Speed: {
    says:
      'How fast it goes on every frame, by the curve’s slope. Drag the knob of a key to let it arrive ' +
      'or leave slower.',
    shows: 'slide',
  },
  Loom: {
    says:
      'Above even time, beneath the way gone: each thread ties a frame to its drawing. Where threads ' +
      'gather the move is slow; drag a foot to space the drawings otherwise.',
    shows: 'slide',
  },
  Gap: {
    says:
      'How far the take is from the target, frame by frame. Where it is shaded it is further off than ' +
      'the exercise allows.',
    shows: 'settle',
  },
  'Timing charts': {
    says:
      'The ticks an animator draws beside an extreme: where each drawing between two of them stands. ' +
      'Near together is slow, far apart is fast.',
    shows: 'slide',
  },
  Numbers: {
    says:
      'Every channel’s value on this frame, to be typed: also 12 + 4, +=10 or *2. The mark in front ' +
      'says whether it is keyed here.',
    shows: 'turn',
  },
  Subjects: {
    says:
      'Everything on the stage, front to back. Drag one into another order; hide it, make it scenery, group it with ' +
      'others, or look at it alone.',
    shows: 'follow',
  },
  'Other views': {
    says:
      'The same stage from above and from the side, with the way of what is selected. An arc that looks right ' +
      'from the front may break in depth: it is seen here.',
    shows: 'toss',
  },
  Drawings: {
    says:
      'A pile of drawings of one subject: each is up until the next one is. Draw a new one on a frame, or begin ' +
      'with a copy of the one before.',
    shows: 'fade',
  },
  Frames: {
    says: 'One row a frame: what is seen on it, and the step from the one before. Even steps are even ' + 'speed.',
    shows: 'slide',
  },
  Findings: {
    says:
      'What the computed reading found, what matters most first. Press one to go to its frame; you ' +
      'decide which of them count.',
    shows: 'settle',
  },
  Notes: {
    says: 'Your words, pinned to a frame, with what you draw over it. A note is kept as a draft until you ' + 'pin it.',
    shows: 'toss',
  },
  Grade: {
    says: 'The proposed grade is what the criteria come to by their weights. Yours is what counts.',
    shows: 'fade',
  },
};
