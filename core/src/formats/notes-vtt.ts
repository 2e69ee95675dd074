import { framesPerSecond, type Rate } from '../time/rate.ts';
import type { SheetNote } from './exposure-sheet.ts';

/** `00:01:02.345`. */
function clockTime(seconds: number): string {
  const ms = Math.max(0, Math.round(seconds * 1000));
  const part = (value: number, digits = 2): string => String(value).padStart(digits, '0');
  const [s, m, h] = [Math.floor(ms / 1000) % 60, Math.floor(ms / 60_000) % 60, Math.floor(ms / 3_600_000)];
  return `${part(h)}:${part(m)}:${part(s)}.${part(ms % 1000, 3)}`;
}

/** A text within a cue: one paragraph, with nothing that would end it or be taken for markup. */
const cueText = (text: string): string =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .split(/\r\n|\r|\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .join('\n');

/**
 * Notes as WebVTT (W3C), on the clock of a clip that begins with a frame: each stands for its frame, or from its first
 * frame through its last.
 */
export function writeNotesVtt(notes: readonly SheetNote[], rate: Rate, firstFrame: number): string {
  const fps = framesPerSecond(rate);
  const at = (frame: number): string => clockTime((frame - firstFrame) / fps);
  const cues = notes
    .filter(({ frame, lastFrame }) => (lastFrame ?? frame) >= firstFrame)
    .toSorted((a, b) => a.frame - b.frame)
    .map(({ frame, lastFrame, text }) => `${at(frame)} --> ${at((lastFrame ?? frame) + 1)}\n${cueText(text)}\n`);
  return ['WEBVTT\n', ...cues].join('\n');
}
