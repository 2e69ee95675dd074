import { type Look, lookOfDrawings } from '@undulan/core';
import DOMPurify from 'dompurify';
import { useCallback } from 'react';
import { selectMotion } from '../../editing/index.ts';
import { explain, isProblem, useKeepScenePictureMutation } from '../../server-data/index.ts';
import { useAppStore } from '../../state/index.ts';
import { svgOutlines } from './svg-outlines.ts';

export const PICTURE_TYPES = 'image/png,image/jpeg,image/webp,image/gif,image/svg+xml';
const MOST_BYTES = 12_000_000;
/** A drawn picture that is kept as pixels is this large at most, its longer side. */
const MOST_SIDE_PX = 2048;

/** What a picture looks like on the stage, from its file; or what is wrong with it. */
export type PictureRead = { look: Look; name: string } | { problem: string };

const nameOf = (file: File): string => file.name.replace(/\.\w+$/, '').slice(0, 60) || 'Picture';

/** Reads pictures from files and keeps them in the course: as lines that can be changed, or as pixels. */
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
        // The server looks how large it is before anything is decoded.
        const { data, error } = await keep({ courseId, picture });
        if (!data) {
          const why = explain(error);
          return { problem: isProblem(error, 'invalid-request') ? `“${file.name}” cannot be drawn. ${why}` : why };
        }
        const size = fitted(data.widthPx, data.heightPx);
        return { look: { shape: 'picture', ...size, fill: '#6b7680', pictureId: data.id }, name };
      } catch {
        return { problem: `“${file.name}” cannot be drawn: this SVG file has nothing that a browser shows.` };
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
