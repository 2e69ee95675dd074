import type { Words } from '@undulan/core';
import { selectMotion } from '../../editing/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { useClock } from '../../time/index.ts';
import { placeOn, sizeOfWords } from '../stage/index.ts';
import type { ToolSettings } from './tool.ts';
import { useNewSubject } from './use-new-subject.ts';

const NEW_WORDS: Words = { words: 'Text', font: 'heading', weight: 600, sizePx: 48 };

/** Lies over the picture: a press puts words there, to be changed beside it. */
export function TextPad({ settings, onPut }: { settings: ToolSettings; onPut: () => void }) {
  const clock = useClock();
  const { stage } = useAppSelector(selectMotion)!;
  const create = useNewSubject();
  return (
    <div
      role="img"
      aria-label="Press where words are to stand"
      className="absolute inset-0 cursor-text touch-none"
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        clock.stop();
        const at = placeOn(event.currentTarget, stage, event);
        create({ shape: 'text', ...sizeOfWords(NEW_WORDS), fill: settings.stroke, stroke: null, text: NEW_WORDS }, at);
        onPut();
      }}
    />
  );
}
