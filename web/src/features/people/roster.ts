import { MOST_ON_ROSTER, OnRoster } from '@undulan/contract';
import Papa from 'papaparse';

/** A line of a list: who is to be invited, or what is wrong with it. */
export interface RosterLine {
  /** Counted from 1, as an editor counts them. */
  line: number;
  name: string;
  email: string;
  problem: string | null;
}

export interface ReadRoster {
  lines: RosterLine[];
  /** What is wrong with the list as a whole; there are no lines then. */
  problem: string | null;
}

/** What is there already, by e-mail in small letters. */
export interface Known {
  members: ReadonlySet<string>;
  invited: ReadonlySet<string>;
}

interface Columns {
  name: number[];
  email: number;
}

const EMAIL_HEADING = /^(e-?mail|mail)([ _-]?(address|adress|addr))?$/i;
const NAME_HEADING = /^((full|first|last|given|family|middle)[ _-]?)?(name|surname|forename)s?$/i;
/** As mail programs write it: a name, and the address in pointed brackets; one after another. */
const NAMED_ADDRESS = /(?:"([^"]*)"|([^"<>,;\r\n]*))\s*<([^<>\r\n]*)>/g;
/** A list of nothing else. */
const NAMED_ADDRESSES = /^(?:[^<>]*<[^<>\r\n]*>[\s,;]*)+$/;
const CONTROL = /\p{Cc}/u;

const refused = (problem: string): ReadRoster => ({ lines: [], problem });

/** Where names and addresses are: by the first row where it is headings, else the address is what has an @. */
function columnsOf(rows: readonly string[][]): { columns: Columns; headed: boolean } | null {
  const headings = rows[0]!.map((cell) => cell.trim());
  const email = headings.findIndex((heading) => EMAIL_HEADING.test(heading));
  const name = headings.flatMap((heading, i) => (NAME_HEADING.test(heading) ? [i] : []));
  if (email >= 0) return { columns: { name, email }, headed: true };
  if (name.length > 0) return null;
  const width = Math.max(...rows.map((row) => row.length));
  const addresses = Array.from({ length: width }, (_, i) => rows.filter((row) => row[i]?.includes('@')).length);
  const most = Math.max(...addresses);
  if (most === 0) return null;
  const at = addresses.indexOf(most);
  const others = Array.from({ length: width }, (_, i) => i).filter((i) => i !== at);
  return { columns: { name: others.slice(0, 2), email: at }, headed: false };
}

function problemOf({ name, email, isShort }: Written): string | null {
  if (`${name}${email}`.includes('\u{FFFD}')) return 'Some letters cannot be read: save the list as UTF-8.';
  if (CONTROL.test(name) || CONTROL.test(email)) return 'There are characters in it that cannot be seen.';
  if (!email && isShort) return 'The line is too short: it has no e-mail.';
  if (!email) return 'There is no e-mail.';
  if ((email.match(/@/g) ?? []).length > 1) return 'There are several e-mails in one place.';
  if (!email.includes('@') && name.includes('@')) return 'Name and e-mail have changed places.';
  if (!name) return 'There is no name.';
  const read = OnRoster.safeParse({ name, email });
  if (read.success) return null;
  const [issue] = read.error.issues;
  return issue!.path[0] === 'email' && !issue!.message.includes('254') ? 'This is no e-mail address.' : issue!.message;
}

/** A row's words as name and address. */
function personIn(row: readonly string[], { name, email }: Columns): { name: string; email: string } {
  const words = name
    .map((i) => row[i]?.trim() ?? '')
    .filter(Boolean)
    .join(' ');
  const address = (row[email] ?? '').trim().replace(/^mailto:/i, '');
  return { name: words, email: address.toLowerCase() };
}

/** The line that each row begins on: a row has as many more as there are line ends within its cells. */
function firstLines(rows: readonly string[][]): number[] {
  let line = 1;
  return rows.map((row) => {
    const first = line;
    line += 1 + row.reduce((sum, cell) => sum + (cell.match(/\r\n|\r|\n/g) ?? []).length, 0);
    return first;
  });
}

/**
 * Reads a list of people, a line each: comma, semicolon, tab or bar between name and e-mail, in either order, with
 * headings or without, names in one column or two, quoted where need be; or addresses as mail programs write them.
 */
export function readRoster(text: string, { members, invited }: Known): ReadRoster {
  const plain = text.replace(/^\u{FEFF}/u, '');
  if (plain.trim() === '') return refused('The list is empty.');
  if (plain.includes('\0')) return refused('This is not a list as text: save it as CSV in UTF-8.');
  if (NAMED_ADDRESSES.test(plain)) return judge(addressesIn(plain), { members, invited });
  const { data: rows, errors } = Papa.parse<string[]>(plain, { delimiter: delimiterOf(plain) });
  const unclosed = errors.find(({ type }) => type === 'Quotes');
  const lines = firstLines(rows);
  if (unclosed)
    return refused(
      `A quotation mark on line ${lines[unclosed.row ?? 0] ?? 1} has no other: nothing after it can be read.`,
    );
  const filled = rows.flatMap((row, i) => (row.some((cell) => cell.trim() !== '') ? [{ row, line: lines[i]! }] : []));
  const found = columnsOf(filled.map(({ row }) => row));
  if (!found) return refused('There is no column of e-mails.');
  const { columns, headed } = found;
  const people = headed ? filled.slice(1) : filled;
  if (people.length === 0) return refused('There are headings, and nobody beneath them.');
  return judge(
    people.map(({ row, line }) => ({ line, ...personIn(row, columns), isShort: row.length <= columns.email })),
    { members, invited },
  );
}

interface Written extends Pick<RosterLine, 'line' | 'name' | 'email'> {
  /** The line has no place for an address. */
  isShort: boolean;
}

/** People as mail programs write them. */
function addressesIn(text: string): Written[] {
  return [...text.matchAll(NAMED_ADDRESS)].map(({ index, 0: whole, 1: quoted, 2: plain = '', 3: address = '' }) => {
    const begins = index + (/^\s*/.exec(whole)?.[0].length ?? 0);
    const line = text.slice(0, begins).split(/\r\n|\r|\n/).length;
    return { line, name: (quoted ?? plain).trim(), email: address.trim().toLowerCase(), isShort: false };
  });
}

/** What is wrong with each of those written. */
function judge(people: readonly Written[], { members, invited }: Known): ReadRoster {
  if (people.length > MOST_ON_ROSTER)
    return refused(`The list has ${people.length} people: at most ${MOST_ON_ROSTER} are invited at a time.`);
  const seen = new Map<string, number>();
  const lines = people.map((person) => {
    const { line, name, email } = person;
    let problem = problemOf(person);
    const before = seen.get(email);
    if (!problem && before !== undefined) problem = `The same e-mail is on line ${before}.`;
    if (!problem) seen.set(email, line);
    if (!problem && members.has(email)) problem = 'They are in the course already.';
    if (!problem && invited.has(email)) problem = 'They are invited already.';
    return { line, name, email, problem };
  });
  return { lines, problem: null };
}

/** What stands between cells: what there is most of outside of quotation marks, of those that the first line has. */
function delimiterOf(text: string): string {
  const unquoted = text.replace(/"[^"]*"/g, '').split(/\r\n|\r|\n/);
  const first = unquoted.find((line) => line.trim() !== '') ?? '';
  const counted = ['\t', ';', '|', ','].map((mark) => ({ mark, count: first.split(mark).length - 1 }));
  const { mark, count } = counted.reduce((best, other) => (other.count > best.count ? other : best));
  return count === 0 ? ',' : mark;
}
