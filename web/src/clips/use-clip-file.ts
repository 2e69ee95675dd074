import { useEffect, useState } from 'react';

const NOTHING: readonly File[] = [];

interface ClipFile {
  /** The one file, once it is there; the same list while it is the same. */
  files: readonly File[];
  problem: string | null;
}

/** Fetches the bytes of a clip that the server keeps; of none nothing. */
export function useClipFile(id: string | undefined, name: string): ClipFile {
  const [fetched, setFetched] = useState<(ClipFile & { id: string }) | null>(null);
  useEffect(() => {
    if (!id) return undefined;
    const leaving = new AbortController();
    const fetchIt = async (): Promise<void> => {
      const answer = await fetch(`/api/clips/${id}`, { signal: leaving.signal });
      if (!answer.ok) throw new Error('The clip could not be fetched.');
      const bytes = await answer.blob();
      setFetched({ id, files: [new File([bytes], name, { type: bytes.type })], problem: null });
    };
    fetchIt().catch(() => {
      if (!leaving.signal.aborted) setFetched({ id, files: NOTHING, problem: 'The clip could not be fetched.' });
    });
    return () => leaving.abort();
  }, [id, name]);
  return fetched && fetched.id === id ? fetched : { files: NOTHING, problem: null };
}
