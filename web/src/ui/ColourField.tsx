import { Pipette } from 'lucide-react';
import { useEffect, useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';
import { Button } from './Button.tsx';
import { INPUT } from './Field.tsx';
import { Popover } from './Popover.tsx';

interface ColourFieldProps {
  /** What has this colour, for who does not see it. */
  label: string;
  /** #rrggbb. */
  value: string;
  onColour: (colour: string) => void;
  /** Shown while the colour is being looked for; null when that is over without one. */
  onTry?: (colour: string | null) => void;
  disabledReason?: string | false;
}

/** A colour: picked, written, or taken from a picture on the page. */
export function ColourField({ label, value, onColour, onTry, disabledReason = false }: ColourFieldProps) {
  const [tried, setTried] = useState<string | null>(null);
  const keep = (colour: string | null): void => {
    setTried(null);
    onTry?.(null);
    if (colour !== null && colour !== value) onColour(colour);
  };
  return (
    <Popover
      label={label}
      narrow
      onClose={() => keep(tried)}
      trigger={
        <Button
          square
          aria-label={`${label}: ${value}`}
          tip={`${label}: ${value}`}
          disabledReason={disabledReason}
          className="p-1!"
        >
          <span className="h-full w-full rounded-sm border border-ink/30" style={{ background: tried ?? value }} />
        </Button>
      }
    >
      <div className="grid gap-2">
        <HexColorPicker
          color={tried ?? value}
          onChange={(colour) => {
            setTried(colour);
            onTry?.(colour);
          }}
        />
        <div className="flex gap-1.5">
          <HexColorInput
            aria-label={`${label}, written`}
            prefixed
            color={tried ?? value}
            className={`${INPUT} figures`}
            onChange={setTried}
            onKeyDown={(event) => event.key === 'Enter' && keep(tried)}
          />
          <EyedropperButton onColour={keep} />
        </div>
      </div>
    </Popover>
  );
}

/** Takes the next colour that is pressed on a picture of the page. */
export function EyedropperButton({ onColour }: { onColour: (colour: string) => void }) {
  const [isLooking, setLooking] = useState(false);
  useEffect(() => {
    if (!isLooking) return undefined;
    const take = (event: PointerEvent): void => {
      const canvas = (event.target as Element).closest('[data-stage]')?.querySelector('canvas');
      setLooking(false);
      if (!canvas) return;
      event.preventDefault();
      event.stopPropagation();
      const colour = colourAt(canvas, event.clientX, event.clientY);
      if (colour) onColour(colour);
    };
    const escape = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') setLooking(false);
    };
    document.body.style.cursor = 'crosshair';
    window.addEventListener('pointerdown', take, true);
    window.addEventListener('keydown', escape, true);
    return () => {
      document.body.style.cursor = '';
      window.removeEventListener('pointerdown', take, true);
      window.removeEventListener('keydown', escape, true);
    };
  }, [isLooking, onColour]);
  return (
    <Button
      square
      aria-pressed={isLooking}
      aria-label="Take a colour from the picture"
      tip={isLooking ? 'Now press on the picture' : 'Take a colour from the picture'}
      className={isLooking ? 'border-accent! text-accent' : ''}
      onClick={() => setLooking(!isLooking)}
    >
      <Pipette size={14} />
    </Button>
  );
}

function colourAt(canvas: HTMLCanvasElement, clientX: number, clientY: number): string | null {
  const box = canvas.getBoundingClientRect();
  const pixel = canvas
    .getContext('2d')
    ?.getImageData(
      Math.floor(((clientX - box.left) / box.width) * canvas.width),
      Math.floor(((clientY - box.top) / box.height) * canvas.height),
      1,
      1,
    ).data;
  return pixel ? `#${[...pixel.subarray(0, 3)].map((byte) => byte.toString(16).padStart(2, '0')).join('')}` : null;
}
