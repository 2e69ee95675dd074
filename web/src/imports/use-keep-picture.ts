import { accept, refuse } from '@undulan/core';
import { explain, useKeepScenePictureMutation } from '../server-data/index.ts';
import type { KeepPicture } from './imported.ts';

/** Keeps pictures of files in a course. */
export function useKeepPicture(courseId: string): KeepPicture {
  const [keepPicture] = useKeepScenePictureMutation();
  return async (picture) => {
    const answer = await keepPicture({ courseId, picture });
    return answer.data ? accept(answer.data.id) : refuse('picture', [], explain(answer.error));
  };
}
