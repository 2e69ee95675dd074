import { useEffect, useRef, useState } from 'react';
import { MotionPicture } from '../../picture/stage/index.ts';
import { useExercisePictureQuery } from '../../server-data/index.ts';

interface ExerciseThumbProps {
  exerciseId: string;
  widthPx: number;
}

/** A small picture of an exercise, fetched once it is in sight; it moves while the pointer is over it. */
export function ExerciseThumb({ exerciseId, widthPx }: ExerciseThumbProps) {
  const place = useRef<HTMLSpanElement>(null);
  const [isSeen, setSeen] = useState(false);
  const [plays, setPlays] = useState(false);
  const { data } = useExercisePictureQuery(exerciseId, { skip: !isSeen });
  useEffect(() => {
    const watch = new IntersectionObserver((entries) => {
      if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
    });
    watch.observe(place.current!);
    return () => watch.disconnect();
  }, []);
  return (
    <span
      ref={place}
      className="block shrink-0 overflow-hidden rounded-md bg-shade"
      style={{ width: widthPx, height: data ? undefined : Math.round((widthPx * 9) / 16) }}
      onPointerEnter={() => setPlays(true)}
      onPointerLeave={() => setPlays(false)}
    >
      {data && <MotionPicture motion={data.motion} widthPx={widthPx} plays={plays} />}
    </span>
  );
}
