import { accept, createKey, FRAME_LIMIT, type Look, type Point, problemOf } from '@undulan/core';
import { type DragEvent, type ReactNode, useCallback, useEffect, useState } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { useAppStore } from '../../state/index.ts';
import { sayProblem, useFileChoice } from '../../ui/index.ts';
import { placeOn } from '../stage/index.ts';
import { framesOfPictures, type NumberedPictures, numberedPictures, type PictureTiming } from './numbered-pictures.ts';
import { NumberedDialog } from './NumberedDialog.tsx';
import { MOST_PICTURES, picturesInZip } from './pictures-in-zip.ts';
import { useNewSubject } from './use-new-subject.ts';
import { PICTURE_TYPES, useReadPicture } from './use-read-picture.ts';

interface ScenePictures {
  /** Asks for a file. */
  choose: () => void;
  /** For the element that pictures are dropped on. */
  target: { onDragOver: (event: DragEvent) => void; onDrop: (event: DragEvent) => void };
  /** To be put into the page. */
  input: ReactNode;
}

/** Puts pictures onto the stage: from files, dropped where they are to be, or pasted. */
export function useScenePictures(courseId: string, may: boolean): ScenePictures {
  const read = useReadPicture(courseId);
  const create = useNewSubject();
  const store = useAppStore();
  const [numbered, setNumbered] = useState<{ pictures: NumberedPictures<File>; at: Point } | null>(null);
  const putEach = useCallback(
    async (files: readonly File[], at: Point): Promise<void> => {
      for (const [i, file] of files.entries()) {
        const picture = await read(file);
        if ('problem' in picture) sayProblem(picture.problem);
        else create(picture.look, { x: at.x + i * 20, y: at.y + i * 20 }, { name: picture.name });
      }
    },
    [read, create],
  );
  const put = useCallback(
    async (given: readonly File[], where: Point | null): Promise<void> => {
      const stage = selectMotion(store.getState())?.stage;
      if (!stage) return;
      const at = where ?? { x: stage.widthPx / 2, y: stage.heightPx / 2 };
      const read = await Promise.all(given.map(async (file) => (isZip(file) ? picturesInZip(file) : accept([file]))));
      const files = read.flatMap((one) => (one.ok ? one.value : []));
      const problem =
        read.map(problemOf).find((said) => said !== null) ??
        (files.length > MOST_PICTURES ? `At most ${MOST_PICTURES} pictures come in at a time.` : null);
      if (problem) {
        sayProblem(problem);
        return;
      }
      const pictures = numberedPictures(files.map((file) => ({ name: file.name, picture: file })));
      if (pictures) setNumbered({ pictures, at });
      else await putEach(files, at);
    },
    [putEach, store],
  );
  const putPile: NumberedTaken = async (timing, onKept, signal) => {
    const { pictures, at } = numbered!;
    const { first } = selectMotion(store.getState())!.range;
    const frames = framesOfPictures(pictures, timing, first);
    if (frames.at(-1)! > FRAME_LIMIT) {
      sayProblem('The last of them would be further on than a motion goes.');
      setNumbered(null);
      return;
    }
    const looks: Look[] = [];
    for (const { picture } of pictures.frames) {
      const one = await read(picture, 'pixels');
      if (signal.aborted) return;
      if ('problem' in one) {
        sayProblem(one.problem);
        setNumbered(null);
        return;
      }
      looks.push(one.look);
      onKept(looks.length);
    }
    setNumbered(null);
    const { widthPx, heightPx, fill } = looks[0]!;
    const keys = frames.map((frame, i) => createKey(frame, i + 1, { leave: 'step' }));
    const pictureIds = looks.map(({ pictureId }) => pictureId!);
    const pile: Look = { shape: 'picture', widthPx, heightPx, fill, pictureIds };
    create(pile, at, { name: pictures.name, keys: { drawing: keys } });
  };
  const { input, choose } = useFileChoice({
    label: 'Picture file',
    accept: `${PICTURE_TYPES},.zip,application/zip`,
    multiple: true,
    onFiles: (files) => void put(files, null),
  });
  useEffect(() => {
    if (!may) return undefined;
    const paste = (event: ClipboardEvent): void => {
      const files = [...(event.clipboardData?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
      if (files.length === 0) return;
      event.preventDefault();
      void put(files, null);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [may, put]);
  return {
    choose,
    target: {
      onDragOver: (event) => {
        if (may && event.dataTransfer.types.includes('Files')) event.preventDefault();
      },
      onDrop: (event) => {
        if (!may || event.dataTransfer.files.length === 0) return;
        event.preventDefault();
        const stage = selectMotion(store.getState())?.stage;
        const layer = event.currentTarget.querySelector('[data-stage]');
        void put([...event.dataTransfer.files], layer && stage ? placeOn(layer, stage, event) : null);
      },
    },
    input: (
      <>
        {input}
        {numbered && (
          <NumberedDialog
            pictures={numbered.pictures}
            onTake={putPile}
            onApart={() => {
              setNumbered(null);
              const files = numbered.pictures.frames.map(({ picture }) => picture);
              void putEach(files, numbered.at);
            }}
            onClose={() => setNumbered(null)}
          />
        )}
      </>
    ),
  };
}

type NumberedTaken = (timing: PictureTiming, onKept: (kept: number) => void, signal: AbortSignal) => Promise<void>;

const isZip = ({ name, type }: File): boolean => /\.zip$/i.test(name) || /zip/.test(type);
