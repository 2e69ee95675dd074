import type { Onset } from '@undulan/core';
import { useEffect, useState } from 'react';
import type { ToOnsets } from './onsets-worker.ts';
import type { Sound } from './use-sound.ts';

/** What sets in in a sound, each to be taken or dropped. */
export interface Onsets {
  /** Whether they are looked for. */
  on: boolean;
  sensitivity: number;
  found: readonly Onset[];
  /** Seconds of those that are dropped. */
  dropped: ReadonlySet<number>;
  taken: readonly Onset[];
  look: (on: boolean) => void;
  hear: (sensitivity: number) => void;
  toggle: (seconds: number) => void;
}

const NONE: readonly Onset[] = [];
const NO_SECONDS: ReadonlySet<number> = new Set();
const USUAL_SENSITIVITY = 0.5;

export function useOnsets(sound: Sound | null): Onsets {
  const [on, setOn] = useState(false);
  const [sensitivity, setSensitivity] = useState(USUAL_SENSITIVITY);
  const [came, setCame] = useState<{ of: Sound; found: readonly Onset[] } | null>(null);
  const [drops, setDrops] = useState<{ of: Sound | null; seconds: ReadonlySet<number> }>({
    of: null,
    seconds: new Set(),
  });
  const dropped = drops.of === sound ? drops.seconds : NO_SECONDS;
  useEffect(() => {
    if (!on || !sound) return undefined;
    const worker = new Worker(new URL('onsets-worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<Onset[]>) => setCame({ of: sound, found: data }));
    const { samples, buffer } = sound;
    worker.postMessage({ samples, sampleRate: buffer.sampleRate, sensitivity } satisfies ToOnsets);
    return () => worker.terminate();
  }, [on, sound, sensitivity]);
  const found = on && came && came.of === sound ? came.found : NONE;
  return {
    on,
    sensitivity,
    found,
    dropped,
    taken: found.filter(({ seconds }) => !dropped.has(seconds)),
    look: setOn,
    hear: setSensitivity,
    toggle: (seconds) =>
      setDrops(() => {
        const next = new Set(dropped);
        if (!next.delete(seconds)) next.add(seconds);
        return { of: sound, seconds: next };
      }),
  };
}
