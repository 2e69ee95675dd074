import { FileUp } from 'lucide-react';
import { Button } from '../ui/index.ts';
import type { Imported } from './imported.ts';
import { useMotionFile } from './use-motion-file.tsx';

interface ImportButtonProps {
  courseId: string;
  onImported: (imported: Imported) => void;
}

/** Reads a motion in from a file, to begin something with. */
export function ImportButton({ courseId, onImported }: ImportButtonProps) {
  const { parts, choose } = useMotionFile({ courseId, onImported });
  return (
    <>
      {parts}
      <Button onClick={choose}>
        <FileUp size={15} /> A project, a table or glTF …
      </Button>
    </>
  );
}
