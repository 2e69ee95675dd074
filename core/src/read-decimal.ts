import { z } from 'zod';
import { calculate } from './calculate.ts';
import { accept, refuse, type Result } from './result.ts';

interface DecimalOptions {
  /** The schema of what the number is for, which holds its bounds; any finite number unless given. */
  within?: z.ZodType;
  /** A unit that may be written before or after it: `%`, `px`, `×`, `±`. */
  unit?: string;
}

const DECIMAL = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i;

/**
 * Reads a number a person typed: decimal point or comma, a minus as keyboards or as the page writes it; or a sum
 * (`12 + 4`, `48/2`, `1½`). Issue: `number`, which says what is wanted.
 */
export function readDecimal(text: string, { within, unit }: DecimalOptions = {}): Result<number> {
  let bare = text.trim();
  if (unit && bare.startsWith(unit)) bare = bare.slice(unit.length).trimStart();
  else if (unit && bare.endsWith(unit)) bare = bare.slice(0, -unit.length).trimEnd();
  const plain = bare.replace('−', '-').replace(',', '.');
  const value = DECIMAL.test(plain) ? Number(plain) : valueOfSum(bare);
  const isWanted = Number.isFinite(value) && (within?.safeParse(value).success ?? true);
  return isWanted ? accept(value) : refuse('number', [], wanted(within));
}

function valueOfSum(text: string): number {
  const sum = calculate(text);
  return sum.ok ? sum.value.valueOf() : NaN;
}

/** Bounds from here on are for programs: no one is told them. */
const SAID_UP_TO = 1e7;

/** What numbers a schema takes, in words: "A whole number from 1 to 48." */
function wanted(schema: z.ZodType | undefined): string {
  let inner = schema;
  while (inner instanceof z.ZodNullable || inner instanceof z.ZodOptional || inner instanceof z.ZodDefault)
    inner = inner.unwrap() as z.ZodType;
  if (!(inner instanceof z.ZodNumber)) return 'A number, such as 12.5.';
  const kind = inner.isInt ? 'A whole number' : 'A number';
  const taken = (end: number | null): string | null =>
    end !== null && Math.abs(end) < SAID_UP_TO ? String(end).replace('-', '−') : null;
  const [least, most] = [taken(inner.minValue), taken(inner.maxValue)];
  const isMore = least !== null && !inner.safeParse(inner.minValue).success;
  if (least !== null && most !== null)
    return isMore ? `${kind} of more than ${least}, at most ${most}.` : `${kind} from ${least} to ${most}.`;
  if (least !== null) return `${kind}, ${isMore ? 'more than' : 'at least'} ${least}.`;
  return most === null ? `${kind}, such as ${inner.isInt ? 12 : 12.5}.` : `${kind}, at most ${most}.`;
}
