import { useEffect } from 'react';
import { useAppDispatch } from '../state/index.ts';
import { previewEdit } from './edits.ts';

/** What is shown while it is pointed at ends with the sheet it was pointed at in. */
export function usePreviewEnds(): void {
  const dispatch = useAppDispatch();
  useEffect(() => () => void dispatch(previewEdit(null)), [dispatch]);
}
