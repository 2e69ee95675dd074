import { expect, test } from 'vitest';
import { briefHtml, briefParagraphs } from './brief-html.ts';

const PICTURE = '/api/pictures/5f0c1d2e-1111-4222-8333-444455556666';

test('plain text of older briefs is read as paragraphs, its signs as signs', () => {
  expect(briefHtml('First.\n\nPull & let go.\nWait.\n\n1 < 2')).toContain(
    '<p>Pull &amp; let go.<br>Wait.</p><p>1 &lt; 2</p>',
  );
  expect(briefHtml('')).toBe('');
});

test('its paragraphs and points in words', () => {
  expect(
    briefParagraphs(`<hr><h2>Hold</h2><p></p><ul><li>flat</li><li>then go</li></ul><img src="${PICTURE}">`),
  ).toEqual(['Hold', 'flat', 'then go']);
});
