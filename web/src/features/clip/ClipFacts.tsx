import { type Rate, sameRate, type SpotWay } from '@undulan/core';
import type { ReadClip } from '../../clips/index.ts';
import { ownRate } from '../../ui/index.ts';

const EXPOSURES = ['', 'on ones', 'on twos', 'on threes', 'on fours'];

const WAY_WORDS: Record<SpotWay, string> = {
  colour: 'its colour',
  look: 'its look',
  difference: 'what differs from the still ground',
};

const happens = (count: number): string =>
  count === 0 ? 'Nothing is seen to happen.' : `${count} ${count === 1 ? 'event is' : 'events are'} seen.`;

/** Guessed pictures in a row, as people say them: from 1. */
function runsOf(numbers: readonly number[]): [from: number, to: number][] {
  const runs: [number, number][] = [];
  for (const number of numbers) {
    const last = runs.at(-1);
    if (last && number === last[1] + 1) last[1] = number;
    else runs.push([number, number]);
  }
  return runs;
}

/** What the clip is, and what of it is not as asked or not sure. */
export function ClipFacts({
  read: { track, by, width, height },
  asked,
  onShow,
}: {
  read: ReadClip;
  /** The rate that is asked for. */
  asked: Rate;
  onShow: (number: number) => void;
}) {
  const guessed = runsOf(track.frames.flatMap((frame, i) => (frame.guessed ? [i] : [])));
  return (
    <section aria-label="What is read of it" className="grid gap-2">
      <p className="figures">
        {[
          `${ownRate(track.rate)} fps`,
          EXPOSURES[track.exposure] ?? `on ${track.exposure}s`,
          `${width} × ${height}`,
          `${track.frames.length} pictures`,
        ].join(' · ')}
      </p>
      <p className="text-faint">
        Followed by {WAY_WORDS[by]}. {happens(track.events.length)}
      </p>
      {!sameRate(track.rate, asked) && (
        <p className="text-danger">
          It runs at {ownRate(track.rate)} fps; the exercise asks for {ownRate(asked)}.
        </p>
      )}
      {!track.isSteady && <p className="text-danger">Its pictures do not stand equally long: some are left out.</p>}
      {guessed.length > 0 && (
        <p>
          Not seen, and guessed:{' '}
          {guessed.map(([from, to], i) => (
            <span key={from}>
              {i > 0 && ', '}
              <button type="button" className="rounded-sm text-accent underline" onClick={() => onShow(from)}>
                {from === to ? from + 1 : `${from + 1}–${to + 1}`}
              </button>
            </span>
          ))}
          . Nothing is judged by them.
        </p>
      )}
    </section>
  );
}
