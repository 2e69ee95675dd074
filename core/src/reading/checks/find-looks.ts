import { COLOUR_TOLERANCE, type Look, type OtherRun, otherRuns } from '../looks.ts';
import type { Finding, Tolerances } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes, theSubject } from '../words.ts';

/** So many frames late or early is sought at most. */
const MOST_SHIFT = 24;
/** Of the frames on which a look is wrong a shift may leave this share wrong and still be what happened. */
const LEFT_WRONG = 0.1;

const lengthOf = (runs: readonly OtherRun[]): number => runs.reduce((sum, { from, to }) => sum + to - from + 1, 0);

/** How far apart asked and drawn are on average, the take read so many frames later. */
function meanApart({ asked, drawn, apart }: Look, shift: number): number {
  const [from, to] = [Math.max(0, -shift), Math.min(asked.length, asked.length - shift)];
  let sum = 0;
  for (let i = from; i < to; i++) sum += apart(asked[i]!, drawn[i + shift]!);
  return sum / Math.max(1, to - from);
}

/** By how many frames a look that changes twice or more is late throughout (negative: early); 0 where it is not. */
export function shiftOf(look: Look, wrong: number): number {
  const { asked, apart } = look;
  let changes = 0;
  for (let i = 1; i < asked.length; i++) if (apart(asked[i - 1]!, asked[i]!) > 0) changes++;
  if (changes < 2 || wrong === 0) return 0;
  let best = { shift: 0, left: Infinity, apart: Infinity };
  const most = Math.min(MOST_SHIFT, Math.floor(asked.length / 3));
  for (let size = 1; size <= most; size++)
    for (const shift of [size, -size]) {
      const left = lengthOf(otherRuns(look, shift));
      const by = meanApart(look, shift);
      if (left < best.left || (left === best.left && by < best.apart)) best = { shift, left, apart: by };
    }
  return best.left <= LEFT_WRONG * wrong ? best.shift : 0;
}

/**
 * Drawings and colours that are others than the target's: late or early as a whole or at one change, or another one
 * where it belongs. Colours are compared in OKLab.
 */
export function findLooks(looks: readonly Look[], { keyFrames }: Pick<Tolerances, 'keyFrames'>): Finding[] {
  return looks.flatMap((look): Finding[] => {
    const runs = otherRuns(look);
    if (runs.length > 0 && isSteady(look.drawn) && !isSteady(look.asked)) return [neverChanges(look)];
    const shift = shiftOf(look, lengthOf(runs));
    return shift === 0 ? runs.flatMap((run) => findRun(look, run, keyFrames)) : findShift(look, shift, keyFrames);
  });
}

function about(look: Look): Pick<Finding, 'subjectId' | 'track'> {
  return { subjectId: look.subjectId, track: look.id };
}

/** What it is of which subject: `The drawings of the flame`, `The fill of the hob dial`. */
function named(look: Look): string {
  return `The ${look.id === 'drawing' ? 'drawings' : look.label.toLowerCase()} of ${theSubject(look.subjectName)}`;
}

const isSteady = (values: Float64Array): boolean => values.every((value) => value === values[0]);

function neverChanges(look: Look): Finding {
  const { asked, firstFrame } = look;
  const changes = asked.reduce((count, value, i) => count + (i > 0 && value !== asked[i - 1] ? 1 : 0), 0);
  return {
    ...about(look),
    kind: 'track-never-keyed',
    firstFrame,
    lastFrame: firstFrame + asked.length - 1,
    measured: 0,
    expected: changes,
    tolerance: 0,
    unit: 'changes',
    severity: 'strong',
    sentence: `${named(look)} never ${look.id === 'drawing' ? 'change' : 'changes'}.`,
  };
}

function findShift(look: Look, shift: number, keyFrames: number): Finding[] {
  const severity = severityOf(shift, keyFrames);
  if (!severity) return [];
  const [first, last] = [look.firstFrame, look.firstFrame + look.asked.length - 1];
  const verb = look.id === 'drawing' ? 'are' : 'changes';
  return [
    {
      ...about(look),
      kind: shift > 0 ? 'key-late' : 'key-early',
      firstFrame: first,
      lastFrame: last,
      measured: first + shift,
      expected: first,
      tolerance: keyFrames,
      unit: 'frames',
      severity,
      sentence: `${named(look)} ${verb} ${frames(shift)} ${shift > 0 ? 'late' : 'early'} throughout.`,
    },
  ];
}

function findRun(look: Look, run: OtherRun, keyFrames: number): Finding[] {
  const { asked, drawn, apart, says, firstFrame } = look;
  const { from, to } = run;
  const isLike = (one: number | undefined, other: number | undefined): boolean =>
    one !== undefined && other !== undefined && apart(one, other) <= 1;
  const [first, last] = [firstFrame + from, firstFrame + to];
  const on = first === last ? `on frame ${first}` : `on frames ${first}–${last}`;
  const length = to - from + 1;
  const isOne = isLike(asked[from], asked[to]) && isLike(drawn[from], drawn[to]);
  // The one before stays too long, or the one after is there too soon, beside what is right of the same.
  const isLate = isOne && isLike(drawn[from], asked[from - 1]) && isLike(asked[to + 1], asked[to]);
  const isEarly = isOne && isLike(drawn[from], asked[to + 1]) && isLike(asked[from - 1], asked[from]);
  if (isLate || isEarly) {
    const severity = severityOf(length, keyFrames);
    if (!severity) return [];
    const [due, came] = isLate ? [first, last + 1] : [last + 1, first];
    const what = says(isLate ? asked[from]! : drawn[from]!);
    const who =
      look.id === 'drawing' ? `${capital(what)} of ${theSubject(look.subjectName)}` : `${named(look)}, ${what},`;
    return [
      {
        ...about(look),
        kind: isLate ? 'key-late' : 'key-early',
        firstFrame: Math.min(due, came),
        lastFrame: Math.max(due, came),
        measured: came,
        expected: due,
        tolerance: keyFrames,
        unit: 'frames',
        severity,
        sentence: `${who} comes ${frames(length)} ${isLate ? 'late' : 'early'}: frame ${came} instead of ${due}.`,
      },
    ];
  }
  const common = { ...about(look), firstFrame: first, lastFrame: last };
  if (look.id === 'drawing') {
    const belong = [...new Set(asked.slice(from, to + 1))];
    const where = belong.length === 1 ? says(belong[0]!) : `drawings ${belong[0]!} to ${belong.at(-1)!}`;
    return [
      {
        ...common,
        kind: 'drawing-off',
        measured: length,
        expected: 0,
        tolerance: 0,
        unit: 'frames',
        severity: 'clear',
        sentence: capital(
          `${subjectDoes(look.subjectName, 'show')} ${says(drawn[from]!)} where ${where} ` +
            `${belong.length === 1 ? 'belongs' : 'belong'}, ${on}.`,
        ),
      },
    ];
  }
  const worst = run.worstAt;
  const most = length > 1 ? `, most on ${firstFrame + worst}` : '';
  return [
    {
      ...common,
      kind: 'colour-off',
      measured: roundTo(run.worst * COLOUR_TOLERANCE, 3),
      expected: 0,
      tolerance: COLOUR_TOLERANCE,
      unit: 'in OKLab',
      severity: severityOf(run.worst, 1) ?? 'slight',
      sentence:
        `${named(look)} is another colour ${on}${most}: ${says(drawn[worst]!)} where ` +
        `${says(asked[worst]!)} belongs.`,
    },
  ];
}

/** How far off looks are in timing, in frames, and in what they show: in tolerances, one number a look. */
export function errorsOfLooks(looks: readonly Look[]): { frames: number[]; tolerances: number[] } {
  const [late, off]: [number[], number[]] = [[], []];
  for (const look of looks) {
    const shift = shiftOf(look, lengthOf(otherRuns(look)));
    let squares = 0;
    const count = look.asked.length;
    for (let i = 0; i < count; i++) {
      const at = Math.min(count - 1, Math.max(0, i + shift));
      squares += look.apart(look.asked[i]!, look.drawn[at]!) ** 2;
    }
    late.push(shift);
    off.push(Math.sqrt(squares / Math.max(1, count)));
  }
  return { frames: late, tolerances: off };
}
