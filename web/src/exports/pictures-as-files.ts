import type { ProjectPicture } from '@undulan/core';

/** Pictures of scenes as they are kept, with all their bytes, for a file; those that cannot be had are left out. */
export async function picturesAsFiles(ids: readonly string[]): Promise<Record<string, ProjectPicture>> {
  const all = await Promise.all(
    ids.map(async (id): Promise<[string, ProjectPicture][]> => {
      const answer = await fetch(`/api/pictures/${id}`);
      if (!answer.ok) return [];
      const bytes = new Uint8Array(await answer.arrayBuffer());
      let binary = '';
      for (const byte of bytes) binary += String.fromCharCode(byte);
      return [[id, { type: answer.headers.get('content-type') as ProjectPicture['type'], base64: btoa(binary) }]];
    }),
  );
  return Object.fromEntries(all.flat());
}
