import { findOnsets, type Onset } from '@undulan/core';

/** A sound to be listened to, and how keenly. */
export interface ToOnsets {
  samples: Float32Array;
  sampleRate: number;
  sensitivity: number;
}

addEventListener('message', ({ data: { samples, sampleRate, sensitivity } }: MessageEvent<ToOnsets>) => {
  postMessage(findOnsets(samples, sampleRate, sensitivity) satisfies Onset[]);
});
