import {
  type Board,
  createBoard,
  createKey,
  createKeyedSubject,
  type Key,
  type Lane,
  type Leave,
  type MotionDocument,
  usualVariant,
  type VariantKindId,
  variantName,
} from '@undulan/core';
import { counter, scene } from '../demo-scene.ts';
import { TEA_GLASS } from '../kitchen-looks.ts';

/** A lane of a demo board: made by a kind of variant, of the board's move or of another. */
export interface DemoLane {
  name?: string;
  kind?: VariantKindId;
  amount?: number;
  motion?: MotionDocument;
}

const idOf = (name: string): string => name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-');

function lane({ name, kind = 'own', amount, motion }: DemoLane, number: number): Lane {
  const variant = { ...usualVariant(kind), ...(amount !== undefined && { amount }) };
  return { id: `lane-${number}`, name: name ?? variantName(variant), variant, motion: motion ?? null };
}

/** A board of the demo course. Without a move of its own it shows its first lane's. */
export function board(
  name: string,
  motion: MotionDocument,
  lanes: DemoLane[],
  says: Partial<Pick<Board, 'chart' | 'coversFirst' | 'alignedAt' | 'text' | 'question' | 'lookAt' | 'notes'>>,
): Board {
  return {
    ...createBoard(
      idOf(name),
      name,
      motion,
      lanes.map((one, i) => lane(one, i + 1)),
    ),
    ...says,
  };
}

/** Keys of values on frames, each left in one way. */
export function keysOf(leave: Leave, ...places: readonly (readonly [frame: number, value: number])[]): Key[] {
  return places.map(([frame, value]) => createKey(frame, value, { leave }));
}

/** The tea glass along the counter, from one frame to another, with some frames after. */
export function glassAlong(first: number, last: number, fps = 24, after = Math.round(fps / 4)): MotionDocument {
  return scene(
    first,
    last + after,
    [
      counter,
      createKeyedSubject(
        'glass',
        'Tea glass',
        TEA_GLASS,
        { x: 130, y: 379 },
        {
          'position.x': keysOf('linear', [first, 130], [last, 830]),
        },
      ),
    ],
    fps,
  );
}
