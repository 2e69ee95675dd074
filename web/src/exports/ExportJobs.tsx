import { X } from 'lucide-react';
import { Button } from '../ui/index.ts';
import { type ExportJob, useExportJobs } from './export-jobs.ts';

/** Of less than this share nobody can tell how long the rest takes. */
const TOLD_FROM = 0.04;

/** How long it will still take, as far as can be told. */
function left({ done, of, since }: ExportJob): string {
  if (since === null || done - since.done < TOLD_FROM * of) return '';
  const seconds = Math.ceil(((performance.now() - since.at) / (done - since.done)) * (of - done) * 0.001);
  return seconds < 1 ? '' : `, about ${seconds} s left`;
}

/** Files that are being made, on whatever screen. */
export function ExportJobs() {
  const jobs = useExportJobs();
  if (jobs.length === 0) return null;
  return (
    <ul aria-label="Files being made" className="fixed right-4 bottom-4 z-50 grid gap-2">
      {jobs.map((job) => (
        <li
          key={job.id}
          className="flex items-center gap-3 rounded-lg border border-rule bg-page px-3 py-2 text-sm shadow-xl"
        >
          <span className="max-w-64 truncate">{job.name}</span>
          <progress aria-label={`Making ${job.name}`} max={job.of} value={job.done} className="w-32" />
          <span className="figures text-xs text-faint">
            {Math.floor(job.done)} of {job.of}
            {left(job)}
          </span>
          <Button small square kind="quiet" aria-label={`Stop making ${job.name}`} onClick={job.cancel}>
            <X size={14} />
          </Button>
        </li>
      ))}
    </ul>
  );
}
