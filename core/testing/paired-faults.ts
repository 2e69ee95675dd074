import { type MotionDocument, readTake, sampleChannel } from '../src/index.ts';
import { createDice, type Dice } from './dice.ts';
import { ALL_FAULTS, ALL_MODELS, type Case, type Throws, turns } from './judge-readings.ts';
import type { LearnersTake, Truth } from './learner-faults.ts';

/** Takes with two faults at once, as learners' takes have: neither may hide the other, or make anything untrue said. */

/** What is made no fault by, or by itself alone. */
const NO_FAULTS = ['nothing', 'a frame either way', 'an ease like it'];
/** What happens to all of a motion; it comes second, to what is wrong in one place. */
const OF_ALL = ['all late', 'other tempo', 'late from here on', 'one part late', 'smaller all over', 'the other way'];

const SECOND = Object.keys(ALL_FAULTS).filter((name) => !NO_FAULTS.includes(name));
const FIRST = SECOND.filter((name) => !OF_ALL.includes(name) && name !== 'another rate');

/** One that is late where all is may be on time, or early, and what is told of it lies elsewhere by so many frames. */
const ALONG = 8;
const TIMED = ['key-late', 'key-early', 'overlap-off', 'tempo-differs'];

function beside({ kinds, within }: Truth): Truth {
  const timed = kinds.some((kind) => TIMED.includes(kind)) ? (['key-late', 'key-early', 'key-missing'] as const) : [];
  return {
    kinds: [...kinds, ...timed],
    ...(within && { within: [within[0] - ALONG, within[1] + ALONG] as [number, number] }),
  };
}

/** Which channels, as `subject channel`, have other keys in one motion than in another. */
const changed = (one: MotionDocument, other: MotionDocument): string[] =>
  one.subjects.flatMap((subject, s) =>
    subject.channels.flatMap((channel, c) =>
      JSON.stringify(channel.keys) === JSON.stringify(other.subjects[s]?.channels[c]?.keys) ? [] : [`${s} ${c}`],
    ),
  );

/** A difference of more than this share of what a channel goes is seen. */
const SEEN = 0.08;

function isSeenIn(one: MotionDocument, other: MotionDocument, channels: readonly string[]): boolean {
  const { first, last } = one.range;
  const frames = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  return channels.some((id) => {
    const [s, c] = id.split(' ').map(Number) as [number, number];
    const [a, b] = [one, other].map(({ subjects }) => {
      const channel = subjects[s]!.channels[c]!;
      return frames.map((frame) => sampleChannel(channel, frame));
    }) as [number[], number[]];
    const most = Math.max(...a.map((value, i) => Math.abs(value - b[i]!)));
    return most > SEEN * (Math.max(...a) - Math.min(...a));
  });
}

/** A second fault made of a take with one; null where either then is not what it is by itself, or is not seen. */
function secondOf(first: LearnersTake, clean: MotionDocument, make: (motion: MotionDocument) => LearnersTake | null) {
  const [both, alone] = [make(first.take), make(clean)];
  if (!both?.main || !alone?.main) return null;
  const own = changed(clean, alone.take);
  if (JSON.stringify(own) !== JSON.stringify(changed(first.take, both.take))) return null;
  const isSeen =
    (own.length === 0 || isSeenIn(first.take, both.take, own)) &&
    isSeenIn(alone.take, both.take, changed(clean, first.take));
  return isSeen ? both : null;
}

/** Reads every two faults on every model keyed in one way, by each of some throws. */
export function pairedCasesOf(
  keying: string,
  throws: Throws,
  rekey: (motion: MotionDocument, dice: Dice) => MotionDocument,
): Case[] {
  const { from, times } = throws;
  const isMeant = turns(throws);
  const cases: Case[] = [];
  for (const [modelName, makeModel] of Object.entries(ALL_MODELS))
    for (const one of FIRST)
      for (const other of SECOND.filter((name) => name !== one))
        for (let i = from; i < from + times; i++) {
          if (!isMeant()) continue;
          const seed = i * 7919 + modelName.length * 31 + one.length * 17 + other.length;
          const dice = createDice(seed);
          const model = makeModel(dice);
          const first = ALL_FAULTS[one]!(model, dice);
          if (!first?.main) continue;
          const second = secondOf(first, model.target.motion, (motion) =>
            ALL_FAULTS[other]!({ ...model, target: { ...model.target, motion } }, createDice(seed + 5)),
          );
          if (!second) continue;
          cases.push({
            name: `${modelName}, ${one}, ${other}, ${keying}, ${i}`,
            said: readTake(model.target, rekey(second.take, dice)).findings,
            faults: [first.main, second.main!].map(beside),
            also: [...(first.also ?? []), ...(second.also ?? [])].map(beside),
          });
        }
  return cases;
}
