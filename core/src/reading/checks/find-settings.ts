import type { MotionDocument, Subject } from '../../motion/document/schema.ts';
import { frameCount } from '../../time/range.ts';
import { formatRate, framesPerSecond, sameRate } from '../../time/rate.ts';
import { counterpart } from '../counterpart.ts';
import type { Finding } from '../schema.ts';
import { capital, subjectDoes } from '../words.ts';

/**
 * Where the take's frame rate, range, stage or exposure is not the target's, and keys on the frame kept for the
 * starting pose. A range that only says the same seconds at another rate is no fault of its own.
 */
export function findSettings(target: MotionDocument, take: MotionDocument): Finding[] {
  const findings: Finding[] = [];
  const whole = { subjectId: null, track: null, firstFrame: target.range.first, lastFrame: target.range.last };
  if (!sameRate(target.rate, take.rate)) {
    findings.push({
      ...whole,
      kind: 'rate-differs',
      measured: take.rate.num / take.rate.den,
      expected: target.rate.num / target.rate.den,
      tolerance: 0,
      unit: 'fps',
      severity: 'strong',
      sentence:
        `The take runs at ${formatRate(take.rate)} frames a second; the exercise is set at ` +
        `${formatRate(target.rate)}.`,
    });
  }
  const [asked, drawn] = [framesPerSecond(target.rate), framesPerSecond(take.rate)];
  const sameSeconds =
    Math.abs(frameCount(target.range) / asked - frameCount(take.range) / drawn) <= 1 / Math.min(asked, drawn) + 1e-9;
  const otherFrames = target.range.first !== take.range.first || target.range.last !== take.range.last;
  if (otherFrames && (sameRate(target.rate, take.rate) || !sameSeconds)) {
    findings.push({
      ...whole,
      kind: 'range-differs',
      measured: frameCount(take.range),
      expected: frameCount(target.range),
      tolerance: 0,
      unit: 'frames',
      severity: 'clear',
      sentence:
        `The take runs from frame ${take.range.first} to ${take.range.last}; the exercise is set ` +
        `from ${target.range.first} to ${target.range.last}.`,
    });
  }
  if (target.stage.widthPx !== take.stage.widthPx || target.stage.heightPx !== take.stage.heightPx) {
    findings.push({
      ...whole,
      kind: 'stage-differs',
      measured: take.stage.widthPx,
      expected: target.stage.widthPx,
      tolerance: 0,
      unit: 'px',
      severity: 'clear',
      sentence:
        `The stage is ${take.stage.widthPx} × ${take.stage.heightPx} px; the exercise is set on ` +
        `${target.stage.widthPx} × ${target.stage.heightPx} px.`,
    });
  }
  return [...findings, ...findExposures(target, take, whole), ...findRestFrame(target, take, whole)];
}

type Whole = Pick<Finding, 'subjectId' | 'track' | 'firstFrame' | 'lastFrame'>;

function findExposures(target: MotionDocument, take: MotionDocument, whole: Whole): Finding[] {
  return target.subjects.flatMap((subject): Finding[] => {
    const drawn = counterpart(take, subject)?.exposure;
    if (subject.locked || drawn === undefined || drawn === subject.exposure) return [];
    return [
      {
        ...whole,
        subjectId: subject.id,
        kind: 'exposure-differs',
        measured: drawn,
        expected: subject.exposure,
        tolerance: 0,
        unit: 'frames',
        severity: 'clear',
        sentence: capital(
          `${subjectDoes(subject.name, 'be')} shown on ${ONES[drawn - 1]}; the exercise is set on ` +
            `${ONES[subject.exposure - 1]}.`,
        ),
      },
    ];
  });
}

const ONES = ['ones', 'twos', 'threes', 'fours'] as const;

function findRestFrame(target: MotionDocument, take: MotionDocument, whole: Whole): Finding[] {
  const { restFrame } = target;
  if (restFrame === null) return [];
  const isKeyed = (subject: Subject): boolean =>
    subject.channels.some((channel) => channel.keys.some((key) => key.frame === restFrame));
  // What the model does itself is no fault.
  const asked = target.subjects.filter(isKeyed).map((subject) => counterpart(take, subject));
  const keyed = take.subjects.filter((subject) => !subject.locked && isKeyed(subject) && !asked.includes(subject));
  if (keyed.length === 0) return [];
  return [
    {
      ...whole,
      kind: 'rest-frame-keyed',
      firstFrame: restFrame,
      lastFrame: restFrame,
      measured: keyed.length,
      expected: 0,
      tolerance: 0,
      unit: 'subjects',
      severity: 'slight',
      sentence:
        `Frame ${restFrame} is kept for the untouched starting pose, and there are keys on it: ` +
        `${keyed.map((subject) => subject.name).join(', ')}.`,
    },
  ];
}
