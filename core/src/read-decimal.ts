/** What takes a number: a schema. */
interface Taking {
  safeParse: (value: number) => { success: boolean };
}

interface DecimalOptions {
  /** The schema of what the number is for, which holds its bounds; any finite number unless given. */
  within?: Taking;
  /** A unit that may be written before or after it: `%`, `px`, `×`, `±`. */
  unit?: string;
}

const DECIMAL = /^[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/i;

/**
 * Reads a number a person typed: decimal point or comma, a minus as keyboards or as the page writes it. Null where it
 * is no number, or none that is wanted.
 */
export function readDecimal(text: string, { within, unit }: DecimalOptions = {}): number | null {
  let bare = text.trim();
  if (unit && bare.startsWith(unit)) bare = bare.slice(unit.length).trimStart();
  else if (unit && bare.endsWith(unit)) bare = bare.slice(0, -unit.length).trimEnd();
  const plain = bare.replace('−', '-').replace(',', '.');
  const value = DECIMAL.test(plain) ? Number(plain) : NaN;
  return Number.isFinite(value) && (within?.safeParse(value).success ?? true) ? value : null;
}
