import { DatabaseError } from 'sequelize';
import { expect, test } from 'vitest';
import { loggedError } from '../src/http/answer-problems.ts';

test('what of an error is logged says which and where, and nothing that people wrote', () => {
  const parent = Object.assign(new Error("Duplicate entry 'marta@kitchen.example' for key 'email'"), {
    sql: "INSERT INTO people VALUES ('Marta')",
    parameters: ['secret'],
    code: 'ER_DUP_ENTRY',
  });
  const logged = loggedError(new DatabaseError(parent));
  expect(logged).toMatchObject({ name: 'SequelizeDatabaseError', code: 'ER_DUP_ENTRY' });
  expect(JSON.stringify(logged)).not.toMatch(/marta|Marta|secret|INSERT/);
  expect(loggedError(new TypeError('x is not a function'))).toMatchObject({
    name: 'TypeError',
    message: 'x is not a function',
    stack: expect.stringContaining('logged-error.test') as string,
  });
  expect(loggedError('thrown as text')).toEqual({ name: 'string' });
});
