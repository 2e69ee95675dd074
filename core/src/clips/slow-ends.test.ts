import { expect, test } from 'vitest';
import { seededRandom } from '../seeded.ts';
import type { Place } from './clip-picture.ts';
import { eventsOfTrack } from './track-events.ts';
import { exposureOf } from './track-exposure.ts';

const EASES: Record<string, (share: number) => number> = {
  even: (share) => share,
  'slow at both ends': (share) => share * share * (3 - 2 * share),
  'a sine': (share) => 0.5 - 0.5 * Math.cos(Math.PI * share),
  'very soft': (share) => (share < 0.5 ? 4 * share ** 3 : 1 - 4 * (1 - share) ** 3),
  'slow start alone': (share) => share * share,
  'slow finish alone': (share) => share * (2 - share),
};

interface Move {
  places: Place[];
  events: [begins: number, ends: number];
}

/** One move between two rests, of a length and a direction that are rolled, seen with noise of so many pixels. */
function rolledMove(ease: (share: number) => number, noise: number, seed: number): Move {
  const roll = seededRandom(seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - roll())) * Math.cos(2 * Math.PI * roll());
  const begins = 6 + Math.floor(6 * roll());
  const ends = begins + 12 + Math.floor(24 * roll());
  const way = 120 + 320 * roll();
  const direction = roll() < 0.3 ? 0 : 2 * Math.PI * roll();
  const places = Array.from({ length: ends + 6 + Math.floor(6 * roll()) }, (_, frame) => {
    const gone = way * ease(Math.min(1, Math.max(0, (frame - begins) / (ends - begins))));
    return {
      x: 300 + gone * Math.cos(direction) + noise * normal(),
      y: 300 + gone * Math.sin(direction) + noise * normal(),
    };
  });
  return { places, events: [begins, ends] };
}

const eventsOf = (places: Place[]): { frame: number; kind: string }[] => eventsOfTrack(places, exposureOf(places));

test.each(Object.keys(EASES))('whichever way it goes, when it begins and ends is seen to a frame: %s', (name) => {
  for (const noise of [0, 0.05, 0.15])
    for (let seed = 1; seed <= 25; seed++) {
      const { places, events } = rolledMove(EASES[name]!, noise, 977 * seed);
      const seen = eventsOf(places).map(({ frame }) => frame);
      const told = `noise ${noise}, roll ${seed}: ${events.join('–')}, seen ${seen.join(', ')}`;
      expect(seen.length, told).toBe(2);
      seen.forEach((frame, i) => expect(Math.abs(frame - events[i]!), told).toBeLessThanOrEqual(1));
    }
});

test('a slow move taken backward begins where it ended', () => {
  for (let seed = 1; seed <= 10; seed++) {
    const { places } = rolledMove(EASES['very soft']!, 0.05, 31 * seed);
    const forth = eventsOf(places).map(({ frame }) => frame);
    const back = eventsOf(places.toReversed()).map(({ frame }) => places.length - 1 - frame);
    expect(back.reverse()).toEqual(forth);
  }
});

test('what only trembles, or creeps less than it trembles, does nothing', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const roll = seededRandom(seed);
    const trembling = Array.from({ length: 48 }, (_, frame) => ({
      x: 200 + 0.3 * (roll() - 0.5) + 0.001 * frame,
      y: 200 + 0.3 * (roll() - 0.5),
    }));
    expect(eventsOf(trembling)).toEqual([]);
  }
});
