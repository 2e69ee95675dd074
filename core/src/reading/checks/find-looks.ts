import { changesIn, COLOUR_TOLERANCE, type Look, type OtherRun } from '../looks.ts';
import type { Finding, Tolerances } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, frames, roundTo, subjectDoes, theSubject } from '../words.ts';

/**
 * Drawings and colours that are others than the target's: late or early as a whole or at one change, or another one
 * where it belongs. Colours are compared in OKLab.
 */
export function findLooks(looks: readonly Look[], { keyFrames }: Pick<Tolerances, 'keyFrames'>): Finding[] {
  return looks.flatMap((look): Finding[] => {
    const { runs, shift } = look;
    if (runs.length > 0 && changesIn(look.drawn) === 0 && changesIn(look.asked) > 0) return [neverChanges(look)];
    return shift === 0 ? runs.flatMap((run) => findRun(look, run, keyFrames)) : findShift(look, keyFrames);
  });
}

function about(look: Look): Pick<Finding, 'subjectId' | 'track'> {
  return { subjectId: look.subjectId, track: look.id };
}

/** What it is of which subject: `The drawings of the flame`, `The fill of the hob dial`. */
function named(look: Look): string {
  return `The ${look.id === 'drawing' ? 'drawings' : look.label.toLowerCase()} of ${theSubject(look.subjectName)}`;
}

function neverChanges(look: Look): Finding {
  const { asked, firstFrame } = look;
  return {
    ...about(look),
    kind: 'track-never-keyed',
    firstFrame,
    lastFrame: firstFrame + asked.length - 1,
    measured: 0,
    expected: changesIn(asked),
    tolerance: 0,
    unit: 'changes',
    severity: 'strong',
    sentence: `${named(look)} never ${look.id === 'drawing' ? 'change' : 'changes'}.`,
  };
}

function findShift(look: Look, keyFrames: number): Finding[] {
  const { shift } = look;
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
  const { asked, drawn, differ, says, firstFrame } = look;
  const { from, to } = run;
  const isLike = (one: number | undefined, other: number | undefined): boolean =>
    one !== undefined && other !== undefined && differ(one, other) <= 1;
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
  for (const { shift, apart, asked } of looks) {
    const last = asked.length - 1;
    let squares = 0;
    for (let i = 0; i <= last; i++) squares += apart(i, Math.min(last, Math.max(0, i + shift))) ** 2;
    late.push(shift);
    off.push(Math.sqrt(squares / (last + 1)));
  }
  return { frames: late, tolerances: off };
}
