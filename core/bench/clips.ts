import { ClipFollower, SPOT_WAYS } from '../src/clips/index.ts';
import { CLIP_MOTIONS, type ClipConditions, type MadeClip, makeClip } from '../testing/clip-scenes.ts';
import { judgeClip } from '../testing/judge-clips.ts';
import { squeezedClip } from '../testing/squeezed-clip.ts';

interface Case {
  name: string;
  conditions?: ClipConditions;
  through?: (clip: MadeClip) => MadeClip;
}

const CASES: readonly Case[] = [
  { name: 'clean' },
  { name: 'noise of 12', conditions: { noise: 12 } },
  { name: 'half a frame of blur', conditions: { shutter: 0.5 } },
  { name: 'the ground moves', conditions: { groundMoves: 3 } },
  { name: 'a busy ground moves', conditions: { groundMoves: 2, busy: true } },
  { name: 'small', conditions: { size: 0.35 } },
  { name: 'behind a post', conditions: { post: true } },
  { name: 'on twos', conditions: { exposure: 2 } },
  { name: 'the light turns', conditions: { cast: 1 } },
  { name: 'all of it', conditions: { noise: 8, shutter: 0.5, groundMoves: 2, cast: 0.6 } },
  {
    name: 'VP9 at 120 kbit/s',
    through: (clip) => squeezedClip(clip, '-c:v', 'libvpx-vp9', '-b:v', '120k', '-deadline', 'realtime'),
  },
  {
    name: 'H.264, coarse',
    conditions: { noise: 6 },
    through: (clip) => squeezedClip(clip, '-c:v', 'libx264', '-crf', '34'),
  },
];

const EVENTS = CLIP_MOTIONS.reduce((all, { events }) => all + events.length, 0);

/** How true tracks of made-up clips are, over all motions; then what following costs beside reading each pixel once. */
export function benchClips(): void {
  console.log(
    `clips: ${CLIP_MOTIONS.length} motions each        off p95  guessed  events missed  invented  exposure wrong`,
  );
  for (const by of SPOT_WAYS)
    for (const { name, conditions = {}, through } of CASES) {
      // A ground that moves is no still one.
      if (by === 'difference' && conditions.groundMoves) continue;
      const judged = CLIP_MOTIONS.map((motion) => judgeClip(motion, conditions, by, through));
      const sum = (of: (one: (typeof judged)[number]) => number): number =>
        judged.reduce((total, one) => total + of(one), 0);
      console.log(
        `by ${by}, ${name}`.padEnd(34),
        `${Math.max(...judged.map(({ offPercent }) => offPercent)).toFixed(2)} %`.padStart(9),
        String(sum(({ guessed }) => guessed)).padStart(8),
        `${sum(({ missed }) => missed.length)} of ${EVENTS}`.padStart(14),
        String(sum(({ invented }) => invented.length)).padStart(9),
        String(sum(({ track }) => (track.exposure === (conditions.exposure ?? 1) ? 0 : 1))).padStart(15),
      );
    }
  printCost();
}

function printCost(): void {
  const clip = makeClip(CLIP_MOTIONS[1]!);
  const follower = new ClipFollower([{ ...clip.first, by: 'colour', picture: 0 }]);
  follower.see(clip.pictures[0]!, 0);
  let [read, followed, sum] = [0, 0, 0];
  for (const [i, picture] of clip.pictures.entries()) {
    const from = performance.now();
    const words = new Uint32Array(picture.pixels.buffer);
    for (const word of words) sum = (sum + word) | 0;
    const between = performance.now();
    follower.see(picture, i / 24);
    const now = performance.now();
    // The first pictures warm up.
    if (i < 12) continue;
    read += between - from;
    followed += now - between;
  }
  console.log(
    `following a blob at 640 × 360: ${(followed / read).toFixed(2)} times reading each pixel once (aim 2.5)` +
      (sum === 1 ? ' ' : ''),
  );
}
