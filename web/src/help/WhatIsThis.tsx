import { READY_MODELS, type ReadyModel, usualNumbers } from '@undulan/core';
import { CircleHelp } from 'lucide-react';
import { useMemo } from 'react';
import { MotionPicture } from '../picture/stage/index.ts';
import { Popover } from '../ui/index.ts';
import { ABOUT, type About } from './about.ts';

/** Beside a heading: what stands under it, in two sentences and a moving picture. */
export function WhatIsThis({ of }: { of: string }) {
  const about = ABOUT[of];
  if (!about) return null;
  return (
    <Popover
      label={`What is ${of}?`}
      trigger={
        <button
          type="button"
          aria-label={`What is ${of}?`}
          title="What is this?"
          className="grid h-5 w-5 shrink-0 place-items-center rounded-sm text-faint hover:bg-shade hover:text-ink"
        >
          <CircleHelp size={13} />
        </button>
      }
    >
      <p className="mb-1 font-semibold">{of}</p>
      <p className="mb-3">{about.says}</p>
      <Shown about={about} />
    </Popover>
  );
}

function Shown({ about: { shows } }: { about: About }) {
  const model: ReadyModel = READY_MODELS[shows];
  const motion = useMemo(() => model.build(usualNumbers(model)), [model]);
  return <MotionPicture motion={motion} widthPx={286} label={`${model.label}: ${model.says}`} />;
}
