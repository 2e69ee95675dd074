import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { LearnerDrills, SetDrill } from '@undulan/contract';
import type { Drill, DrillResult } from '@undulan/core';
import { Tooltip } from 'radix-ui';
import { Provider } from 'react-redux';
import { afterEach, expect, test, vi } from 'vitest';
import { SetDrills } from '../../drills/index.ts';
import { createStore } from '../../state/index.ts';
import { ClassDrills } from './ClassDrills.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const seen = (of: DrillResult['of'], size: number, part: { guessed?: boolean; fps?: number } = {}) => ({
  of,
  size,
  low: size / 2,
  high: size * 2,
  trials: 40,
  bias: null,
  named: null,
  doneAt: '2026-11-20T10:00:00.000Z',
  guessed: false,
  fps: 24,
  ...part,
});
const learner = (learnerName: string, part: Partial<LearnerDrills>): LearnerDrills => ({
  learnerId: learnerName,
  learnerName,
  runs: 1,
  sees: [],
  takes: [],
  ...part,
});

function show(answer: unknown, page: React.ReactNode): void {
  vi.stubGlobal('fetch', () => Promise.resolve(Response.json(answer)));
  render(
    <Provider store={createStore()}>
      <Tooltip.Provider>{page}</Tooltip.Provider>
    </Provider>,
  );
}

test('thresholds stand beside what takes get wrong; the drill that answers most of it is offered first', async () => {
  const asked: Drill[] = [];
  const learners = [
    learner('Ines', {
      sees: [seen('lands-later', 2), seen('drift', 3, { guessed: true })],
      takes: [
        { kind: 'key-late', exercises: 3 },
        { kind: 'hold-moves', exercises: 1 },
      ],
    }),
    learner('Jonah', { sees: [seen('lands-later', 4, { fps: 60 })], takes: [{ kind: 'key-early', exercises: 1 }] }),
    learner('Wout', {}),
  ];
  show(learners, <ClassDrills courseId="c1" onSet={(drill) => asked.push(drill)} />);
  const row = async (name: string) => (await screen.findByRole('row', { name: new RegExp(`^${name}`) })).textContent;
  expect(await row('Ines')).toMatch(/2 frames.*guessed.*Late \(3\) · A hold that moves$/);
  expect(await row('Jonah')).toMatch(/4 frames at 60 fps.*–.*Early$/);
  expect(await row('Wout')).toMatch(/–.*–.*nothing read$/);
  // Late and early are answered by one drill: two learners need it, one the other.
  const [first, second] = screen.getAllByRole('button', { name: /\(\d\)$/ });
  expect([first!.textContent, second!.textContent]).toEqual(['Which lands later? (2)', 'Spot the fault: drift (1)']);
  fireEvent.click(second!);
  expect(asked).toEqual([{ kind: 'spot-the-fault', fault: 'drift', fps: 24 }]);
});

const set = (id: string, part: Partial<SetDrill>): SetDrill => ({
  id,
  kind: 'tap-contact',
  fault: null,
  fps: 24,
  dueAt: null,
  setAt: '2026-11-01T10:00:00.000Z',
  doneAt: null,
  class: null,
  ...part,
});

test('what is set says when it is due, and whether done, and late; on the course only what is open', async () => {
  const sets = [
    set('a', { dueAt: '2026-11-10T10:00:00.000Z', doneAt: '2026-11-11T10:00:00.000Z' }),
    set('b', { kind: 'lands-later', dueAt: '2026-11-10T10:00:00.000Z' }),
    set('c', { kind: 'spot-the-fault', fault: 'float', fps: 60 }),
  ];
  const begun: Drill[] = [];
  show(sets, <SetDrills courseId="c1" isInstructor={false} onBegin={(drill) => begun.push(drill)} />);
  const items = await screen.findAllByRole('listitem');
  expect(items[0]!.textContent).toMatch(/Tap the contact due .* · done 11 November, .*, late/);
  expect(items[1]!.textContent).toMatch(/Which lands later\? due .* · late/);
  expect(items[2]!.textContent).toMatch(/Spot the fault: float, 60 fps no due date/);
  fireEvent.click(within(items[2]!).getByRole('button', { name: 'Begin' }));
  expect(begun[0]).toMatchObject({ kind: 'spot-the-fault', fault: 'float', fps: 60 });
  cleanup();
  show(sets, <SetDrills courseId="c1" isInstructor={false} onlyOpen onBegin={() => undefined} />);
  expect(await screen.findAllByRole('listitem')).toHaveLength(2);
});
