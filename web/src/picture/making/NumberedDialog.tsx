import { useState } from 'react';
import { z } from 'zod';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { Button, DecimalField, Dialog, Tick } from '../../ui/index.ts';
import { type NumberedPictures, type PictureTiming } from './numbered-pictures.ts';

const FRAMES = z.int().min(1).max(1000);

interface NumberedDialogProps {
  pictures: NumberedPictures<File>;
  /** Keeps all of them; says how many are kept, and gives up where it is told to. */
  onTake: (timing: PictureTiming, onKept: (kept: number) => void, signal: AbortSignal) => Promise<void>;
  onApart: () => void;
  onClose: () => void;
}

/** Numbered pictures are one subject that shows one after another, or a subject each. */
export function NumberedDialog({ pictures: { name, frames }, onTake, onApart, onClose }: NumberedDialogProps) {
  const [how, setHow] = useState<'each' | 'numbered' | 'apart'>('each');
  const [each, setEach] = useState(1);
  const [kept, setKept] = useState<number | null>(null);
  const [stop] = useState(() => new AbortController());
  const first = useAppSelector((state) => selectMotion(state)!.range.first);
  const close = (): void => {
    stop.abort();
    onClose();
  };
  const take = (): void => {
    if (how === 'apart') {
      onApart();
      return;
    }
    setKept(0);
    void onTake(how === 'each' ? { each } : 'as-numbered', setKept, stop.signal);
  };
  const [from, to] = [frames[0]!.number, frames.at(-1)!.number];
  return (
    <Dialog
      open
      onClose={close}
      title={`${frames.length} numbered pictures: ${name}`}
      actions={
        <>
          <Button onClick={close}>Not now</Button>
          <Button kind="main" disabledReason={kept !== null && 'They are being kept.'} onClick={take}>
            Take them
          </Button>
        </>
      }
    >
      <fieldset className="grid gap-2 text-sm">
        <legend className="sr-only">What becomes of them</legend>
        <div className="flex items-end gap-3">
          <Tick type="radio" name="numbered" checked={how === 'each'} onTick={() => setHow('each')} className="h-8">
            One subject, each picture for
          </Tick>
          <span className="w-24">
            <DecimalField label="Frames" within={FRAMES} value={each} onDecimal={setEach} />
          </span>
        </div>
        <Tick type="radio" name="numbered" checked={how === 'numbered'} onTick={() => setHow('numbered')}>
          One subject, each on the frame of its number: {from} to {to} are {first} to {first + to - from}
        </Tick>
        <Tick type="radio" name="numbered" checked={how === 'apart'} onTick={() => setHow('apart')}>
          A subject each
        </Tick>
      </fieldset>
      {kept !== null && (
        <p role="status" className="mt-3 flex items-center gap-3 text-sm text-faint">
          <progress aria-label="Keeping pictures" max={frames.length} value={kept} className="w-40" />
          {kept} of {frames.length} kept
        </p>
      )}
    </Dialog>
  );
}
