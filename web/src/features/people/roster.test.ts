import { MOST_ON_ROSTER } from '@undulan/contract';
import { expect, test } from 'vitest';
import { readRoster } from './roster.ts';

const NOBODY = { members: new Set<string>(), invited: new Set<string>() };
const peopleIn = (text: string): string[] => {
  const { lines, problem } = readRoster(text, NOBODY);
  expect(problem).toBeNull();
  return lines.map((line) => line.problem ?? `${line.name} ${line.email}`);
};
const problemsOf = (text: string, known = NOBODY): (string | null)[] =>
  readRoster(text, known).lines.map(({ problem }) => problem);

const BOTH = ['Ines Calado ines@kitchen.example', 'Jonah Whitby jonah@kitchen.example'];

test.each([
  ['commas, no headings', 'Ines Calado,ines@kitchen.example\nJonah Whitby,jonah@kitchen.example'],
  ['headings in another order', 'E-mail,Name\nines@kitchen.example,Ines Calado\njonah@kitchen.example,Jonah Whitby'],
  [
    'semicolons and a mark at the start',
    '\u{FEFF}Name;Email address\r\nInes Calado;ines@kitchen.example\r\nJonah Whitby;jonah@kitchen.example\r\n',
  ],
  ['tabs, as pasted from a sheet', 'Ines Calado\tines@kitchen.example\nJonah Whitby\tjonah@kitchen.example'],
  [
    'first and last names',
    'First name,Last name,E-mail\nInes,Calado,ines@kitchen.example\nJonah,Whitby,jonah@kitchen.example',
  ],
  [
    'columns that are of no use',
    'No,Name,Group,E-mail\n1,Ines Calado,B,ines@kitchen.example\n2,Jonah Whitby,B,jonah@kitchen.example',
  ],
  ['as mail programs write it', 'Ines Calado <ines@kitchen.example>\n"Jonah Whitby" <JONAH@kitchen.example>'],
  [
    'spaces, large letters, empty lines',
    '\n  Ines Calado , INES@Kitchen.example \n\n,\nJonah Whitby,mailto:jonah@kitchen.example\n',
  ],
])('a list is read: %s', (_how, text) => {
  expect(peopleIn(text)).toEqual(BOTH);
});

test('a name may have a comma in it, and lines go on being counted over line ends within one', () => {
  const { lines } = readRoster(
    '"Calado, Ines",ines@kitchen.example\n"Jonah\nWhitby",jonah@kitchen.example\nSena,',
    NOBODY,
  );
  expect(lines.map(({ line, name }) => [line, name])).toEqual([
    [1, 'Calado, Ines'],
    [2, 'Jonah\nWhitby'],
    [4, 'Sena'],
  ]);
});

// What a list can have wrong with it, each said of its own line.
const GOOD = 'Ines Calado,ines@kitchen.example';
test.each([
  ['Jonah Whitby,', 'There is no e-mail.'],
  ['Jonah Whitby', 'The line is too short: it has no e-mail.'],
  [',jonah@kitchen.example', 'There is no name.'],
  ['jonah@kitchen.example,Jonah Whitby', 'Name and e-mail have changed places.'],
  ['Jonah Whitby,jonah@kitchen', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah at kitchen.example', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah @kitchen.example', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah@kitchen.example.', 'This is no e-mail address.'],
  ['Jonah Whitby,@kitchen.example', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah@', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah＠kitchen.example', 'This is no e-mail address.'],
  ['Jonah Whitby,jonah@kitchen.example jw@kitchen.example', 'There are several e-mails in one place.'],
  [`Jonah Whitby,${'j'.repeat(250)}@kitchen.example`, 'An e-mail address has at most 254 characters.'],
  [`${'J'.repeat(121)},jonah@kitchen.example`, 'A name has at most 120 characters.'],
  ['Jonah Whitby,INES@kitchen.example', 'The same e-mail is on line 1.'],
  ['Zo\u{FFFD},zoe@kitchen.example', 'Some letters cannot be read: save the list as UTF-8.'],
  ['Jonah\u0007,jonah@kitchen.example', 'There are characters in it that cannot be seen.'],
  ['"Jonah\nWhitby",jonah@kitchen.example', 'There are characters in it that cannot be seen.'],
  ['Marta Olesen,Marta@kitchen.example', 'They are in the course already.'],
  ['Leif Arnesen,leif@kitchen.example', 'They are invited already.'],
])('%j: %s', (line, problem) => {
  const known = { members: new Set(['marta@kitchen.example']), invited: new Set(['leif@kitchen.example']) };
  expect(problemsOf(`${GOOD}\n${line}\nSena Aydin,sena@kitchen.example`, known)).toEqual([null, problem, null]);
});

test.each([
  ['', 'The list is empty.'],
  [' \n\t\n', 'The list is empty.'],
  ['Name,E-mail\n', 'There are headings, and nobody beneath them.'],
  ['Name,Telephone\nInes,7', 'There is no column of e-mails.'],
  ['Ines\nJonah', 'There is no column of e-mails.'],
  ['PK\u0003\u0004\0\0', 'This is not a list as text: save it as CSV in UTF-8.'],
  [`${GOOD}\n"Jonah,jonah@kitchen.example\nSena,sena@kitchen.example`, 'A quotation mark on line 2 has no other'],
  [`${GOOD}\n`.repeat(MOST_ON_ROSTER + 1), `The list has ${MOST_ON_ROSTER + 1} people`],
])('a list that cannot be read as a whole: %j', (text, problem) => {
  const read = readRoster(text, NOBODY);
  expect(read.lines).toEqual([]);
  expect(read.problem).toContain(problem);
});
