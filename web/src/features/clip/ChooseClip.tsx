import type { Assignment } from '@undulan/contract';
import { clsx } from 'clsx';
import { Film } from 'lucide-react';
import { type DragEvent, useState } from 'react';
import { closedReason } from '../../reviewing/index.ts';
import { Button, Problem, useFileChoice } from '../../ui/index.ts';

const ACCEPT = '.webm,.mp4,.m4v,.mov,.gif,.png,.apng,.jpg,.jpeg,.webp,.zip';

/** Which clip: dropped here, or chosen. */
export function ChooseClip({
  assignment,
  onChosen,
}: {
  assignment: Assignment;
  onChosen: (files: readonly File[]) => void;
}) {
  const [isOver, setIsOver] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { megabytes, seconds } = assignment.clipLimits;
  const closed =
    assignment.accepts === 'keyed'
      ? 'This exercise takes no clips: it is keyed on the Bench.'
      : closedReason(assignment);
  const take = (files: readonly File[]): void => {
    const bytes = files.reduce((sum, { size }) => sum + size, 0);
    if (files.length === 0) setProblem('There was no file in what you dropped.');
    else if (bytes > megabytes * 1e6)
      setProblem(`This clip has ${Math.ceil(bytes / 1e6)} MB; one of this exercise has at most ${megabytes} MB.`);
    else onChosen(files);
  };
  const { input, choose } = useFileChoice({ label: 'Clip', accept: ACCEPT, multiple: true, onFiles: take });
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setIsOver(false);
    if (!closed) take([...event.dataTransfer.files]);
  };
  return (
    <div className="grid h-full place-items-center p-6">
      <section
        aria-label="Choose a clip"
        onDragOver={(event) => {
          event.preventDefault();
          setIsOver(true);
        }}
        onDragLeave={() => setIsOver(false)}
        onDrop={drop}
        className={clsx(
          'grid w-full max-w-xl justify-items-center gap-3 rounded-xl border-2 border-dashed p-10 text-center',
          isOver ? 'border-accent bg-shade' : 'border-rule',
        )}
      >
        <Film aria-hidden="true" className="h-8 w-8 text-faint" />
        <h2 className="text-lg">Drop your clip here</h2>
        <p className="max-w-md text-sm text-faint">
          WebM, MP4, GIF, animated PNG, or numbered images (all of them together, or in a zip): at most {megabytes} MB
          and {seconds} s. Then you point at the subject, and see what is read of it before you hand it in.
        </p>
        {input}
        <Button kind="main" disabledReason={closed} onClick={choose}>
          Choose a file …
        </Button>
        {(problem ?? closed) && <Problem>{problem ?? closed}</Problem>}
      </section>
    </div>
  );
}
