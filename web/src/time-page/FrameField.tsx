import { useCallback, useRef, useState } from 'react';
import { travelSeconds } from '@undulan/core';
import { useClock, useOnFrame } from './clock-context.tsx';

/** The frame now, in a field that takes another, and the seconds since the first frame. */
export function FrameField() {
  const clock = useClock();
  const field = useRef<HTMLInputElement>(null);
  const seconds = useRef<HTMLSpanElement>(null);
  const [refused, setRefused] = useState(false);
  const { first, last } = clock.range;

  useOnFrame(
    useCallback(
      (frame) => {
        if (field.current && document.activeElement !== field.current) field.current.value = String(frame);
        if (seconds.current) seconds.current.textContent = `${travelSeconds(clock.range.first, frame, clock.rate).toFixed(3)} s`;
      },
      [clock],
    ),
  );

  const commit = (): void => {
    const text = field.current!.value.trim();
    const frame = Number(text);
    const fits = text !== '' && Number.isInteger(frame) && frame >= first && frame <= last;
    setRefused(!fits);
    if (!fits) return;
    clock.stop();
    clock.seek(frame);
  };
  const goBack = (): void => {
    field.current!.value = String(clock.frame);
    setRefused(false);
  };

  return (
    <div className="relative flex items-center gap-2">
      <input
        ref={field}
        aria-label="Frame"
        aria-description={`A frame from ${first} to ${last}`}
        inputMode="numeric"
        defaultValue={clock.frame}
        aria-invalid={refused || undefined}
        onFocus={(event) => event.currentTarget.select()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') goBack();
        }}
        onBlur={goBack}
        className="figures h-8 w-14 rounded-md border border-rule bg-page text-center text-[15px] font-semibold aria-invalid:border-danger aria-invalid:text-danger"
      />
      <span ref={seconds} className="figures w-[62px] text-xs text-faint" />
      {refused && (
        <p role="alert" className="absolute top-9 left-0 z-20 rounded-md border border-danger bg-page px-2 py-1 text-xs whitespace-nowrap text-danger shadow">
          A whole frame from {first} to {last}, please.
        </p>
      )}
    </div>
  );
}
