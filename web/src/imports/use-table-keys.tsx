import { extentOf, type MotionDocument, type NumberTable, problemOf, type Rate, readNumberTable } from '@undulan/core';
import { lazy, type ReactElement, Suspense, useState } from 'react';
import { applyEdit, selectMotion } from '../editing/index.ts';
import { useAppSelector, useAppStore } from '../state/index.ts';
import { sayProblem, useFileChoice } from '../ui/index.ts';

const TableDialog = lazy(async () => ({ default: (await import('./TableDialog.tsx')).TableDialog }));

/** The keys of a table's motion as a clip for a subject, counted from its first. */
export function clipFor(subjectId: string, { subjects }: MotionDocument) {
  const channels = subjects[0]!.channels.filter(({ keys }) => keys.length > 0);
  const { low, high } = extentOf(channels.flatMap(({ keys }) => keys.map(({ frame }) => frame)));
  return {
    start: low,
    clip: {
      spanFrames: high - low,
      channels: channels.map(({ id, keys }) => ({
        subjectId,
        channelId: id,
        keys: keys.map((key) => ({ ...key, frame: key.frame - low })),
      })),
    },
  };
}

/** Keys the selected subject by a table of numbers, on the table's own frames, in place of what is there. */
export function useTableKeys(): { parts: ReactElement; choose: () => void; isReady: boolean } {
  const store = useAppStore();
  const subjectId = useAppSelector((state) => state.selection.subjectId);
  const [table, setTable] = useState<{ title: string; table: NumberTable; rate: Rate } | null>(null);
  const { input, choose } = useFileChoice({
    label: 'File of keys',
    accept: '.csv,.tsv,.txt,text/csv',
    onFiles: ([file]) =>
      void file.text().then((text) => {
        const read = readNumberTable(text);
        const motion = selectMotion(store.getState());
        if (!read.ok) sayProblem(problemOf(read)!);
        else if (motion) setTable({ title: file.name, table: read.value, rate: motion.rate });
      }),
  });
  return {
    choose,
    isReady: subjectId !== null,
    parts: (
      <>
        {input}
        {table && (
          <Suspense fallback={null}>
            <TableDialog
              {...table}
              onTaken={(motion) => {
                setTable(null);
                if (!subjectId) return;
                const { clip, start } = clipFor(subjectId, motion);
                store.dispatch(applyEdit({ operation: 'pasteKeys', args: [clip, start, 'replace'] }));
              }}
              onClose={() => setTable(null)}
            />
          </Suspense>
        )}
      </>
    ),
  };
}
