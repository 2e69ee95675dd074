import { type ChannelId, CHANNELS } from '../motion/document/channels.ts';
import { unpackColour } from '../motion/document/colour.ts';
import { createKey } from '../motion/document/document.ts';
import type { Channel, MotionDocument, Subject } from '../motion/document/schema.ts';
import { channelValue } from '../motion/path/pose.ts';
import { accept, refuse, type Result } from '../result.ts';
import { exposedFrame } from '../time/exposure.ts';
import { FRAME_LIMIT } from '../time/range.ts';
import { framesPerSecond, type Rate } from '../time/rate.ts';
import { csvOf, rowsOfCsv } from './csv-text.ts';

/** A column of a motion as a table: one channel of one subject. */
interface Column {
  subject: Subject;
  channel: Channel;
}

const columnsOf = ({ subjects }: MotionDocument): Column[] =>
  subjects.flatMap((subject) =>
    subject.channels.filter(({ keys }) => keys.length > 0).map((channel) => ({ subject, channel })),
  );

const headingOf = ({ subject, channel: { id } }: Column): string => {
  const { label, unit } = CHANNELS[id];
  return `${subject.name}: ${label}${unit === 'colour' ? '' : ` (${unit})`}`;
};

/**
 * A motion as a table: a row a frame of its range, with its seconds from the first, and a column for each channel that
 * is keyed, in its unit. As it moves, or as it is shown: each drawing for as long as it is exposed.
 */
export function writeMotionCsv(motion: MotionDocument, shown: 'moves' | 'exposed' = 'moves'): string {
  const columns = columnsOf(motion);
  const { first, last } = motion.range;
  const fps = framesPerSecond(motion.rate);
  const rows = Array.from({ length: last - first + 1 }, (_, i) => {
    const frame = first + i;
    const values = columns.map(({ subject, channel }) => {
      const at = shown === 'moves' ? frame : exposedFrame(frame, first, subject.exposure);
      const value = channelValue(subject, channel.id, at);
      return CHANNELS[channel.id].blend === 'colour' ? unpackColour(value) : value;
    });
    return [frame, i / fps, ...values];
  });
  return csvOf([['frame', 'seconds', ...columns.map(headingOf)], ...rows]);
}

/** A table that was read: its headings, and its numbers; what is no number is not there. */
export interface NumberTable {
  headings: string[];
  rows: (number | null)[][];
}

const MOST_ROWS = 20_000;
const MOST_COLUMNS = 500;

/** A number, with a point or a comma before its decimals. */
function numberIn(cell: string | undefined): number | null {
  const text = cell?.trim().replace(/^'/, '') ?? '';
  if (!/^[+-]?(\d+([.,]\d*)?|[.,]\d+)(e[+-]?\d+)?$/i.test(text)) return null;
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value : null;
}

/** Reads a table of numbers under headings; a first row of numbers alone is no heading. */
export function readNumberTable(text: string): Result<NumberTable> {
  const cells = rowsOfCsv(text);
  if (cells.length === 0) return refuse('no-table', [], 'This file has no rows: a table has one a frame.');
  const width = Math.max(...cells.map((row) => row.length));
  if (width > MOST_COLUMNS) return refuse('too-wide', [], `A table has at most ${MOST_COLUMNS} columns.`);
  const headed = cells[0]!.some((cell) => cell.trim() !== '' && numberIn(cell) === null);
  const body = headed ? cells.slice(1) : cells;
  if (body.length > MOST_ROWS) return refuse('too-long', [], `A table has at most ${MOST_ROWS} rows.`);
  const rows = body.map((row) => Array.from({ length: width }, (_, i) => numberIn(row[i])));
  if (!rows.some((row) => row.some((value) => value !== null)))
    return refuse('no-numbers', [], 'This file has no numbers: a table has one for each frame.');
  return accept({
    headings: Array.from({ length: width }, (_, i) => (headed && cells[0]![i]?.trim()) || `Column ${i + 1}`),
    rows,
  });
}

/** Which column of a table is what, and when its rows are. */
export interface TableMapping {
  /** By a column of frames, by one of seconds from the first row on, or a row a frame. */
  time: { by: 'frame' | 'seconds'; column: number } | { by: 'row' };
  rate: Rate;
  firstFrame: number;
  /** What a value of a column times its factor is: a channel in its unit. */
  channels: { column: number; id: ChannelId; factor: number }[];
}

const LOOKS_LIKE: [RegExp, ChannelId][] = [
  [/\b(position|pos|translate|translation)?[ ._:]*x\b/i, 'position.x'],
  [/\b(position|pos|translate|translation)?[ ._:]*y\b/i, 'position.y'],
  [/\b(rotation|rotate|rot|angle|turn)\b/i, 'rotation'],
  [/\bscale[ ._:]*x\b/i, 'scale.x'],
  [/\bscale[ ._:]*y\b/i, 'scale.y'],
  [/\b(opacity|alpha)\b/i, 'opacity'],
  [/\btravel\b/i, 'travel'],
  [/\bdrawing\b/i, 'drawing'],
];

/** What the headings of a table say of it: to be looked at and changed by whoever reads it in. */
export function guessMapping({ headings }: NumberTable, rate: Rate): TableMapping {
  const frame = headings.findIndex((heading) => /\bframe\b/i.test(heading));
  const seconds = headings.findIndex((heading) => /\b(seconds?|secs?|time|t)\b/i.test(heading));
  const taken = new Set([frame, seconds]);
  const channels: TableMapping['channels'] = [];
  for (const [column, heading] of headings.entries()) {
    if (taken.has(column)) continue;
    const exact = Object.entries(CHANNELS).find(([, { label }]) => heading.toLowerCase().includes(label.toLowerCase()));
    const scaled = LOOKS_LIKE.filter(([, id]) => id.startsWith('scale')).find(([like]) => like.test(heading));
    const id =
      (exact?.[0] as ChannelId | undefined) ?? (scaled ?? LOOKS_LIKE.find(([like]) => like.test(heading)))?.[1];
    if (id && CHANNELS[id].blend !== 'colour' && !channels.some((known) => known.id === id))
      channels.push({ column, id, factor: 1 });
  }
  const time =
    frame >= 0
      ? ({ by: 'frame', column: frame } as const)
      : seconds >= 0
        ? ({ by: 'seconds', column: seconds } as const)
        : ({ by: 'row' } as const);
  return { time, rate, firstFrame: 1, channels };
}

/**
 * The channels of a table as keys, one a row, going straight from one to the next; rows without a time or a value have
 * none, of two on one frame the later counts. Refuses what has no frame at all, or lies beyond what a ruler holds.
 */
export function channelsOfTable(
  table: NumberTable,
  mapping: TableMapping,
): Result<{ id: ChannelId; keys: Channel['keys'] }[]> {
  const { time, rate, firstFrame, channels } = mapping;
  const fps = framesPerSecond(rate);
  const start = time.by === 'seconds' ? table.rows.find((row) => row[time.column] !== null)?.[time.column] : null;
  const frames = table.rows.map((row, i): number | null => {
    if (time.by === 'row') return firstFrame + i;
    const value = row[time.column];
    if (value === null || value === undefined) return null;
    // On whole frames as far as rounding in the file allows.
    const frame = time.by === 'frame' ? value : firstFrame + (value - (start ?? 0)) * fps;
    return Math.abs(frame - Math.round(frame)) < 1e-3 ? Math.round(frame) : frame;
  });
  const beyond = frames.find((frame) => frame !== null && Math.abs(frame) > FRAME_LIMIT);
  if (beyond !== undefined) return refuse('beyond', [], `Frame ${beyond} is beyond what a ruler holds.`);
  const made = channels.map(({ column, id, factor }) => {
    const by = new Map<number, number>();
    for (const [i, frame] of frames.entries()) {
      const value = table.rows[i]![column];
      if (frame !== null && value !== null && value !== undefined) by.set(frame, value * factor);
    }
    const leave = CHANNELS[id].blend === 'held' ? ('step' as const) : ('linear' as const);
    const keys = [...by].sort(([a], [b]) => a - b).map(([frame, value]) => createKey(frame, value, { leave }));
    return { id, keys };
  });
  if (made.every(({ keys }) => keys.length === 0))
    return refuse('no-keys', [], 'No column of numbers is taken: say which column is what.');
  return accept(made);
}
