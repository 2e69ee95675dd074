import { travelSeconds } from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useRef, useState, useSyncExternalStore } from 'react';
import { LiveFigures, parsePlace, type PlaybackClock, useClock, useMoving, useOnFrame } from '../time/index.ts';

const shown = (frame: number): string => String(Math.round(frame * 100) / 100);

const secondsAt = ({ range, rate }: PlaybackClock, frame: number): string =>
  `${travelSeconds(range.first, frame, rate).toFixed(3)} s`;

/**
 * The frame now, in a field that takes another (also as seconds or timecode), and the seconds since the first frame.
 */
export function FrameField() {
  const clock = useClock();
  const field = useRef<HTMLInputElement>(null);
  const moving = useMoving();
  const seconds = useSyncExternalStore(clock.subscribe, () => (clock.moving ? '' : secondsAt(clock, clock.frame)));
  const [refused, setRefused] = useState<string | null>(null);
  const { first, last } = clock.range;

  useOnFrame(
    useCallback(
      (frame) => {
        if (!clock.moving && field.current && document.activeElement !== field.current)
          field.current.value = shown(frame);
      },
      [clock],
    ),
  );

  const textsAt = useCallback(
    (frame: number) => [document.activeElement === field.current ? '' : shown(frame), secondsAt(clock, frame)],
    [clock],
  );

  const commit = (): void => {
    const place = parsePlace(field.current!.value, clock.range, clock.rate);
    if (!place.ok || place.value < first || place.value > last) {
      setRefused(place.ok ? `A frame from ${first} to ${last}, please.` : place.issues[0]!.message);
      return;
    }
    setRefused(null);
    clock.stop();
    clock.seek(place.value, { between: true });
    // The next keys pressed are shortcuts again.
    field.current!.blur();
  };
  const goBack = (): void => {
    field.current!.value = shown(clock.frame);
    setRefused(null);
  };

  return (
    <div className="relative flex items-center gap-2">
      <input
        ref={field}
        aria-label="Frame"
        aria-description={`A frame from ${first} to ${last}, or a time from the first such as 0.5s or 00:00:00:12`}
        title="Type a frame (12, 12.5), seconds (0.5s) or a timecode"
        defaultValue={shown(clock.frame)}
        aria-invalid={refused ? true : undefined}
        onFocus={(event) => event.currentTarget.select()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') goBack();
        }}
        onBlur={goBack}
        className={clsx(
          'figures h-8 w-16 rounded-md border border-rule bg-page text-center text-[15px]',
          '[contain:strict] font-semibold aria-invalid:border-danger aria-invalid:text-danger',
          moving && 'not-focus:text-transparent',
        )}
      />
      {moving && (
        <span
          data-live=""
          className="figures pointer-events-none absolute top-0 left-0 h-8 w-16 text-center text-[15px] font-semibold"
        />
      )}
      <span
        data-live={moving ? '' : undefined}
        className="figures hidden h-4 w-[58px] overflow-hidden text-xs text-faint @min-[43rem]:block"
      >
        {seconds}
      </span>
      {moving && <LiveFigures textsAt={textsAt} />}
      {refused && (
        <p
          role="alert"
          className={clsx(
            'absolute top-9 left-0 z-20 rounded-md border border-danger bg-page px-2 py-1 text-xs',
            'whitespace-nowrap text-danger shadow',
          )}
        >
          {refused}
        </p>
      )}
    </div>
  );
}
