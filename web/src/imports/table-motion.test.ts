import { channelValue, guessMapping, type NumberTable, readNumberTable, writeMotionCsv } from '@undulan/core';
import { expect, test } from 'vitest';
import { motionOfTable } from './table-motion.ts';

const RATE = { num: 24, den: 1 };
const table = (text: string): NumberTable => {
  const read = readNumberTable(text);
  if (!read.ok) throw new Error(read.issues[0]!.message);
  return read.value;
};
const rows = Array.from({ length: 25 }, (_, i) => `${i + 1},${i < 12 ? 10 * i : 120},${i}`);

test('a table becomes a motion that goes where it says; keys on a straight way give way, and how many is said', () => {
  const read = table(['frame,x,y', ...rows].join('\n'));
  const dense = motionOfTable(read, guessMapping(read, RATE), false);
  const thin = motionOfTable(read, guessMapping(read, RATE), true);
  if (!dense.ok || !thin.ok) throw new Error('no motion');
  expect([dense.value.keys, dense.value.gaveWay]).toEqual([50, 0]);
  expect(dense.value.motion.range).toEqual({ first: 1, last: 25 });
  expect(thin.value.gaveWay).toBe(45);
  const [subject] = thin.value.motion.subjects;
  for (let i = 0; i < 25; i++) {
    expect(channelValue(subject!, 'position.x', i + 1)).toBeCloseTo(i < 12 ? 10 * i : 120, 6);
    expect(channelValue(subject!, 'position.y', i + 1)).toBeCloseTo(i, 6);
  }
  // Written out it is the table again.
  const again = table(writeMotionCsv(dense.value.motion));
  expect(motionOfTable(again, guessMapping(again, RATE), false)).toMatchObject({ value: { keys: 50 } });
});

test('a table of which no column is taken is none; nor one beyond the ruler', () => {
  const read = table(['frame,x', '1,2', '2,3'].join('\n'));
  const mapping = guessMapping(read, RATE);
  expect(motionOfTable(read, { ...mapping, channels: [] }, true)).toMatchObject({ ok: false });
  const far = table(['frame,x', '1,2', '9e9,3'].join('\n'));
  expect(motionOfTable(far, guessMapping(far, RATE), true)).toMatchObject({ ok: false });
});
