import { type NumberTable, problemOf, type Rate, type ReadGltf, readMotionFile } from '@undulan/core';
import { lazy, type ReactElement, Suspense, useState } from 'react';
import { sayProblem, useFileChoice } from '../ui/index.ts';
import type { Imported } from './imported.ts';

const TableDialog = lazy(async () => ({ default: (await import('./TableDialog.tsx')).TableDialog }));
const GltfDialog = lazy(async () => ({ default: (await import('./GltfDialog.tsx')).GltfDialog }));

/** More than this is no motion, but a way to fill a memory. */
const MOST_BYTES = 40_000_000;

/** What was read and is to be said more of, before it is a motion. */
type Asked = { title: string; table: NumberTable } | { title: string; gltf: ReadGltf };

interface MotionFile {
  /** What times are read by, where a file has none of its own. */
  rate?: Rate;
  onImported: (imported: Imported) => Promise<void> | void;
}

/** Reads a motion from a file: a project at once, a table or an animation of nodes after it is said what is what. */
export function useMotionFile({ rate = { num: 24, den: 1 }, onImported }: MotionFile): {
  parts: ReactElement;
  choose: () => void;
} {
  const [asked, setAsked] = useState<Asked | null>(null);
  const readIn = async (chosen: File): Promise<void> => {
    if (chosen.size > MOST_BYTES) {
      sayProblem('This file is too large: a motion as a file has at most 40 MB.');
      return;
    }
    const title = chosen.name.replace(/(\.undulan)?\.[^.]*$/, '');
    const read = readMotionFile(new Uint8Array(await chosen.arrayBuffer()));
    if (!read.ok) sayProblem(problemOf(read)!);
    else if ('project' in read.value) await onImported(read.value.project);
    else setAsked({ title, ...read.value });
  };
  const { input, choose } = useFileChoice({
    label: 'File of a motion',
    accept: '.json,.csv,.tsv,.txt,.gltf,.glb,application/json,text/csv,model/gltf+json,model/gltf-binary',
    onFiles: ([file]) => void readIn(file),
  });
  const close = (): void => setAsked(null);
  const take = (motion: Imported['motion']): void => {
    close();
    void onImported({ title: asked!.title, motion, terms: null, pictures: {} });
  };
  return {
    choose,
    parts: (
      <>
        {input}
        <Suspense fallback={null}>
          {asked && 'table' in asked && <TableDialog {...asked} rate={rate} onTaken={take} onClose={close} />}
          {asked && 'gltf' in asked && <GltfDialog {...asked} rate={rate} onTaken={take} onClose={close} />}
        </Suspense>
      </>
    ),
  };
}
