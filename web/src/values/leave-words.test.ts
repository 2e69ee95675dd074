import { Leave } from '@undulan/core';
import { expect, test } from 'vitest';
import { leaveWords } from './leave-words.ts';

test('every way to leave has words of its own, said by where the motion is slow', () => {
  const words = Leave.options.map(leaveWords);
  expect(new Set(words).size).toBe(Leave.options.length);
  expect(leaveWords('step')).toBe('held');
  expect(leaveWords('back-in-out')).toBe('past and back at both ends (back)');
  expect(leaveWords('bounce-out')).toBe('bouncing at the end (bounce)');
  expect(leaveWords('cubic-in')).toBe('slow start, firm (cubic)');
});
