import { problemOf } from '@undulan/core';
import { FileUp } from 'lucide-react';
import { Button, sayProblem } from '../ui/index.ts';
import { type Imported, withPicturesKept } from './imported.ts';
import { useKeepPicture } from './use-keep-picture.ts';
import { useMotionFile } from './use-motion-file.tsx';

interface ImportButtonProps {
  courseId: string;
  onImported: (imported: Imported) => void;
}

/** Reads a motion in from a file, to begin something with. */
export function ImportButton({ courseId, onImported }: ImportButtonProps) {
  const keep = useKeepPicture(courseId);
  const { parts, choose } = useMotionFile({
    onImported: async (imported) => {
      const kept = await withPicturesKept(imported, keep);
      if (kept.ok) onImported(kept.value);
      else sayProblem(problemOf(kept)!);
    },
  });
  return (
    <>
      {parts}
      <Button onClick={choose}>
        <FileUp size={15} /> A project, a table or glTF …
      </Button>
    </>
  );
}
