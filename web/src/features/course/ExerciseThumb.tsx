import { useState } from 'react';
import { PictureInSight } from '../../picture/stage/index.ts';
import { useExercisePictureQuery } from '../../server-data/index.ts';

interface ExerciseThumbProps {
  exerciseId: string;
  widthPx: number;
}

/** A small picture of an exercise. */
export function ExerciseThumb({ exerciseId, widthPx }: ExerciseThumbProps) {
  const [isSeen, setSeen] = useState(false);
  const { data } = useExercisePictureQuery(exerciseId, { skip: !isSeen });
  return <PictureInSight motion={data?.motion} widthPx={widthPx} onSight={() => setSeen(true)} />;
}
