import {
  bestPosed,
  type Drawn,
  drawnBy,
  indexFrom,
  type Miss,
  missOf,
  type Recording,
  valueNear,
} from './drawn-by-keys.ts';
import {
  areApart,
  type Change,
  changesOf,
  FAMILIES,
  type Family,
  framesOf,
  type Keys,
  later,
  otherPaces,
  paceAbout,
  ROUGH_PACES,
} from './key-changes.ts';

/**
 * A learner's recording is most often the target's own keys, some of them changed: where such keys draw it, they say
 * more surely than its samples what was done. They are found by trying: of all single changes those that leave least,
 * one of each family, then another of each, until no more than noise is left.
 */

/** What keys may leave of a recording: as a root of the mean square and at most, in shares of the movement. */
const ENOUGH = { usual: 0.004, worst: 0.02 };
/** The same, in noise. */
const NOISE_TIMES = { usual: 1.5, worst: 3 };
/** What leaves as little as this is all there is to find. */
const ALL = { usual: 0.001, noiseTimes: 1.15 };
/** More changes than these are another motion; so many more are tried to find all. */
const MOST_CHANGES = 6;
const MOST_MORE = 2;
/** Of what changes of these and those families leave, so many are followed on. */
const FOLLOWED = 5;
/** A change that leaves more than this share of what was left leads nowhere. */
const LEADS_ON = 0.9;
/** More changes are worth it where they leave less than this share. */
const WORTH = 0.5;
/** What leaves no more than so many times as much leaves as much. */
const AS_MUCH = 1.1;
/** In steps of so many frames keys are moved at last. */
const FINER = [1, 0.5, 0.25];
/** Whole frames of another rate lie so many of the target's beside its own. */
const BESIDE = 0.5;
/** A key so many frames beyond the last sample is seen there. */
const WITHIN = 0.5;
/** On whole frames so many times as much may be left. */
const AS_GOOD = 1.5;
/** So much less is to be left by what comes after what leaves least, and by one coordinate alone. */
const BETTER = 0.97;
const BETTER_ALONE = 0.7;
/** So much less by another place of a key, and in noise so many times its square of the sum of squares. */
const LESS = 0.998;
const SURE = 9;
/** What is not off by more than this share of a movement is not. */
const EQUAL = 1e-4;

const keysAsked = ({ asked }: Recording): Keys => asked.map(({ keys }) => keys);

function isWithin({ span, noise, asked }: Recording, miss: Miss, usual: number, noiseTimes: number): boolean {
  return miss.usual <= Math.max(usual * span, noiseTimes * noise * Math.sqrt(asked.length));
}

const isEnough = (recording: Recording, miss: Miss): boolean =>
  isWithin(recording, miss, ENOUGH.usual, NOISE_TIMES.usual) &&
  miss.worst <= ENOUGH.worst * recording.span + NOISE_TIMES.worst * recording.noise;

const isAll = (recording: Recording, miss: Miss): boolean => isWithin(recording, miss, ALL.usual, ALL.noiseTimes);

/** Of some changes the one that leaves least, of what leaves less than is left now. */
function bestOf(
  recording: Recording,
  now: Drawn,
  changes: Iterable<Change>,
): (Drawn & { pace: number | undefined }) | null {
  let best: (Change & { miss: Miss }) | null = null;
  for (const change of changes) {
    if (recording.effort.left <= 0) return null;
    if (!areApart(change.keys, recording.apart)) continue;
    const better = best && change.isLone && !best.isLone ? BETTER_ALONE : BETTER;
    const miss = missOf(recording, now, change.keys, better * (best ?? now).miss.usual);
    if (miss) best = { ...change, miss };
  }
  return best && { ...drawnBy(recording, best.keys), pace: best.pace };
}

/** The frames, or the values, that keys have and the target's have not. */
function changedIn(of: 'frame' | 'value', { asked }: Recording, keys: Keys): Set<number> {
  const known = new Set(asked.flatMap((channel) => channel.keys.map((key) => key[of])));
  return new Set(keys.flatMap((own) => own.map((key) => key[of])).filter((value) => !known.has(value)));
}

/** Whether one miss is less than another by more than noise makes of it. */
function isSurelyLess({ frames, noise }: Recording, one: Miss, other: Miss, least = 0): boolean {
  return (other.usual ** 2 - one.usual ** 2) * frames[0]!.length > SURE * Math.max(noise, least) ** 2;
}

/**
 * Keys moved in time, in steps of so many frames, as long as that leaves less: one, all from it on, two towards each
 * other; of those that `may` be moved.
 */
function refined(
  recording: Recording,
  drawn: Drawn,
  steps: readonly number[],
  may: (keys: Keys, frame: number) => boolean,
): Drawn {
  let best = drawn;
  const nudged = function* (by: number): Generator<Keys> {
    const { keys } = best;
    const frames = framesOf(keys);
    for (const [i, frame] of frames.entries()) {
      if (!may(keys, frame)) continue;
      yield later(keys, frame, frame, by);
      yield later(keys, frame, frames.at(-1)!, by);
      const next = frames[i + 1];
      if (next !== undefined && may(keys, next)) yield later(later(keys, next, next, -by), frame, frame, by);
    }
  };
  for (const step of steps)
    for (let isLess = true; isLess && recording.effort.left > 0;) {
      isLess = false;
      for (const by of [step, -step])
        for (const keys of nudged(by)) {
          const miss = areApart(keys, recording.apart) && missOf(recording, best, keys, LESS * best.miss.usual);
          if (!miss || !isSurelyLess(recording, miss, best.miss)) continue;
          best = drawnBy(recording, keys);
          isLess = true;
          break;
        }
    }
  return best;
}

/** What was changed before, changed by more or less where that leaves less now. */
function adjusted(recording: Recording, drawn: Drawn): Drawn {
  const moved = changedIn('frame', recording, drawn.keys);
  let best =
    moved.size > 0
      ? refined(recording, drawn, [1], (keys, frame) => changedIn('frame', recording, keys).has(frame))
      : drawn;
  const posed = changedIn('value', recording, best.keys);
  if (posed.size === 0) return best;
  for (const c of best.keys.keys())
    for (const i of best.keys[c]!.keys()) {
      if (!posed.has(best.keys[c]![i]!.value)) continue;
      const weights = best.keys.map((own, k) => own.map((_, at) => (k === c && at === i ? 1 : 0)));
      const next = drawnBy(recording, bestPosed(recording, best, weights));
      if (next.miss.usual < best.miss.usual) best = next;
    }
  return best;
}

/** Keys between frames put on whole ones where that leaves little more. */
function onWholeFrames(recording: Recording, drawn: Drawn): Keys {
  const most = Math.max(AS_GOOD * drawn.miss.usual, (ENOUGH.usual / 2) * recording.span);
  return framesOf(drawn.keys).reduce((own, frame) => {
    const plain = later(own, frame, frame, Math.round(frame) - frame);
    return areApart(plain, recording.apart) && missOf(recording, drawn, plain, most) ? plain : own;
  }, drawn.keys);
}

/** Keys that may as well be where the target has them, there: of what is not seen to happen nothing is off. */
function asAsked(recording: Recording, drawn: Drawn): Drawn {
  let best = drawn;
  const all = keysAsked(recording);
  if (all.some((own, c) => own.length !== drawn.keys[c]!.length)) return drawn;
  for (const asked of framesOf(all)) {
    const back = best.keys.map((own, c) =>
      own.map((key, i) => (all[c]![i]!.frame === asked && key.frame !== asked ? { ...key, frame: asked } : key)),
    );
    if (!areApart(back, recording.apart)) continue;
    const next = drawnBy(recording, back);
    if (!isSurelyLess(recording, best.miss, next.miss, EQUAL * recording.span)) best = next;
  }
  return best;
}

/** How many keys of each channel lie before what was recorded, and how many after it. */
function unseenOf({ frames }: Recording, keys: Keys): number[] {
  return keys.flatMap((own, c) => {
    const [start, end] = [frames[c]![0]! - WITHIN, frames[c]!.at(-1)! + WITHIN];
    return [own.filter(({ frame }) => frame < start).length, own.filter(({ frame }) => frame > end).length];
  });
}

/** Whether no more keys than the target has there lie beyond a recording's ends: where they do is not known. */
function areRecorded(recording: Recording, keys: Keys): boolean {
  const asked = unseenOf(recording, keysAsked(recording));
  return unseenOf(recording, keys).every((count, i) => count <= asked[i]!);
}

/** Keys on the nearest samples right beside the target's frames: who works at another rate keys those. */
function onSamples({ frames }: Recording, keys: Keys): Keys {
  return keys.map((own, c) =>
    own.map((key) => {
      const at = indexFrom(frames[c]!, key.frame);
      const apart = (sample: number | undefined): number => Math.abs((sample ?? Infinity) - key.frame);
      const [before, after] = [frames[c]![at - 1], frames[c]![at]];
      const nearest = apart(before) < apart(after) ? before : after;
      return apart(nearest) <= BESIDE ? { ...key, frame: nearest! } : key;
    }),
  );
}

/** All of it at the pace that leaves least. */
function atBestPace(recording: Recording, start: Drawn): Drawn | null {
  const at = (paces: typeof ROUGH_PACES): ReturnType<typeof bestOf> =>
    bestOf(recording, start, otherPaces(start.keys, recording.about, paces));
  const rough = at(ROUGH_PACES);
  return (rough && at(paceAbout(rough.pace!))) ?? rough;
}

/** Keys after some changes, of families in the order of their names. */
interface Changed {
  drawn: Drawn;
  families: string;
}

/** After one change more: the best of each family that leads on. */
function changedOnce(recording: Recording, { drawn, families }: Changed, tried: readonly Family[]): Changed[] {
  return tried.flatMap((family): Changed[] => {
    const changes = changesOf(drawn.keys, family, {
      posed: (weights) => bestPosed(recording, drawn, weights),
      apart: recording.apart,
      drawnAt: (c, frame) => valueNear(recording, c, frame),
    });
    const next = bestOf(recording, drawn, changes);
    if (!next || next.miss.usual > LEADS_ON * drawn.miss.usual) return [];
    return [
      {
        drawn: families === '' || isEnough(recording, next.miss) ? next : adjusted(recording, next),
        families: [...families.split(' '), family].sort().join(' '),
      },
    ];
  });
}

/** Those that leave least, one of each sort; of what leaves nothing first what is seen. */
function leading(recording: Recording, changed: readonly Changed[]): Changed[] {
  const unseen = ({ drawn }: Changed): number =>
    isAll(recording, drawn.miss) ? unseenOf(recording, drawn.keys).reduce((sum, count) => sum + count, 0) : Infinity;
  const byLeft = changed
    .map((one) => ({ one, unseen: unseen(one) }))
    .sort((a, b) =>
      a.unseen === b.unseen ? a.one.drawn.miss.usual - b.one.drawn.miss.usual : a.unseen < b.unseen ? -1 : 1,
    )
    .map(({ one }) => one);
  return byLeft
    .filter((one, i) => byLeft.findIndex((other) => other.families === one.families) === i)
    .slice(0, FOLLOWED);
}

/** Of those that leave enough the one that leaves least; else of those that do once they are moved finely. */
function enoughOf(recording: Recording, changed: readonly Changed[]): Drawn | null {
  const least = changed[0]?.drawn;
  if (!least || isEnough(recording, least.miss)) return least ?? null;
  const fine = changed
    .map(({ drawn }) => refined(recording, drawn, FINER, () => true))
    .sort((a, b) => a.miss.usual - b.miss.usual)[0]!;
  return isEnough(recording, fine.miss) ? fine : null;
}

/** Keys that draw a recording, and after how many changes of the target's. */
interface FoundKeys {
  drawn: Drawn;
  count: number;
}

/**
 * The keys that draw a recording after as few changes as do, at most so many, or a few more where these leave far less;
 * the first change is of some families.
 */
function changedKeys(
  recording: Recording,
  start: Drawn,
  first: readonly Family[],
  mostChanges = MOST_CHANGES,
): FoundKeys | null {
  let best: FoundKeys | null = null;
  let now: Changed[] = [{ drawn: start, families: '' }];
  for (let [count, most] = [1, mostChanges]; count <= most && now.length > 0; count++) {
    const next = now.flatMap((changed) => changedOnce(recording, changed, count === 1 ? first : FAMILIES));
    const isPaced = count === 1 && first === FAMILIES && !next.some(({ drawn }) => isEnough(recording, drawn.miss));
    const atPace = isPaced ? atBestPace(recording, start) : null;
    now = leading(recording, [...next, ...(atPace ? [{ drawn: atPace, families: 'pace' }] : [])]);
    const enough = enoughOf(recording, now);
    if (recording.effort.left <= 0) return null;
    if (enough && (!best || enough.miss.usual < WORTH * best.drawn.miss.usual)) {
      if (!best) most = Math.min(most, count + MOST_MORE);
      best = { drawn: enough, count };
    }
    if (best && isAll(recording, best.drawn.miss)) break;
  }
  return best;
}

/** The same keys with a pause more, where that leaves far less than what was found without; or as little by itself. */
function orPaused(recording: Recording, start: Drawn, found: FoundKeys | null): FoundKeys | null {
  const isSure = found !== null && isAll(recording, found.drawn.miss);
  if (isSure && found.count === 1) return found;
  const after = changedKeys(recording, start, ['paused'], isSure ? 1 : MOST_CHANGES);
  if (!found || !after) return after ?? found;
  const [one, other] = [after.drawn.miss.usual, found.drawn.miss.usual];
  return one < WORTH * other || (after.count === 1 && found.count > 1 && one <= AS_MUCH * other) ? after : found;
}

/** The target's keys as they are, or on the samples beside them where that draws a recording better. */
function begun(recording: Recording): Drawn {
  const asked = keysAsked(recording);
  const start = drawnBy(recording, asked);
  const areWhole = recording.frames.every((row) => row.every((frame) => Number.isInteger(frame)));
  if (areWhole || isEnough(recording, start.miss)) return start;
  const beside = drawnBy(recording, onSamples(recording, asked));
  return beside.miss.usual < start.miss.usual ? beside : start;
}

/** The keys that draw a recording; null where the target's, changed here and there, do not. */
export function keysDrawing(recording: Recording): Keys | null {
  const start = begun(recording);
  if (isEnough(recording, start.miss)) return start.keys;
  const found =
    orPaused(recording, start, changedKeys(recording, start, FAMILIES)) ?? changedKeys(recording, start, ['put in']);
  if (!found || recording.effort.left <= 0) return null;
  const { drawn } = found;
  const isExact = recording.noise <= ALL.usual * recording.span;
  const fine = refined(
    recording,
    drawn,
    FINER,
    (keys, frame) => isExact || changedIn('frame', recording, keys).has(frame),
  );
  const keys = onWholeFrames(recording, asAsked(recording, fine));
  return areRecorded(recording, keys) ? keys : null;
}
