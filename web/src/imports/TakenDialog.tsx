import { type MotionDocument, problemOf, type Result } from '@undulan/core';
import type { ReactNode } from 'react';
import { MotionPicture } from '../picture/stage/index.ts';
import { Button, Dialog, Tick } from '../ui/index.ts';

/** What a file came to. */
interface Taken {
  motion: MotionDocument;
  keys: number;
  /** So many of them, as they change next to nothing. */
  gaveWay: number;
  /** What of the file is not in it. */
  says?: readonly string[];
}

interface TakenDialogProps {
  title: string;
  made: Result<Taken>;
  /** Whether keys that change next to nothing are left out; null where there are none to leave out. */
  thin: boolean | null;
  onThin: (thin: boolean) => void;
  onTaken: (motion: MotionDocument) => void;
  onClose: () => void;
  /** What is said of the file. */
  children: ReactNode;
}

/** What is said of a file at the left, what it comes to at the right, moving, before it is taken. */
export function TakenDialog({ title, made, thin, onThin, onTaken, onClose, children }: TakenDialogProps) {
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title={title}
      actions={
        <>
          <Button onClick={onClose}>Not now</Button>
          <Button
            kind="main"
            disabledReason={problemOf(made) ?? false}
            onClick={() => made.ok && onTaken(made.value.motion)}
          >
            Take it
          </Button>
        </>
      }
    >
      <div className="grid grid-cols-[1fr_20rem] gap-4">
        <div className="grid content-start gap-3">{children}</div>
        <div className="grid content-start gap-2">
          {made.ok && <MotionPicture motion={made.value.motion} widthPx={318} label="The motion of the file" />}
          {thin !== null && (
            <Tick checked={thin} onTick={onThin}>
              leave keys out that change next to nothing
            </Tick>
          )}
          <p role="status" className="text-sm text-faint">
            {made.ok ? wordsFor(made.value, thin === true) : problemOf(made)}
          </p>
          {made.ok &&
            made.value.says?.map((said) => (
              <p key={said} className="text-sm text-faint">
                {said}
              </p>
            ))}
        </div>
      </div>
    </Dialog>
  );
}

function wordsFor({ motion: { range }, keys, gaveWay }: Taken, thin: boolean): string {
  return `Frames ${range.first} to ${range.last}; ${keys} keys` + (thin ? `, of which ${gaveWay} give way.` : '.');
}
