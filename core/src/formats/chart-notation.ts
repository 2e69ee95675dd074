import { trimmed } from '../format-fixed.ts';
import { accept, refuse, type Result } from '../result.ts';
import { fractionOf } from '../spacing/fractions.ts';
import { FRAME_LIMIT, type FrameRange } from '../time/range.ts';

/**
 * One drawing of a written chart: an extreme, or (with a share) a breakdown on the way between the extremes about it.
 */
export interface WrittenMark {
  frame: number;
  /** Of the way from the extreme before to the extreme after: 0 at the one, 1 at the other; null for an extreme. */
  share: number | null;
  /** The channel's value at an extreme, where it is written. */
  value: number | null;
  /** How many frames this drawing may be off, where it is written. */
  keyFrames: number | null;
}

const NUMBER = String.raw`[-−+]?(?:\d+(?:\.\d+)?|\.\d+)`;
const SHARE = String.raw`${NUMBER}(?:\s*/\s*\d+|\s*%)?`;
const MARK = new RegExp(
  String.raw`^(${NUMBER})\s*(?:=\s*(${SHARE}))?\s*(?:\(\s*(${NUMBER})\s*\))?\s*(?:(?:±|\+-|\+/-)\s*(${NUMBER}))?$`,
);

function numberOf(text: string): number {
  return Number(text.replace('−', '-'));
}

function shareOf(text: string): number {
  const plain = text.replace('−', '-').replace(/\s/g, '');
  const [over, under = '1'] = plain.split('/');
  return plain.endsWith('%') ? Number(plain.slice(0, -1)) / 100 : Number(over) / Number(under);
}

/** What is wrong with marks that each read well: null where they make a chart. */
function wrongIn(marks: readonly WrittenMark[]): string | null {
  const extremes = marks.filter((mark) => mark.share === null);
  if (extremes.length < 2) return 'A chart has at least two extremes: frames without a share.';
  const late = marks.find((mark, i) => i > 0 && mark.frame <= marks[i - 1]!.frame);
  if (late) return `Frame ${late.frame} does not come after the frame before it.`;
  const outside = [marks[0]!, marks.at(-1)!].find((mark) => mark.share !== null);
  if (outside) return `Frame ${outside.frame} has no extreme on both sides to be a share between.`;
  return null;
}

function readMark(text: string, at: number): Result<WrittenMark> {
  const found = MARK.exec(text);
  if (!found)
    return refuse(
      'chart-mark',
      [at],
      `“${text}” is not a drawing of a chart: write a frame, as in 25, or a frame and a share, as in 9 = 1/2.`,
    );
  const [, frame, share, value, keyFrames] = found;
  const mark: WrittenMark = {
    frame: numberOf(frame!),
    share: share === undefined ? null : shareOf(share),
    value: value === undefined ? null : numberOf(value),
    keyFrames: keyFrames === undefined ? null : numberOf(keyFrames),
  };
  if (mark.share !== null && !Number.isFinite(mark.share))
    return refuse('chart-mark', [at], `“${share!}” is no share of the way.`);
  if (mark.share !== null && (mark.share < 0 || mark.share > 1))
    return refuse(
      'chart-share',
      [at],
      `“${share!}” is not between the extremes about frame ${mark.frame}: a share is from 0 to 1. Where it goes past ` +
        'one of them and turns back is an extreme of its own.',
    );
  if (mark.share !== null && mark.value !== null)
    return refuse(
      'chart-mark',
      [at],
      `Frame ${mark.frame} has a share and a value: a breakdown’s value follows from its share.`,
    );
  if (Math.abs(mark.frame) > FRAME_LIMIT) return refuse('chart-mark', [at], `Frame ${mark.frame} is too far out.`);
  if (mark.keyFrames !== null && (mark.keyFrames < 0.25 || mark.keyFrames > 48))
    return refuse('chart-mark', [at], 'A tolerance is from 0.25 to 48 frames.');
  return accept(mark);
}

const COLUMNS = ['frame', 'share', 'value', 'tolerance'] as const;

/**
 * Lines of comma- or tab-separated values as marks in words: with a first line that names the columns, or frame, share,
 * value and tolerance in this order.
 */
function fromTable(lines: readonly string[]): Result<string[]> {
  const separator = [';', '\t', ','].find((mark) => lines[0]!.includes(mark))!;
  const rows = lines.map((line) => line.split(separator).map((cell) => cell.trim().replace(/^"(.*)"$/, '$1')));
  const named = rows[0]!.some((cell) => /[a-z]/i.test(cell));
  const names = named ? rows[0]!.map((cell) => cell.toLowerCase()) : [...COLUMNS];
  if (!names.includes('frame'))
    return refuse(
      'chart-table',
      [0],
      'One column must be called “frame”; others may be “share”, “value” and “tolerance”.',
    );
  const cellOf = (row: readonly string[], name: string): string => row[names.indexOf(name)] ?? '';
  return accept(
    rows.slice(named ? 1 : 0).map((row) => {
      const [share, value, tolerance] = [cellOf(row, 'share'), cellOf(row, 'value'), cellOf(row, 'tolerance')];
      return (
        cellOf(row, 'frame') + (share && ` = ${share}`) + (value && ` (${value})`) + (tolerance && ` ± ${tolerance}`)
      );
    }),
  );
}

/**
 * Reads a timing chart as it is written: drawings with `·` between them, as in `1 · 5 · 9 = 1/2 · 25`. A plain frame is
 * an extreme, `= share` (a fraction, percent or decimal) makes a breakdown of the way between the extremes about it,
 * `(value)` says where an extreme is, `± n` how many frames it may be off. Also lines of comma-separated values, as a
 * table program copies them. Frames lie within `range`, or on the one past it that closes a cycle. Issues `chart-mark`,
 * `chart-share`, `chart-table`, `chart-order`, `chart-range`.
 */
export function readChart(text: string, range?: FrameRange): Result<WrittenMark[]> {
  const lines = text.split(/\r?\n/).filter((line) => line.trim() !== '');
  let parts = text
    .split(/[·•|\n]/)
    .map((part) => part.trim())
    .filter(Boolean);
  if (lines.length > 1 && /[,;\t]/.test(lines[0]!)) {
    const table = fromTable(lines);
    if (!table.ok) return table;
    parts = table.value;
  } else if (parts.length === 1 && text.includes(',')) parts = text.split(',').map((part) => part.trim());
  const marks: WrittenMark[] = [];
  for (const [i, part] of parts.entries()) {
    const mark = readMark(part, i);
    if (!mark.ok) return mark;
    marks.push(mark.value);
  }
  const outside = range && marks.find(({ frame }) => frame < range.first || frame > range.last + 1);
  if (outside)
    return refuse(
      'chart-range',
      [],
      `Frame ${outside.frame} lies outside the range ${range.first}–${range.last} and would not play.`,
    );
  const wrong = wrongIn(marks);
  return wrong ? refuse('chart-order', [], wrong) : accept(marks);
}

/** Writes a chart as `readChart` reads it. */
export function writeChart(marks: readonly WrittenMark[]): string {
  const share = (value: number): string => fractionOf(value) ?? trimmed(value, 4);
  return marks
    .map(
      (mark) =>
        `${mark.frame}` +
        (mark.share === null ? '' : ` = ${share(mark.share)}`) +
        (mark.value === null ? '' : ` (${trimmed(mark.value, 3)})`) +
        (mark.keyFrames === null ? '' : ` ± ${mark.keyFrames}`),
    )
    .join(' · ');
}
