import { createKey, FRAME_LIMIT, type Look, lookOfDrawings, type Point } from '@undulan/core';
import DOMPurify from 'dompurify';
import { type DragEvent, type ReactNode, useCallback, useEffect, useState } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { explain, useKeepScenePictureMutation } from '../../server-data/index.ts';
import { useAppStore } from '../../state/index.ts';
import { sayProblem, useFileChoice } from '../../ui/index.ts';
import { placeOn } from '../stage/index.ts';
import { framesOfPictures, type NumberedPictures, numberedPictures, type PictureTiming } from './numbered-pictures.ts';
import { NumberedDialog } from './NumberedDialog.tsx';
import { picturesInZip } from './pictures-in-zip.ts';
import { svgOutlines } from './svg-outlines.ts';
import { useNewSubject } from './use-new-subject.ts';

export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';
const MOST_BYTES = 12_000_000;
/** A pile has no more. */
const MOST_PICTURES = 400;
/** A drawn picture that is kept as pixels is this large at most, its longer side. */
const MOST_SIDE_PX = 2048;

/** What a picture looks like on the stage, from its file; or what is wrong with it. */
export type PictureRead = { look: Look; name: string } | { problem: string };

const nameOf = (file: File): string => file.name.replace(/\.\w+$/, '').slice(0, 60) || 'Picture';

/** Pictures as subjects: chosen, dropped on the stage or pasted. */
export function useReadPicture(courseId: string): (file: File, as?: 'pixels') => Promise<PictureRead> {
  const [keep] = useKeepScenePictureMutation();
  const store = useAppStore();
  return useCallback(
    async (file, as) => {
      if (file.size > MOST_BYTES)
        return { problem: `“${file.name}” is too large: a picture has at most ${MOST_BYTES / 1e6} MB.` };
      const name = nameOf(file);
      const isDrawn = file.type === 'image/svg+xml' || /\.svg$/i.test(file.name);
      const stage = selectMotion(store.getState())?.stage;
      const fitted = (widthPx: number, heightPx: number): { widthPx: number; heightPx: number } => {
        const by = stage ? Math.min(1, stage.widthPx / widthPx, stage.heightPx / heightPx) : 1;
        return { widthPx: Math.max(1, Math.round(widthPx * by)), heightPx: Math.max(1, Math.round(heightPx * by)) };
      };
      if (isDrawn && as !== 'pixels') {
        const outlines = svgOutlines(await file.text());
        if (outlines) {
          const look: Look = {
            shape: 'drawn',
            widthPx: outlines.widthPx,
            heightPx: outlines.heightPx,
            fill: '#000000',
          };
          return { look: lookOfDrawings(look, [{ lines: outlines.lines }]), name };
        }
      }
      try {
        const picture = isDrawn ? await drawnAsPixels(file) : file;
        const bitmap = await createImageBitmap(picture);
        const size = fitted(bitmap.width, bitmap.height);
        bitmap.close();
        const answer = await keep({ courseId, picture });
        if (!answer.data) return { problem: explain(answer.error) };
        return { look: { shape: 'picture', ...size, fill: '#6b7680', pictureId: answer.data.id }, name };
      } catch {
        return { problem: `“${file.name}” cannot be drawn: a PNG, JPEG, WebP, GIF or SVG file, please.` };
      }
    },
    [courseId, keep, store],
  );
}

/** An SVG file drawn as an image, in which nothing runs and nothing is fetched. */
async function drawnAsPixels(file: File): Promise<Blob> {
  // What would run or hold a page of its own is taken out, else the browser keeps the picture to itself.
  const safe = DOMPurify.sanitize(await file.text(), { USE_PROFILES: { svg: true, svgFilters: true } });
  const address = URL.createObjectURL(new Blob([safe], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const [width, height] = [image.naturalWidth || 512, image.naturalHeight || 512];
    const by = Math.min(MOST_SIDE_PX / Math.max(width, height), Math.max(1, 1024 / Math.max(width, height)));
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * by)), Math.max(1, Math.round(height * by)));
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: 'image/png' });
  } finally {
    URL.revokeObjectURL(address);
  }
}

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
      try {
        const files = (
          await Promise.all(given.map(async (file) => (isZip(file) ? picturesInZip(file) : [file])))
        ).flat();
        if (files.length === 0) throw new Error('there is no picture in it');
        if (files.length > MOST_PICTURES) throw new Error(`at most ${MOST_PICTURES} pictures come in at a time`);
        const pictures = numberedPictures(files.map((file) => ({ name: file.name, picture: file })));
        if (pictures) setNumbered({ pictures, at });
        else await putEach(files, at);
      } catch (error) {
        sayProblem(`“${given[0]!.name}” cannot be read: ${(error as Error).message}.`);
      }
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
