import { seededRandom } from '../seeded.ts';

export const STAND_IN_SAMPLE_RATE = 22_050;

/** Adds to a sound, in place: `value` of the seconds since it began. */
type Voice = (seconds: number) => number;

interface StandIn {
  label: string;
  seconds: number;
  /** When something sets in in it. */
  beats: readonly number[];
  /** What sounds from a beat on; beats are counted from 0. */
  voice: (beat: number, noise: () => number) => Voice;
}

const sine = (hertz: number, seconds: number): number => Math.sin(2 * Math.PI * hertz * seconds);

/** Noise of which the quick changes are taken out: the lower `share`, the duller. */
function dull(noise: () => number, share: number): () => number {
  let last = 0;
  return () => {
    last += share * (noise() - last);
    return last;
  };
}

/** Sounds of the kitchen, made up by formula: for planning by ear where nothing is recorded. */
export const STAND_IN_SOUNDS = {
  kettle: {
    label: 'A kettle',
    seconds: 4,
    // It is put down, comes to the boil and whistles; the switch clicks.
    beats: [0.25, 2, 3.5],
    voice: (beat, noise) => {
      const water = dull(noise, 0.25);
      if (beat === 0)
        return (s) =>
          0.8 * Math.exp(-s / 0.03) * sine(180, s) +
          (s < 3.25 ? 0.12 * Math.min(1, s / 3) * water() : 0.12 * Math.exp(-(s - 3.25) / 0.25) * water());
      if (beat === 1)
        return (s) => {
          const fade = s < 1.5 ? 1 : Math.exp(-(s - 1.5) / 0.1);
          return 0.3 * Math.min(1, s / 0.015) * fade * (sine(1480, s) + 0.4 * sine(2960, s));
        };
      return (s) => 0.7 * Math.exp(-s / 0.006) * noise();
    },
  },
  steps: {
    label: 'Steps',
    seconds: 4,
    beats: [0.25, 0.75, 1.25, 1.75, 2.25, 2.75, 3.25],
    voice: (beat, noise) => {
      const sole = dull(noise, beat % 2 === 0 ? 0.12 : 0.2);
      return (s) =>
        0.7 * Math.exp(-s / 0.02) * sine(beat % 2 === 0 ? 92 : 108, s) + 0.9 * Math.exp(-s / 0.035) * sole();
    },
  },
  knock: {
    label: 'A knock',
    seconds: 2.5,
    beats: [0.5, 0.75, 1.25],
    voice: (_beat, noise) => (s) =>
      Math.exp(-s / 0.025) * (0.6 * sine(310, s) + 0.3 * sine(520, s)) + 0.4 * Math.exp(-s / 0.004) * noise(),
  },
} as const satisfies Record<string, StandIn>;
export type StandInSound = keyof typeof STAND_IN_SOUNDS;

/** Samples of a stand-in, −1 to 1, one channel at `STAND_IN_SAMPLE_RATE`: the same every time. */
export function makeStandIn(name: StandInSound): Float32Array {
  const { seconds, beats, voice }: StandIn = STAND_IN_SOUNDS[name];
  const random = seededRandom(7);
  const samples = new Float32Array(Math.round(seconds * STAND_IN_SAMPLE_RATE));
  beats.forEach((begins, beat) => {
    const sounds = voice(beat, () => 2 * random() - 1);
    const from = Math.round(begins * STAND_IN_SAMPLE_RATE);
    for (let i = from; i < samples.length; i++) samples[i]! += sounds((i - from) / STAND_IN_SAMPLE_RATE);
  });
  return samples.map((value) => Math.max(-1, Math.min(1, value)));
}
