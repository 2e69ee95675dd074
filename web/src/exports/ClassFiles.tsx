import { lazy, Suspense } from 'react';
import type { ClassFilesDialogProps } from './ClassFilesDialog.tsx';

const ClassFilesDialog = lazy(async () => ({ default: (await import('./ClassFilesDialog.tsx')).ClassFilesDialog }));

/** The sheet of a class's takes, fetched when it is opened. */
export function ClassFiles(props: ClassFilesDialogProps) {
  return (
    <Suspense fallback={null}>
      <ClassFilesDialog {...props} />
    </Suspense>
  );
}
