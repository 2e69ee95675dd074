import type { Look } from '@undulan/core';
import { useRef } from 'react';
import { PICTURE_TYPES, useReadPicture } from '../../picture/making/index.ts';
import { Button, sayProblem } from '../../ui/index.ts';

interface ReplacePictureProps {
  look: Look;
  courseId: string;
  onLook: (look: Look) => void;
}

/** Another picture in the place of one, as wide; how it moves stays. */
export function ReplacePicture({ look, courseId, onLook }: ReplacePictureProps) {
  const read = useReadPicture(courseId);
  const input = useRef<HTMLInputElement>(null);
  const replace = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    const picture = await read(file);
    if ('problem' in picture) sayProblem(picture.problem);
    else {
      const by = look.widthPx / picture.look.widthPx;
      onLook({ ...picture.look, widthPx: look.widthPx, heightPx: Math.max(1, Math.round(picture.look.heightPx * by)) });
    }
  };
  return (
    <span>
      <Button small tip="It keeps its place and its keys" onClick={() => input.current?.click()}>
        Replace the picture …
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={PICTURE_TYPES}
        aria-label="Picture in its place"
        onChange={(event) => {
          void replace(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </span>
  );
}
