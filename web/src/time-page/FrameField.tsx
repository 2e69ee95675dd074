import { travelSeconds } from '@undulan/core';
import { clsx } from 'clsx';
import { useCallback, useId, useRef, useState, useSyncExternalStore } from 'react';
import { LiveFigures, parsePlace, type PlaybackClock, useClock, useMoving, useOnFrame } from '../time/index.ts';
import { fixed, ProblemBubble, withMark } from '../ui/index.ts';

const shown = (frame: number): string => withMark(String(Math.round(frame * 100) / 100));

const secondsAt = ({ range, rate }: PlaybackClock, frame: number): string =>
  `${fixed(travelSeconds(range.first, frame, rate), 3)} s`;

/**
 * The frame now, in a field that takes another (also as seconds or timecode), and the seconds since the first frame.
 */
export function FrameField() {
  const clock = useClock();
  const field = useRef<HTMLInputElement>(null);
  const moving = useMoving();
  const seconds = useSyncExternalStore(clock.subscribe, () => (clock.moving ? '' : secondsAt(clock, clock.frame)));
  /** Whether something stands in it that has not been taken. */
  const isTyped = useRef(false);
  const saysId = useId();
  const [refused, setRefused] = useState<string | null>(null);
  const { first } = clock.range;
  const last = clock.lastPlace;

  useOnFrame(
    useCallback(
      (frame) => {
        if (clock.moving || !field.current || document.activeElement === field.current) return;
        field.current.value = shown(frame);
        isTyped.current = false;
        setRefused(null);
      },
      [clock],
    ),
  );

  const textsAt = useCallback(
    (frame: number) => [document.activeElement === field.current ? '' : shown(frame), secondsAt(clock, frame)],
    [clock],
  );

  /** Gives whether the playhead could go there. */
  const commit = (): boolean => {
    if (!isTyped.current) return true;
    const place = parsePlace(field.current!.value, { range: clock.range, rate: clock.rate, now: clock.frame });
    if (!place.ok || place.value < first || place.value > last) {
      setRefused(place.ok ? `The range is ${first} to ${last}.` : place.issues[0]!.message);
      return false;
    }
    setRefused(null);
    isTyped.current = false;
    clock.stop();
    clock.seek(place.value, { between: true });
    field.current!.value = shown(clock.frame);
    return true;
  };
  const goBack = (): void => {
    field.current!.value = shown(clock.frame);
    isTyped.current = false;
    setRefused(null);
  };

  return (
    <div className="relative flex items-center gap-2">
      <ProblemBubble id={saysId} problem={refused}>
        <input
          ref={field}
          aria-label="Frame"
          aria-description={withMark(
            `A frame from ${first} to ${last}, a time from the first (0.5s; 00:00:00:12), or +6`,
          )}
          title={withMark('Type a frame (12; 12.5), a time (0.5s; 00:00:00:12) or how much further (+6)')}
          defaultValue={shown(clock.frame)}
          aria-invalid={refused ? true : undefined}
          aria-describedby={refused ? saysId : undefined}
          onChange={() => {
            isTyped.current = true;
          }}
          onFocus={(event) => event.currentTarget.select()}
          onKeyDown={(event) => {
            // The next keys pressed are shortcuts again.
            if (event.key === 'Enter' && commit()) event.currentTarget.blur();
            if (event.key === 'Escape') goBack();
          }}
          onBlur={commit}
          className={clsx(
            'figures h-8 w-16 rounded-md border border-rule bg-page text-center text-[15px]',
            '[contain:strict] font-semibold aria-invalid:border-danger aria-invalid:text-danger',
            moving && 'not-focus:text-transparent',
          )}
        />
      </ProblemBubble>
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
    </div>
  );
}
