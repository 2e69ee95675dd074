import { base64Of, type ProjectPicture } from '@undulan/core';

/** Pictures of scenes as they are kept, with all their bytes, for a file; those that cannot be had are left out. */
export async function picturesAsFiles(ids: readonly string[]): Promise<Record<string, ProjectPicture>> {
  const all = await Promise.all(
    ids.map(async (id): Promise<[string, ProjectPicture][]> => {
      const answer = await fetch(`/api/pictures/${id}`);
      if (!answer.ok) return [];
      const bytes = new Uint8Array(await answer.arrayBuffer());
      return [[id, { type: answer.headers.get('content-type') as ProjectPicture['type'], base64: base64Of(bytes) }]];
    }),
  );
  return Object.fromEntries(all.flat());
}
