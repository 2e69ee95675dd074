import { LENGTH, parseQuantity, problemOf, type SpotWay, toNumber } from '@undulan/core';
import type { Followed, SpotPart } from '../../clips/index.ts';
import { Button, ButtonGroup, CommitInput, Field, sayProblem } from '../../ui/index.ts';
import type { KnownLength } from './known-length.ts';

const WAYS = [
  { id: 'fits', label: 'what fits' },
  { id: 'colour', label: 'its colour' },
  { id: 'look', label: 'its look' },
  { id: 'difference', label: 'what differs', says: 'From the ground, where the camera stands still' },
] as const satisfies { id: SpotWay | 'fits'; label: string; says?: string }[];

/** What the next press in the picture points at. */
export type Pointed = SpotPart | 'length';

/** What can be pointed at beside the subject, and other subjects of the exercise. */
export function pointable(
  others: readonly { id: string; name: string }[],
): { id: Pointed; label: string; says: string }[] {
  return [
    { id: 'main', label: 'the subject', says: 'Followed, and handed in.' },
    ...others.map(({ id, name }): { id: Pointed; label: string; says: string } => ({
      id: `part:${id}`,
      label: name,
      says: 'Another part of the exercise, followed and read too.',
    })),
    {
      id: 'second',
      label: 'another spot of it',
      says: 'How the two lie to each other says how it turns, and its size.',
    },
    { id: 'still', label: 'something still', says: 'What it seems to move by is the camera’s, and is taken out.' },
    { id: 'length', label: 'a known length', says: 'Both ends of something whose length you know.' },
  ];
}

interface PointedPartsProps {
  followed: Followed;
  choices: ReturnType<typeof pointable>;
  pointed: Pointed;
  onPointed: (pointed: Pointed) => void;
  known: KnownLength;
  onKnown: (known: KnownLength) => void;
  /** Shows a picture. */
  onShow: (number: number) => void;
}

/** How the subject is followed, and what is pointed at beside it. */
export function PointedParts({ followed, choices, pointed, onPointed, known, onKnown, onShow }: PointedPartsProps) {
  const { letGo } = followed;
  const find = async (): Promise<void> => {
    const spot = await followed.find().catch((error: unknown) => {
      sayProblem(error instanceof Error ? error.message : String(error));
      return undefined;
    });
    if (spot) onShow(spot.picture);
    else if (spot === null) sayProblem('Nothing is seen to move before a still ground: press the subject yourself.');
  };
  const isSet = (id: Pointed): boolean => (id === 'length' ? known.ends : followed.spotsOf(id)).length > 0;
  return (
    <>
      <div className="grid gap-1.5">
        <span className="text-xs font-semibold text-faint">A press points at</span>
        <ButtonGroup
          label="A press points at"
          apart
          value={pointed}
          choices={choices.map(({ id, label, says }) => ({ id, label: isSet(id) ? `${label} ✓` : label, says }))}
          onChoose={onPointed}
        />
        <p className="text-xs text-faint">
          {choices.find(({ id }) => id === pointed)!.says}{' '}
          {isSet(pointed) && pointed !== 'main' && (
            <button
              type="button"
              className="rounded-sm text-accent underline"
              onClick={() => (pointed === 'length' ? onKnown({ ...known, ends: [] }) : letGo(pointed))}
            >
              Let go of it
            </button>
          )}
        </p>
        {pointed === 'main' && (
          <Button
            small
            className="justify-self-start"
            disabledReason={followed.isFinding && 'It is being looked for.'}
            tip="What differs from the ground, where the camera stands still"
            onClick={() => void find()}
          >
            Find what moves
          </Button>
        )}
        {pointed === 'length' && known.ends.length === 2 && (
          <Field label="It is as long as">
            {(ids) => (
              <CommitInput
                {...ids}
                placeholder="40 cm"
                value={known.text}
                onCommit={(text) => {
                  const read = text.trim() === '' ? null : parseQuantity(text, LENGTH, 'm');
                  if (read && !read.ok) return problemOf(read);
                  onKnown({ ...known, text, metres: read && toNumber(read.value) });
                  return null;
                }}
              />
            )}
          </Field>
        )}
      </div>
      <div className="grid gap-1">
        <span className="text-xs font-semibold text-faint">It is followed by</span>
        <ButtonGroup
          label="It is followed by"
          apart
          value={followed.by ?? 'fits'}
          choices={WAYS}
          onChoose={(way) => followed.followBy(way === 'fits' ? undefined : way)}
        />
      </div>
    </>
  );
}
