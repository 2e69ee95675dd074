import { type Look, pictureAt } from '@undulan/core';
import { selectMotion } from '../../editing/index.ts';
import { PICTURE_TYPES, useReadPicture } from '../../picture/making/index.ts';
import { loadedPicture, useLoadedPictures } from '../../picture/stage/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { Button, sayProblem, useFileChoice } from '../../ui/index.ts';

interface PictureFieldsProps {
  look: Look;
  courseId: string;
  onLook: (look: Look) => void;
}

const MOST_PX = 10_000;

/** A picture in its own size or as large as the stage; another in its place, as wide: how it moves stays. */
export function PictureFields({ look, courseId, onLook }: PictureFieldsProps) {
  const read = useReadPicture(courseId);
  const stage = useAppSelector((state) => selectMotion(state)!.stage);
  // Its size is known once it is there.
  useLoadedPictures();
  const id = pictureAt(look, 1);
  const picture = id === undefined ? null : loadedPicture(id, Infinity);
  const sized = (by: number): void => {
    const { width, height } = picture!;
    const side = (px: number): number => Math.min(MOST_PX, Math.max(1, Math.round(px * by)));
    onLook({ ...look, widthPx: side(width), heightPx: side(height) });
  };
  const replace = async (file: File): Promise<void> => {
    const other = await read(file);
    if ('problem' in other) sayProblem(other.problem);
    else {
      const by = look.widthPx / other.look.widthPx;
      onLook({ ...other.look, widthPx: look.widthPx, heightPx: Math.max(1, Math.round(other.look.heightPx * by)) });
    }
  };
  const { input, choose } = useFileChoice({
    label: 'Picture in its place',
    accept: PICTURE_TYPES,
    onFiles: ([file]) => void replace(file),
  });
  const waiting = !picture && 'The picture is not there yet.';
  return (
    <span className="flex flex-wrap gap-1.5">
      <Button small tip="It keeps its place and its keys" onClick={choose}>
        Replace the picture …
      </Button>
      <Button small tip="A pixel of it is one of the stage" disabledReason={waiting} onClick={() => sized(1)}>
        Its own size
      </Button>
      <Button
        small
        tip="As large as the stage holds"
        disabledReason={waiting}
        onClick={() => sized(Math.min(stage.widthPx / picture!.width, stage.heightPx / picture!.height))}
      >
        Fit to the stage
      </Button>
      {input}
    </span>
  );
}
