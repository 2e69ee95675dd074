import { format } from 'date-fns';

/** A moment that something is due, in the reader's own time zone. */
export function formatDue(iso: string): string {
  return format(iso, 'EEE d MMM yyyy, HH:mm');
}
