import { accept, refuse, type Result } from '../result.ts';
import { type Rate, sameRate } from './rate.ts';

/** The whole number of frames that a second of timecode counts: 24 at 24000/1001. */
export function nominalRate(rate: Rate): number {
  return Math.ceil(rate.num / rate.den);
}

const DROPPED: readonly { rate: Rate; labels: number }[] = [
  { rate: { num: 30000, den: 1001 }, labels: 2 },
  { rate: { num: 60000, den: 1001 }, labels: 4 },
];

/**
 * How many labels drop-frame timecode skips at each minute but every tenth (SMPTE ST 12-1): none at rates that do not
 * use it.
 */
export function droppedLabels(rate: Rate): number {
  return DROPPED.find((entry) => sameRate(entry.rate, rate))?.labels ?? 0;
}

const two = (value: number): string => String(value).padStart(2, '0');

/**
 * The timecode label of a frame, frame 0 being `00:00:00:00`. Drop-frame, written with a `;`, at 30000/1001 and
 * 60000/1001: frame 1800 is `00:01:00;02`. A fraction of a frame follows as decimals (thousandths); negative frames
 * carry a minus.
 */
export function formatTimecode(frame: number, rate: Rate): string {
  const grains = Math.round(Math.abs(frame) * 1000);
  const whole = Math.floor(grains / 1000);
  const fraction = grains % 1000;
  const nominal = nominalRate(rate);
  const dropped = droppedLabels(rate);
  let label = whole;
  if (dropped > 0) {
    const perMinute = nominal * 60 - dropped;
    const perTen = nominal * 600 - 9 * dropped;
    const inTen = whole % perTen;
    label +=
      9 * dropped * Math.floor(whole / perTen) + dropped * Math.max(0, Math.floor((inTen - dropped) / perMinute));
  }
  const seconds = Math.floor(label / nominal);
  const parts = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':');
  const decimals = fraction > 0 ? `.${String(fraction).padStart(3, '0').replace(/0+$/, '')}` : '';
  return `${frame < 0 && grains > 0 ? '−' : ''}${parts}${dropped > 0 ? ';' : ':'}${two(label % nominal)}${decimals}`;
}

const TIMECODE = /^([−-]?)(\d{1,3}):(\d{1,2}):(\d{1,2})([:;])(\d{1,3})(\.\d{1,3})?$/;

/**
 * The frame of a timecode label: the exact inverse of `formatTimecode`. With a `:` before the frames the label is read
 * as the rate writes it. Issues: `timecode-not-read`, `timecode-out-of-range`, `timecode-skipped` for a label that
 * drop-frame leaves out.
 */
export function parseTimecode(text: string, rate: Rate): Result<number> {
  const typed = text.trim();
  const match = TIMECODE.exec(typed);
  const nominal = nominalRate(rate);
  const dropped = droppedLabels(rate);
  if (!match)
    return refuse(
      'timecode-not-read',
      [],
      `"${typed}" is not a timecode. Type hours, minutes, seconds and frames, such as ` +
        `${formatTimecode(2 * nominal, rate)}.`,
    );
  const [hours, minutes, seconds, frames] = [match[2], match[3], match[4], match[6]].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  if (match[5] === ';' && dropped === 0)
    return refuse(
      'timecode-not-read',
      [],
      'A ; before the frames means drop-frame, which only 29.97 and 59.94 fps have.',
    );
  if (minutes > 59 || seconds > 59)
    return refuse('timecode-out-of-range', [], 'Minutes and seconds run from 00 to 59.');
  if (frames >= nominal)
    return refuse('timecode-out-of-range', [], `At this rate the frames run from 00 to ${nominal - 1}.`);
  if (frames < dropped && seconds === 0 && minutes % 10 !== 0) {
    const next = `${two(hours)}:${two(minutes)}:00;${two(dropped)}`;
    return refuse(
      'timecode-skipped',
      [],
      `${typed} does not exist: drop-frame skips labels 00 to ${two(dropped - 1)} at each minute but every ` +
        `tenth. The next one is ${next}.`,
    );
  }
  const allMinutes = hours * 60 + minutes;
  const label = (allMinutes * 60 + seconds) * nominal + frames;
  const frame = label - dropped * (allMinutes - Math.floor(allMinutes / 10)) + Number(match[7] ?? 0);
  return accept(match[1] && frame !== 0 ? -frame : frame);
}
