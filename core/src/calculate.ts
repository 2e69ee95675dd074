import Fraction from 'fraction.js';
import { accept, refuse, type Result } from './result.ts';

/** A number, and whether it is of a unit (in the measure's base) or bare. */
interface Amount {
  value: Fraction;
  hasUnit: boolean;
}

interface Reading {
  /** A number in a unit, in the measure's base; null for a unit it does not have. */
  inUnit?: (value: Fraction, unit: string) => Fraction | null;
  /** The unit of a number without one, where it is not the base. */
  assumed?: string;
  /** Reads a term of a notation of its own (a timecode) into the base; null where it is none. */
  term?: (text: string) => Result<Fraction> | null;
}

const LONGEST = 200;

/** Vulgar fractions as keyboards write them. */
const VULGAR: Record<string, string> = { '½': '1/2', '⅓': '1/3', '⅔': '2/3', '¼': '1/4', '¾': '3/4', '⅛': '1/8' };

const NUMBER = /\d+\/\d+(?![\d.,/])|(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?/iy;
const UNIT = /[a-zµ°%"'×][a-zµ°%"'×²]*(?:\/[a-z]+)?/iy;
const TERM = /\d+(?:\s*[:;]\s*\d+)+(?:\.\d+)?/y;

class NotRead extends Error {}
/** What a term of a notation of its own says is wrong with it. */
class Refused extends Error {
  constructor(readonly refusal: Result<never>) {
    super();
  }
}

/**
 * Reads a sum a person typed: numbers (`2.5`, `2,5`, `1/3`, `1½`, `17 1/4`), units (`5 ft 11 in`), `+ - * /` with the
 * signs of type (`− × ÷`), brackets. A number without a unit is bare: beside one that has a unit, and as the whole, it
 * is in the assumed one; a unit may be taken a bare number of times. Exact. Issues: `not-a-sum`, `unit-unknown` (with
 * the unit as its path), what `term` refuses.
 */
export function calculate(text: string, reading: Reading = {}): Result<Fraction> {
  try {
    return accept(new Sum(text, reading).whole());
  } catch (error) {
    if (error instanceof Refused) return error.refusal;
    if (error instanceof NotRead) return refuse('not-a-sum', [], `"${text.trim()}" is not a number.`);
    throw error;
  }
}

class Sum {
  private at = 0;
  private readonly text: string;

  constructor(
    text: string,
    private readonly reading: Reading,
  ) {
    if (text.length > LONGEST) throw new NotRead();
    this.text = text
      .replace(/[½⅓⅔¼¾⅛]/g, (sign) => ` ${VULGAR[sign]!}`)
      .replace(/[−–]/g, '-')
      .replace(/[×·](?=\s*[\d(.,+-])/g, '*')
      .replaceAll('÷', '/');
  }

  whole(): Fraction {
    const sum = this.sum();
    this.skip();
    if (this.at < this.text.length) throw new NotRead();
    return this.measured(sum);
  }

  private sum(): Amount {
    let left = this.product();
    for (let sign = this.take('+-'); sign; sign = this.take('+-')) {
      const right = this.product();
      const hasUnit = left.hasUnit || right.hasUnit;
      const [a, b] = hasUnit ? [this.measured(left), this.measured(right)] : [left.value, right.value];
      left = { value: sign === '+' ? a.add(b) : a.sub(b), hasUnit };
    }
    return left;
  }

  private product(): Amount {
    let left = this.signed();
    for (let sign = this.take('*/'); sign; sign = this.take('*/')) {
      const right = this.signed();
      if (sign === '*') {
        if (left.hasUnit && right.hasUnit) throw new NotRead();
        left = { value: left.value.mul(right.value), hasUnit: left.hasUnit || right.hasUnit };
      } else {
        if ((right.hasUnit && !left.hasUnit) || right.value.n === 0n) throw new NotRead();
        left = { value: left.value.div(right.value), hasUnit: left.hasUnit && !right.hasUnit };
      }
    }
    return left;
  }

  private signed(): Amount {
    const sign = this.take('+-');
    if (!sign) return this.bracketed();
    const { value, hasUnit } = this.signed();
    return { value: sign === '-' ? value.neg() : value, hasUnit };
  }

  private bracketed(): Amount {
    if (!this.take('(')) return this.term() ?? this.quantity();
    const inner = this.sum();
    if (!this.take(')')) throw new NotRead();
    return inner;
  }

  private term(): Amount | null {
    const text = this.reading.term && this.match(TERM);
    const read = text ? this.reading.term!(text) : null;
    if (!read) return null;
    if (!read.ok) throw new Refused(read);
    return { value: read.value, hasUnit: true };
  }

  /** Numbers side by side are added up: `5 ft 11 in`, `17 1/4`. */
  private quantity(): Amount {
    let all: Amount | null = null;
    // Bare numbers not yet given the unit after them: `1 1/2 s`.
    let bare: Fraction | null = null;
    for (let digits = this.match(NUMBER); digits; digits = this.match(NUMBER)) {
      const value = readNumber(digits);
      // After a bare number only a part of one: "1 000" and "1 2" are no numbers.
      if (bare && !digits.includes('/')) throw new NotRead();
      bare = bare ? bare.add(value) : value;
      const unit = this.reading.inUnit && this.match(UNIT);
      if (!unit) continue;
      const inBase = this.inUnit(bare, unit);
      all = { value: all ? all.value.add(inBase) : inBase, hasUnit: true };
      bare = null;
    }
    if (!all && !bare) throw new NotRead();
    if (!all) return { value: bare!, hasUnit: false };
    return bare ? { value: all.value.add(this.measured({ value: bare, hasUnit: false })), hasUnit: true } : all;
  }

  private measured({ value, hasUnit }: Amount): Fraction {
    return hasUnit || !this.reading.assumed ? value : this.inUnit(value, this.reading.assumed);
  }

  private inUnit(value: Fraction, unit: string): Fraction {
    const inBase = this.reading.inUnit?.(value, unit);
    if (!inBase) throw new Refused(refuse('unit-unknown', [unit], `"${unit}" is not a unit here.`));
    return inBase;
  }

  private skip(): void {
    while (/\s/.test(this.text[this.at] ?? '')) this.at++;
  }

  private take(signs: string): string | null {
    this.skip();
    const sign = this.text[this.at];
    if (!sign || !signs.includes(sign)) return null;
    this.at++;
    return sign;
  }

  private match(pattern: RegExp): string | null {
    this.skip();
    pattern.lastIndex = this.at;
    const found = pattern.exec(this.text)?.[0];
    if (!found) return null;
    this.at += found.length;
    return found;
  }
}

/** Powers of ten beyond this are no number of anything here, and would take gigabytes to write out. */
const HIGHEST_POWER = 400;

function readNumber(digits: string): Fraction {
  const [mantissa, power = '0'] = digits.toLowerCase().replace(',', '.').split('e') as [string, string?];
  if (/\/0+$/.test(mantissa) || Math.abs(Number(power)) > HIGHEST_POWER) throw new NotRead();
  const value = new Fraction(mantissa.replace(/^\./, '0.').replace(/\.$/, ''));
  const scale = 10n ** BigInt(Math.abs(Number(power)));
  return Number(power) < 0 ? value.div(scale) : value.mul(scale);
}
