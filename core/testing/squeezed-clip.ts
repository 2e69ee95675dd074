import { spawnSync } from 'node:child_process';
import { CLIP_SIZE, type MadeClip } from './clip-scenes.ts';

const RAW = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${CLIP_SIZE.width}x${CLIP_SIZE.height}`, '-r', '24'];
const MOST_BYTES = 1e9;

function ffmpeg(input: Buffer, ...args: string[]): Buffer {
  const { stdout, stderr, status } = spawnSync('ffmpeg', ['-loglevel', 'error', ...args], {
    input,
    maxBuffer: MOST_BYTES,
  });
  if (status !== 0) throw new Error(stderr.toString());
  return stdout;
}

/** A clip through an encoder that loses what it can, and back. */
export function squeezedClip(clip: MadeClip, ...encoding: string[]): MadeClip {
  const raw = Buffer.concat(clip.pictures.map(({ pixels }) => Buffer.from(pixels.buffer)));
  const film = ffmpeg(raw, ...RAW, '-i', '-', ...encoding, '-pix_fmt', 'yuv420p', '-f', 'matroska', '-');
  const back = ffmpeg(film, '-f', 'matroska', '-i', '-', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-');
  const size = 4 * CLIP_SIZE.width * CLIP_SIZE.height;
  const pictures = clip.pictures.map((picture, i) => ({ ...picture, pixels: back.subarray(i * size, (i + 1) * size) }));
  return { ...clip, pictures };
}
