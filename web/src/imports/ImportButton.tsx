import { type NumberTable, problemOf, readNumberTable, readProject } from '@undulan/core';
import { FileUp } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Button, sayProblem, useFileChoice } from '../ui/index.ts';
import { type Imported, importedProject } from './imported.ts';
import { useKeepPicture } from './use-keep-picture.ts';

const TableDialog = lazy(async () => ({ default: (await import('./TableDialog.tsx')).TableDialog }));

/** More than this is no motion, but a way to fill a memory. */
const MOST_BYTES = 40_000_000;

interface ImportButtonProps {
  courseId: string;
  onImported: (imported: Imported) => void;
}

/** Reads a motion in from a file: a project at once, a table after its columns are named. */
export function ImportButton({ courseId, onImported }: ImportButtonProps) {
  const [table, setTable] = useState<{ title: string; table: NumberTable } | null>(null);
  const keep = useKeepPicture(courseId);
  const readIn = async (chosen: File): Promise<void> => {
    if (chosen.size > MOST_BYTES) {
      sayProblem('This file is too large: a motion as a file has at most 40 MB.');
      return;
    }
    const text = await chosen.text();
    const title = chosen.name.replace(/(\.undulan)?\.[^.]*$/, '');
    if (/^\s*[{[]/.test(text)) {
      const read = readProject(text);
      const imported = read.ok ? await importedProject(read.value, keep) : read;
      if (imported.ok) onImported(imported.value);
      else sayProblem(problemOf(imported)!);
      return;
    }
    const read = readNumberTable(text);
    if (read.ok) setTable({ title, table: read.value });
    else sayProblem(problemOf(read)!);
  };
  const { input, choose } = useFileChoice({
    label: 'File of a motion',
    accept: '.json,.csv,.tsv,.txt,application/json,text/csv',
    onFiles: ([file]) => void readIn(file),
  });
  return (
    <>
      {input}
      <Button onClick={choose}>
        <FileUp size={15} /> A project or a table …
      </Button>
      {table && (
        <Suspense fallback={null}>
          <TableDialog
            {...table}
            onTaken={(motion) => {
              setTable(null);
              onImported({ title: table.title, motion, terms: null });
            }}
            onClose={() => setTable(null)}
          />
        </Suspense>
      )}
    </>
  );
}
