import { expect, test } from 'vitest';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import { writeCssKeyframes } from './css-keyframes.ts';

const look = { shape: 'box', widthPx: 90, heightPx: 30, fill: '#9a6b00' } as const;

test('a class a subject; keys with their eases; what no ease says is said frame by frame', () => {
  const lid = (name: string, id: string) =>
    createKeyedSubject(
      id,
      name,
      look,
      { x: 0, y: 0 },
      {
        'position.x': [createKey(1, 0, { leave: 'linear' }), createKey(13, 60, { leave: 'step' }), createKey(25, 90)],
        rotation: [
          createKey(1, 0, { leave: 'curve', link: 'broken', out: { frames: 6, value: 40 } }),
          createKey(25, 0, { link: 'broken', in: { frames: -6, value: 40 } }),
        ],
      },
    );
  const css = writeCssKeyframes({
    ...createMotion([lid('The lid!', 'a'), lid('The lid', 'b')]),
    range: { first: 1, last: 25 },
  });
  expect(css).toContain('.the-lid {');
  expect(css).toContain('.the-lid-2 {');
  expect(css).toContain(
    '@keyframes the-lid-x {\n' +
      '  0% { --the-lid-x: 0; animation-timing-function: linear; }\n' +
      '  50% { --the-lid-x: 60; animation-timing-function: step-end; }\n' +
      '  100% { --the-lid-x: 90; animation-timing-function: linear; }\n',
  );
  const turns = css.split('@keyframes the-lid-turn {')[1]!.split('\n}')[0]!.match(/%/g);
  expect(turns).toHaveLength(25);
  expect(css).toContain('the-lid-x 1s linear both');
});
