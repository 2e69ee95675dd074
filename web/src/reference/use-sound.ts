import { asOneChannel } from '@undulan/core';
import { useEffect, useState } from 'react';

/** A sound that is heard, and as one channel for looking at. */
export interface Sound {
  buffer: AudioBuffer;
  samples: Float32Array;
}

const SAMPLE_RATE = 44_100;

async function decoded(file: File): Promise<Sound | null> {
  const bytes = await file.arrayBuffer();
  // Footage without sound, or none that this browser can decode, is silent.
  const buffer = await new OfflineAudioContext(1, 1, SAMPLE_RATE).decodeAudioData(bytes).catch(() => null);
  if (!buffer) return null;
  const channels = Array.from({ length: buffer.numberOfChannels }, (_, c) => buffer.getChannelData(c));
  return { buffer, samples: asOneChannel(channels) };
}

/** The sound of a file; null of none, and until it is decoded. */
export function useSound(files: readonly File[]): Sound | null {
  const [came, setCame] = useState<{ of: readonly File[]; sound: Sound | null } | null>(null);
  useEffect(() => {
    const [file] = files;
    if (!file || typeof OfflineAudioContext === 'undefined') return undefined;
    let isLeft = false;
    void decoded(file).then((sound) => {
      if (!isLeft) setCame({ of: files, sound });
    });
    return () => {
      isLeft = true;
    };
  }, [files]);
  return came?.of === files ? came.sound : null;
}
