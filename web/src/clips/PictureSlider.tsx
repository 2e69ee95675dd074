import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Button } from '../ui/index.ts';

interface PictureSliderProps {
  /** The picture that is shown, by its number from 0, and the last one there is. */
  number: number;
  last: number;
  onShow: (number: number) => void;
}

/** Goes through the pictures of a clip. */
export function PictureSlider({ number, last, onShow }: PictureSliderProps) {
  return (
    <div className="flex items-center gap-2">
      <Button square small aria-label="One picture back" onClick={() => onShow(Math.max(0, number - 1))}>
        <ChevronLeft className="h-4 w-4" />
      </Button>
      <input
        type="range"
        aria-label="Picture"
        min={0}
        max={last}
        value={number}
        onChange={(event) => onShow(Number(event.target.value))}
        className="min-w-0 flex-1 accent-[var(--accent)]"
      />
      <Button square small aria-label="One picture on" onClick={() => onShow(Math.min(last, number + 1))}>
        <ChevronRight className="h-4 w-4" />
      </Button>
      <span className="figures w-20 text-right text-xs text-faint">
        {number + 1} of {last + 1}
      </span>
    </div>
  );
}
