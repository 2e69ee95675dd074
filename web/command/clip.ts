import type { Rate, Spot } from '@undulan/core';
import { type ReadClip, readClip } from '../src/clips/index.ts';

declare global {
  interface Window {
    /** Reads the clip that the page's own field holds. */
    readClip: (spot: Spot, rate: Rate, still?: Spot | null) => Promise<ReadClip>;
  }
}

window.readClip = (spot, rate, still) => {
  const files = [...(document.querySelector('input')!.files ?? [])];
  return readClip({ files, spots: [{ ...spot, picture: 0 }], still: still ? [{ ...still, picture: 0 }] : [], rate });
};
