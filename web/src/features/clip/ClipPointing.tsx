import type { Rate } from '@undulan/core';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { ClipPicture, type Followed, PictureSlider, useClipPictures } from '../../clips/index.ts';
import { Problem } from '../../ui/index.ts';
import { ClipFacts } from './ClipFacts.tsx';
import { HowSure } from './HowSure.tsx';
import { type KnownLength, withEnd } from './known-length.ts';
import { pointable, type Pointed, PointedParts } from './PointedParts.tsx';

interface ClipPointingProps {
  files: readonly File[];
  /** The rate that is asked for. */
  rate: Rate;
  followed: Followed;
  /** What may be followed beside the subject that the take is of. */
  others: readonly { id: string; name: string }[];
  known: KnownLength;
  onKnown: (known: KnownLength) => void;
  /** Called once its first picture is there: it is a clip. */
  onOpen?: () => void;
  /** Above and beneath what is pointed at. */
  before?: ReactNode;
  after?: ReactNode;
}

/** A clip picture by picture: what is followed is pointed at, its trail looked at and put right. */
export function ClipPointing({
  files,
  rate,
  followed,
  others,
  known,
  onKnown,
  onOpen,
  before,
  after,
}: ClipPointingProps) {
  const { read, seen, spotsOf } = followed;
  const { clip, problem } = useClipPictures(files, rate);
  const isOpen = clip !== null;
  useEffect(() => {
    if (isOpen) onOpen?.();
  }, [isOpen, onOpen]);
  const [number, setNumber] = useState(0);
  const [pointed, setPointed] = useState<Pointed>('main');
  const choices = useMemo(() => pointable(others), [others]);
  const last = (clip?.pictures.length ?? 1) - 1;
  const shown = Math.min(number, last);
  const told =
    pointed === 'length'
      ? 'Press both ends of something in the picture.'
      : pointed !== 'main'
        ? `Press ${choices.find(({ id }) => id === pointed)!.label} in the picture.`
        : spotsOf('main').length === 0
          ? 'Go to a picture in which the subject is well seen, and press it: that spot is followed.'
          : seen !== null
            ? `Following it: ${seen} pictures so far …`
            : 'Where the spot is off, go to that picture and drag it, or press, to where it should be.';
  const marks = [...spotsOf('second'), ...spotsOf('still')]
    .filter(({ picture }) => picture === shown)
    .concat(known.ends.map((end) => ({ ...end, picture: shown })));
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_22rem]">
      <section aria-label="The clip" className="flex min-h-0 flex-col gap-3 p-4">
        <p className="text-sm text-faint" role="status">
          {told}
        </p>
        <div className="min-h-0 flex-1">
          {clip && (
            <ClipPicture
              clip={clip}
              track={read?.track ?? null}
              number={shown}
              marks={marks}
              spot={pointed === 'length' ? undefined : followed.spotOn(pointed, shown)}
              onPoint={(place) =>
                pointed === 'length'
                  ? onKnown(withEnd(known, place))
                  : followed.point(pointed, { ...place, picture: shown })
              }
            />
          )}
        </div>
        {clip && (
          <div className="grid gap-1.5">
            {read && <HowSure track={read.track} number={shown} onShow={setNumber} />}
            <PictureSlider number={shown} last={last} onShow={setNumber} />
          </div>
        )}
        <Problem>{problem ?? followed.problem}</Problem>
      </section>
      <aside className="grid content-start gap-4 overflow-y-auto border-l border-rule p-4 text-sm">
        {before}
        <PointedParts
          followed={followed}
          choices={choices}
          pointed={pointed}
          onPointed={setPointed}
          known={known}
          onKnown={onKnown}
          onShow={setNumber}
        />
        {read && <ClipFacts read={read} asked={rate} onShow={setNumber} />}
        {after}
      </aside>
    </div>
  );
}
