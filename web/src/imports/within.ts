import { FRAME_LIMIT } from '@undulan/core';
import * as z from 'zod';

/** What can be said of the time of a file: pictures a second, and the frame that it begins on. */
export const Fps = z.int().min(1).max(120);
export const OnFrame = z.int().min(-FRAME_LIMIT).max(FRAME_LIMIT);
