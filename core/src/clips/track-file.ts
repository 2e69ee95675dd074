import * as z from 'zod';
import { Reading } from '../reading/index.ts';
import { SPOT_WAYS } from './track-clip.ts';
import { ClipTrack } from './track-schema.ts';

/** A track as a file: with what it was followed by, how large the clip is, and what was read, if there was a target. */
export const TrackFile = ClipTrack.extend({
  by: z.enum(SPOT_WAYS),
  width: z.int().min(1),
  height: z.int().min(1),
  reading: Reading.nullable(),
});
export type TrackFile = z.infer<typeof TrackFile>;

/** A track as the text of a file. */
export const writeTrackFile = (track: TrackFile): string => `${JSON.stringify(TrackFile.parse(track), null, 1)}\n`;

/** The JSON Schema (2020-12) of what `writeTrackFile` writes. */
export function trackFileSchema(): object {
  return z.toJSONSchema(TrackFile, { io: 'output', unrepresentable: 'any' });
}
