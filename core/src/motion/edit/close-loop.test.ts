import { expect, test } from 'vitest';
import { createKey, createMotion, createSubject } from '../document/document.ts';
import { easeAtKeys } from '../keys/index.ts';
import { easeAmounts } from '../sampling/ease-shape.ts';
import { closeLoop, hasClosingKeys } from './close-loop.ts';

const LOOK = { shape: 'drop', widthPx: 60, heightPx: 200, fill: '#7d8f8c' } as const;
const ROTATION = { subjectId: 'ladle', channelId: 'rotation' } as const;

function swinging() {
  const ladle = createSubject('ladle', 'Ladle', LOOK, { x: 480, y: 90 });
  const keys = [createKey(1, -30, { leave: 'linear' }), createKey(13, 30, { leave: 'linear' })];
  const channels = ladle.channels.map((channel) => (channel.id === 'rotation' ? { ...channel, keys } : channel));
  return { ...createMotion([{ ...ladle, channels }]), range: { first: 1, last: 24 } };
}
const keysOf = ({ subjects }: ReturnType<typeof swinging>) =>
  subjects[0]!.channels.find(({ id }) => id === 'rotation')!.keys;

test('a loop is closed by its first key again one past the last frame; once more changes nothing', () => {
  const open = swinging();
  expect(hasClosingKeys(open)).toBe(false);
  const { motion, keys } = closeLoop(open, [ROTATION, { subjectId: 'ladle', channelId: 'opacity' }]);
  expect(keys).toEqual([{ ...ROTATION, frame: 25 }]);
  expect(keysOf(motion).map(({ frame, value }) => [frame, value])).toEqual([
    [1, -30],
    [13, 30],
    [25, -30],
  ]);
  expect(hasClosingKeys(motion)).toBe(true);
  expect(closeLoop(motion, [ROTATION]).motion).toEqual(motion);
});

test('a middle key is eased into, out of, or both: what is on the other side of it stays', () => {
  const { motion } = closeLoop(swinging(), [ROTATION]);
  const at = [{ ...ROTATION, frame: 13 }];
  const amounts = (side: 'into' | 'out' | 'both') => {
    const keys = keysOf(easeAtKeys(motion, at, side).motion);
    return [easeAmounts(keys, 0), easeAmounts(keys, 1)].map(
      (own) => own && [own.start, own.finish].map((amount) => Math.round(amount) || 0),
    );
  };
  expect(amounts('into')).toEqual([
    [0, 1],
    [0, 0],
  ]);
  expect(amounts('out')).toEqual([
    [0, 0],
    [1, 0],
  ]);
  expect(amounts('both')).toEqual([
    [0, 1],
    [1, 0],
  ]);
});
