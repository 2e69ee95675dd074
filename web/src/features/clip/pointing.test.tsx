import { fireEvent, render, screen } from '@testing-library/react';
import { createMotion, createSubject, type PlacedSpot } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { useState } from 'react';
import { expect, test, vi } from 'vitest';
import type { Followed, SpotPart } from '../../clips/index.ts';
import { Messages } from '../../ui/index.ts';
import { type KnownLength, NO_LENGTH } from './known-length.ts';
import { otherSubjects } from './other-subjects.ts';
import { pointable, type Pointed, PointedParts } from './PointedParts.tsx';

const LOOK = { shape: 'disc', widthPx: 60, heightPx: 60, fill: '#c9782c' } as const;
const LID = { id: 'lid', name: 'Lid' };

interface Setup {
  pointed?: Partial<Record<SpotPart, PlacedSpot[]>>;
  find?: Followed['find'];
  known?: KnownLength;
}

/** The parts as they stand beside a clip, over what is pointed at. */
function open({ pointed = {}, find = () => Promise.resolve(null), known: first = NO_LENGTH }: Setup = {}) {
  const followed = {
    spotsOf: (part: SpotPart) => pointed[part] ?? [],
    letGo: vi.fn<(part: SpotPart) => void>(),
    followBy: vi.fn<Followed['followBy']>(),
    by: undefined,
    find,
    isFinding: false,
  } as unknown as Followed & { letGo: ReturnType<typeof vi.fn>; followBy: ReturnType<typeof vi.fn> };
  const onShow = vi.fn<(number: number) => void>();
  let known = first;
  function Parts() {
    const [chosen, setChosen] = useState<Pointed>('main');
    const [length, setLength] = useState(first);
    known = length;
    return (
      <Tooltip.Provider>
        <Messages />
        <PointedParts
          followed={followed}
          choices={pointable([LID])}
          pointed={chosen}
          onPointed={setChosen}
          known={length}
          onKnown={setLength}
          onShow={onShow}
        />
      </Tooltip.Provider>
    );
  }
  render(<Parts />);
  return { followed, onShow, knownNow: () => known };
}

const choose = (name: RegExp): boolean => fireEvent.click(screen.getByRole('radio', { name }));

test('what is pointed at is ticked, and each but the subject is let go of', () => {
  const spot = { picture: 0, x: 1, y: 1 };
  const { followed } = open({ pointed: { main: [spot], 'part:lid': [spot] } });
  expect(screen.getByRole('radio', { name: 'the subject ✓' })).toBeTruthy();
  expect(screen.getByRole('radio', { name: 'something still' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Let go of it' })).toBeNull();
  choose(/^Lid/);
  fireEvent.click(screen.getByRole('button', { name: 'Let go of it' }));
  expect(followed.letGo).toHaveBeenCalledWith('part:lid');
  choose(/^something still/);
  expect(screen.queryByRole('button', { name: 'Let go of it' })).toBeNull();
  expect(screen.getByText(/is the camera’s, and is taken out/)).toBeTruthy();
});

test('what moves is found and its picture shown; where nothing does, and where it fails, that is said', async () => {
  const found = open({ find: () => Promise.resolve({ picture: 7, x: 3, y: 4 }) });
  fireEvent.click(screen.getByRole('button', { name: 'Find what moves' }));
  await vi.waitFor(() => expect(found.onShow).toHaveBeenCalledWith(7));
});

test.each([
  ['nothing moves', () => Promise.resolve(null), /Nothing is seen to move/],
  ['it is broken', () => Promise.reject(new Error('This clip is broken.')), /This clip is broken\./],
] as const)('where %s it says so, and shows no other picture', async (_what, find, says) => {
  const { onShow } = open({ find });
  fireEvent.click(screen.getByRole('button', { name: 'Find what moves' }));
  await screen.findByText(says);
  expect(onShow).not.toHaveBeenCalled();
});

test('a known length is typed once it has two ends, in any unit; what is none is refused and stays', () => {
  const ends = [
    { x: 0, y: 0 },
    { x: 30, y: 40 },
  ];
  const { knownNow } = open({ known: { ...NO_LENGTH, ends } });
  choose(/^a known length/);
  const field = screen.getByLabelText('It is as long as');
  const type = (text: string): void => {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.keyDown(field, { key: 'Enter' });
  };
  type('soon');
  expect(screen.getByText(/is not a length/)).toBeTruthy();
  expect(knownNow().metres).toBeNull();
  type('40 cm');
  expect(knownNow()).toMatchObject({ text: '40 cm', metres: 0.4 });
  type('1/2 m');
  expect(knownNow().metres).toBe(0.5);
  type('');
  expect(knownNow().metres).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Let go of it' }));
  expect(knownNow().ends).toEqual([]);
  expect(screen.queryByLabelText('It is as long as')).toBeNull();
});

test('how it is followed is chosen; what fits is no way of its own', () => {
  const { followed } = open();
  choose(/^what differs/);
  expect(followed.followBy).toHaveBeenLastCalledWith('difference');
  choose(/^its look/);
  expect(followed.followBy).toHaveBeenLastCalledWith('look');
});

test('other parts are those that are free and move not most; of a hidden model one alone tells nothing', () => {
  const still = createSubject('pot', 'Pot', LOOK, { x: 0, y: 0 });
  const scenery = { ...createSubject('counter', 'Counter', LOOK, { x: 0, y: 0 }), locked: true };
  const scene = createMotion([scenery, still, createSubject('lid', 'Lid', LOOK, { x: 0, y: 50 })]);
  expect(otherSubjects(scene, null).map(({ id }) => id)).toEqual(['pot', 'lid']);
  expect(otherSubjects(createMotion([scenery, still]), null)).toEqual([]);
  const moving = createMotion(
    scene.subjects.map((subject) =>
      subject.id === 'lid'
        ? {
            ...subject,
            channels: subject.channels.map((channel) =>
              channel.id === 'position.x'
                ? { ...channel, keys: [0, 24].map((frame) => ({ ...KEY, frame: frame + 1, value: frame * 10 })) }
                : channel,
            ),
          }
        : subject,
    ),
  );
  expect(otherSubjects(moving, moving).map(({ id }) => id)).toEqual(['pot']);
});

const NONE = { frames: 0, value: 0 };
const KEY = { role: 'extreme', leave: 'linear', in: NONE, out: NONE, link: 'auto' } as const;
