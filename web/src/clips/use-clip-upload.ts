import { useCallback, useEffect, useRef, useState } from 'react';
import { packed } from '../files/index.ts';
import { type ClipOf, type ClipUpload, uploadClip } from './upload-clip.ts';

/** How far a clip is on its way. */
export type UploadState =
  | { is: 'none' }
  | { is: 'going' | 'paused'; share: number }
  | { is: 'stopped'; share: number; why: string }
  | { is: 'there'; clipId: string };

/** Numbered images go as one zip: they are packed already. */
async function asOne(files: readonly File[]): Promise<File> {
  if (files.length === 1) return files[0]!;
  const entries = await Promise.all(
    files.map(async (file) => [file.name, new Uint8Array(await file.arrayBuffer())] as const),
  );
  return new File([await packed(Object.fromEntries(entries))], `${files[0]!.name}.zip`);
}

/** Sends what is chosen while it is looked at; `of` stays the same object while it is of the same. */
export function useClipUpload(of: ClipOf): {
  upload: UploadState;
  send: (files: readonly File[]) => void;
  pause: () => void;
  resume: () => void;
} {
  const [upload, setUpload] = useState<UploadState>({ is: 'none' });
  const going = useRef<ClipUpload | null>(null);
  /** Rises with every choice: what is said of an earlier one does not count. */
  const choice = useRef(0);
  useEffect(
    () => () => {
      choice.current++;
      going.current?.pause();
    },
    [],
  );
  const send = useCallback(
    (files: readonly File[]): void => {
      const own = ++choice.current;
      going.current?.pause();
      going.current = null;
      setUpload({ is: 'going', share: 0 });
      const say = (change: (before: UploadState) => UploadState): void => {
        if (own === choice.current) setUpload(change);
      };
      const shareOf = (state: UploadState): number => ('share' in state ? state.share : 0);
      void asOne(files)
        .then((file) =>
          uploadClip(file, {
            of,
            onProgress: (sent, total) =>
              say((before) => (before.is === 'paused' ? before : { is: 'going', share: sent / total })),
            onDone: (clipId) => say(() => ({ is: 'there', clipId })),
            onProblem: (why) => say((before) => ({ is: 'stopped', share: shareOf(before), why })),
          }),
        )
        .then((started) => {
          if (own === choice.current) going.current = started;
          else started.pause();
        });
    },
    [of],
  );
  return {
    upload,
    send,
    pause: () => {
      going.current?.pause();
      setUpload((before) => (before.is === 'going' ? { is: 'paused', share: before.share } : before));
    },
    resume: () => {
      setUpload((before) => ('share' in before ? { is: 'going', share: before.share } : before));
      going.current?.resume();
    },
  };
}
