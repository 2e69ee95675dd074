import { Button, Problem } from '../ui/index.ts';
import type { UploadState } from './use-clip-upload.ts';

/** How far the clip is on its way, to be held and to go on with. */
export function UploadLine({
  upload,
  done,
  onPause,
  onResume,
}: {
  upload: UploadState;
  /** What is said once it is there. */
  done: string;
  onPause: () => void;
  onResume: () => void;
}) {
  if (upload.is === 'none') return null;
  if (upload.is === 'there') return <p className="text-faint">{done}</p>;
  const percent = Math.round(100 * upload.share);
  return (
    <div className="grid gap-1.5">
      <div className="flex items-center gap-2">
        <progress aria-label="Sent" max={100} value={percent} className="h-2 min-w-0 flex-1 accent-[var(--accent)]" />
        <span className="figures text-xs text-faint">{percent} %</span>
        {upload.is === 'going' ? (
          <Button small onClick={onPause}>
            Pause
          </Button>
        ) : (
          <Button small onClick={onResume}>
            Go on
          </Button>
        )}
      </div>
      {upload.is === 'stopped' && <Problem>{upload.why}</Problem>}
    </div>
  );
}
