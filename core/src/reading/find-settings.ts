import { formatRate, sameRate } from '../time/rate.ts';
import { frameCount } from '../time/range.ts';
import type { MotionDocument } from '../motion/schema.ts';
import type { Finding } from './schema.ts';

/** Where the take's frame rate, range or stage is not the target's. */
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
      sentence: `The take runs at ${formatRate(take.rate)} frames a second; the exercise is set at ${formatRate(target.rate)}.`,
    });
  }
  if (target.range.first !== take.range.first || target.range.last !== take.range.last) {
    findings.push({
      ...whole,
      kind: 'range-differs',
      measured: frameCount(take.range),
      expected: frameCount(target.range),
      tolerance: 0,
      unit: 'frames',
      severity: 'clear',
      sentence: `The take runs from frame ${take.range.first} to ${take.range.last}; the exercise is set from ${target.range.first} to ${target.range.last}.`,
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
      sentence: `The stage is ${take.stage.widthPx} × ${take.stage.heightPx} px; the exercise is set on ${target.stage.widthPx} × ${target.stage.heightPx} px.`,
    });
  }
  return findings;
}
