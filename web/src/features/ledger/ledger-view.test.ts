import { expect, test } from 'vitest';
import { readView, writeView } from './ledger-view.ts';

test('what is looked at goes into the address and comes back; what is as usual is not said', () => {
  expect(writeView(readView(new URLSearchParams())).toString()).toBe('');
  const asked = new URLSearchParams('view=far&exerciseId=e1&key=Bread%2C+17&which=first&measure=grade&words=ra%26');
  const view = readView(asked);
  expect(view).toMatchObject({ view: 'far', key: 'Bread, 17', which: 'first', measure: 'grade', words: 'ra&' });
  expect(readView(writeView(view))).toEqual(view);
});

test('what an address has wrong is as usual, whatever it is', () => {
  const usual = readView(new URLSearchParams());
  for (const bad of ['view=__proto__', 'view=', 'of=poses', 'which=third', 'measure=constructor', 'only=%00', 'x=1'])
    expect(readView(new URLSearchParams(bad))).toEqual(usual);
  expect(readView(new URLSearchParams({ words: 'a'.repeat(1e5) })).words).toHaveLength(200);
});
