import { extentOf } from '../extent.ts';
import { fractionOf } from '../spacing/fractions.ts';
import type { ChartMark, TimingChart } from '../spacing/timing-chart.ts';
import { formatRate, type Rate } from '../time/rate.ts';
import { escapeXml } from './xml-text.ts';

interface ChartSheet {
  title: string;
  rate: Rate;
  /** What is said above the charts, a paragraph each; broken into lines as wide as the sheet. */
  paragraphs?: readonly string[];
  /** Each with what moves in it, where the sheet shows several. */
  charts: readonly (TimingChart & { name?: string })[];
  /** Without title and rate: the page says them. */
  bare?: boolean;
}

const WIDTH_PX = 900;
const MARGIN_PX = 60;
const HEAD_PX = 70;
const BARE_HEAD_PX = 10;
const LOOM_PX = 110;
const CHART_PX = 230;
const LINE_PX = 19;
/** What fits on a line of the sheet. */
const LINE_CHARACTERS = 118;
const INK = '#22303c';
const FAINT = '#6b7680';
/** Numbers nearer than this to one another are left out. */
const LABEL_ROOM_PX = 22;

const px = (value: number): string => String(Math.round(value * 100) / 100);

function text(
  x: number,
  y: number,
  words: string,
  { size = 12, colour = INK, anchor = 'middle', weight = 400 } = {},
): string {
  return (
    `<text x="${px(x)}" y="${px(y)}" font-size="${size}" font-weight="${weight}" fill="${colour}" ` +
    `text-anchor="${anchor}">${escapeXml(words)}</text>`
  );
}

const line = (x1: number, y1: number, x2: number, y2: number, width = 1, colour = INK): string =>
  `<line x1="${px(x1)}" y1="${px(y1)}" x2="${px(x2)}" y2="${px(y2)}" stroke="${colour}" stroke-width="${width}"/>`;

/** Frames of the marks whose number has room beside the others; extremes always have theirs. */
function labelled(marks: readonly ChartMark[], xOf: (mark: ChartMark) => number): Set<number> {
  const kept: ChartMark[] = marks.filter((mark) => mark.role === 'extreme');
  for (const mark of [
    ...marks.filter(({ role }) => role === 'breakdown'),
    ...marks.filter(({ role }) => role === 'inbetween'),
  ]) {
    if (kept.every((other) => Math.abs(xOf(other) - xOf(mark)) >= LABEL_ROOM_PX)) kept.push(mark);
  }
  return new Set(kept.map((mark) => mark.frame));
}

/** Paragraphs in lines of at most so many characters; an empty line after each. */
function broken(paragraphs: readonly string[]): string[] {
  return paragraphs.flatMap((paragraph) => {
    const lines = [''];
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const longer = `${lines.at(-1)!} ${word}`.trim();
      if (longer.length <= LINE_CHARACTERS) lines[lines.length - 1] = longer;
      else lines.push(word);
    }
    return [...lines, ''];
  });
}

function chartLines({ firstFrame, lastFrame, marks, name }: ChartSheet['charts'][number], top: number): string[] {
  const gone = extentOf(marks.map((mark) => mark.progress));
  const [low, high] = [Math.min(0, gone.low), Math.max(1, gone.high)];
  const spaceX = (mark: ChartMark): number =>
    MARGIN_PX + ((mark.progress - low) / (high - low)) * (WIDTH_PX - 2 * MARGIN_PX);
  const timeX = (mark: ChartMark): number =>
    MARGIN_PX + ((mark.frame - firstFrame) / (lastFrame - firstFrame)) * (WIDTH_PX - 2 * MARGIN_PX);
  const timeY = top + 26;
  const spaceY = timeY + LOOM_PX;
  const numbers = labelled(marks, spaceX);
  const ends = extentOf(marks.map(spaceX));
  const parts = [
    text(0 + MARGIN_PX, top + 6, `${name ? `${name}, ` : ''}${firstFrame} – ${lastFrame}`, {
      size: 13,
      anchor: 'start',
      weight: 600,
    }),
    line(MARGIN_PX, timeY, WIDTH_PX - MARGIN_PX, timeY, 1, FAINT),
    line(ends.low, spaceY, ends.high, spaceY, 1.5),
  ];
  for (const mark of marks) {
    const x = spaceX(mark);
    parts.push(line(timeX(mark), timeY, x, spaceY, mark.role === 'inbetween' ? 0.7 : 1.2, FAINT));
    if (mark.role === 'extreme') {
      parts.push(
        `<circle cx="${px(x)}" cy="${px(spaceY)}" r="15" fill="#fff" stroke="${INK}" stroke-width="2"/>`,
        text(x, spaceY + 4.5, String(mark.frame), { size: 13, weight: 600 }),
      );
      continue;
    }
    parts.push(line(x, spaceY - 9, x, spaceY + 9, mark.role === 'breakdown' ? 2.4 : 1.4));
    if (mark.role === 'breakdown') parts.push(line(x - 9, spaceY + 13, x + 9, spaceY + 13, 2));
    if (!numbers.has(mark.frame)) continue;
    parts.push(text(x, spaceY + 30, String(mark.frame)));
    const fraction = fractionOf(mark.progress);
    if (fraction) parts.push(text(x, spaceY + 46, fraction, { size: 11, colour: FAINT }));
  }
  return parts;
}

/**
 * Writes timing charts as one SVG sheet for paper: each segment with its time rail above, its space rail below and a
 * thread a drawing; extremes ringed, breakdowns underlined, chart fractions written where a drawing is at one. Black on
 * white, text as text.
 */
export function writeTimingChartSvg({ title, rate, paragraphs = [], charts, bare = false }: ChartSheet): string {
  const lines = broken(paragraphs);
  const head = (bare ? BARE_HEAD_PX : HEAD_PX) + lines.length * LINE_PX;
  const height = head + charts.length * CHART_PX;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH_PX}" height="${height}" viewBox="0 0 ${WIDTH_PX} ` +
      `${height}" font-family="'Atkinson Hyperlegible Next', sans-serif">`,
    `<title>${escapeXml(title)}</title>`,
    `<rect width="${WIDTH_PX}" height="${height}" fill="#fff"/>`,
    ...(bare
      ? []
      : [
          text(MARGIN_PX, 34, title, { size: 20, anchor: 'start', weight: 600 }),
          text(WIDTH_PX - MARGIN_PX, 34, `${formatRate(rate)} fps`, { size: 13, anchor: 'end', colour: FAINT }),
        ]),
    ...lines.flatMap((words, i) =>
      words ? [text(MARGIN_PX, 62 + i * LINE_PX, words, { size: 13, anchor: 'start' })] : [],
    ),
    ...charts.flatMap((chart, i) => chartLines(chart, head + i * CHART_PX)),
    '</svg>',
  ].join('\n');
}
