import type { MotionDocument } from '@undulan/core';
import { useEffect, useRef, useState } from 'react';
import { MotionPicture } from './MotionPicture.tsx';

interface PictureInSightProps {
  /** Undefined until it is there. */
  motion: MotionDocument | undefined;
  widthPx: number;
  /** Called when it comes into sight: until then it need not be fetched. */
  onSight: () => void;
}

/** A small picture of a motion among many, asked for once it is in sight; it moves while the pointer is over it. */
export function PictureInSight({ motion, widthPx, onSight }: PictureInSightProps) {
  const place = useRef<HTMLSpanElement>(null);
  const [plays, setPlays] = useState(false);
  const latest = useRef(onSight);
  useEffect(() => {
    latest.current = onSight;
  });
  useEffect(() => {
    const watch = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) latest.current();
    });
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);
  return (
    <span
      ref={place}
      className="block shrink-0 overflow-hidden rounded-md bg-shade"
      style={{ width: widthPx, height: motion ? undefined : Math.round((widthPx * 9) / 16) }}
      onPointerEnter={() => setPlays(true)}
      onPointerLeave={() => setPlays(false)}
    >
      {motion && <MotionPicture motion={motion} widthPx={widthPx} plays={plays} />}
    </span>
  );
}
