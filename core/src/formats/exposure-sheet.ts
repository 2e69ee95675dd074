import { pileOf } from '../motion/document/look.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { channelValue } from '../motion/path/pose.ts';
import { exposedFrame } from '../time/exposure.ts';
import { formatTimecode } from '../time/timecode.ts';
import { csvOf } from './csv-text.ts';

/** A remark on a frame, or on a span of them. */
export interface SheetNote {
  frame: number;
  lastFrame: number | null;
  text: string;
}

/** A row of an exposure sheet: a frame, and what is up on it. */
export interface SheetRow {
  frame: number;
  timecode: string;
  /** A cell a subject: its drawing where one begins, a line where it is held. */
  drawings: string[];
  /** A cell a subject: what is keyed here. */
  keys: string[];
  cues: string;
  notes: string;
}

export interface ExposureSheet {
  subjects: string[];
  rows: SheetRow[];
}

/** What stands where a drawing is held. */
const HELD = '|';

/**
 * A motion as the sheet that a camera is fed by: a row a frame; of each subject that moves the drawing that is up (by
 * its own number where it has drawings, else counted from its first), where it is keyed, cues and notes.
 */
export function exposureSheet(motion: MotionDocument, notes: readonly SheetNote[] = []): ExposureSheet {
  const { range, rate, cues } = motion;
  const subjects = motion.subjects.filter(
    (subject) => !subject.locked && subject.channels.some(({ keys }) => keys.length > 0),
  );
  const counts = subjects.map(() => 0);
  const rows = Array.from({ length: range.last - range.first + 1 }, (_, i): SheetRow => {
    const frame = range.first + i;
    const drawings = subjects.map((subject, s) => {
      const shown = exposedFrame(frame, range.first, subject.exposure);
      if (pileOf(subject.look) > 0) {
        const number = channelValue(subject, 'drawing', shown);
        const before =
          i === 0 ? null : channelValue(subject, 'drawing', exposedFrame(frame - 1, range.first, subject.exposure));
        return number === before ? HELD : String(number);
      }
      return shown === frame ? String(++counts[s]!) : HELD;
    });
    const keys = subjects.map((subject) => {
      const roles = subject.channels.flatMap((channel) => channel.keys.filter((key) => key.frame === frame));
      if (roles.length === 0) return '';
      return roles.some(({ role }) => role === 'extreme') ? 'extreme' : roles[0]!.role;
    });
    return {
      frame,
      timecode: formatTimecode(frame, rate),
      drawings,
      keys,
      cues: cues
        .filter((cue) => Math.round(cue.frame) === frame)
        .map(({ name }) => name)
        .join('; '),
      notes: notes
        .filter((note) => note.frame === frame)
        .map(noteWords)
        .join('; '),
    };
  });
  return { subjects: subjects.map(({ name }) => name), rows };
}

const noteWords = ({ lastFrame, text }: SheetNote): string => (lastFrame === null ? text : `to ${lastFrame}: ${text}`);

export function writeExposureSheetCsv(motion: MotionDocument, notes: readonly SheetNote[] = []): string {
  const { subjects, rows } = exposureSheet(motion, notes);
  return csvOf([
    ['frame', 'timecode', ...subjects.flatMap((name) => [`${name}: drawing`, `${name}: key`]), 'cues', 'notes'],
    ...rows.map(({ frame, timecode, drawings, keys, cues, notes: said }) => [
      frame,
      timecode,
      ...drawings.flatMap((drawing, s) => [drawing, keys[s]!]),
      cues,
      said,
    ]),
  ]);
}
