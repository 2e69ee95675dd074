import type { Rate, Spot } from '@undulan/core';
import { type ReadClip, readClip } from '../src/clips/index.ts';

declare global {
  interface Window {
    /** Reads the clip that the page's own field holds. */
    readClip: (spot: Spot, rate: Rate) => Promise<ReadClip>;
  }
}

window.readClip = (spot, rate) => {
  const files = [...(document.querySelector('input')!.files ?? [])];
  return readClip({ files, spots: [{ ...spot, picture: 0 }], rate });
};
