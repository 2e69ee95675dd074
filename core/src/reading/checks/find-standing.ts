import { type ChannelId, CHANNELS } from '../../motion/document/channels.ts';
import type { MotionDocument, Subject } from '../../motion/document/schema.ts';
import { trackWith } from '../../motion/sampling/track.ts';
import { counterpart } from '../counterpart.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { allowedOf, offBy, STANDING_IDS, standsOn } from '../standing.ts';
import { amount, capital, roundTo, subjectDoes, theSubject } from '../words.ts';
import type { BothRead, Found } from './check.ts';

interface Side {
  motion: MotionDocument;
  subject: Subject;
}

/** What stands otherwise than in the target, throughout. */
export function findStanding({ set, handedIn }: Pick<BothRead, 'set' | 'handedIn'>): Found {
  const findings = set.subjects.flatMap((subject): Finding[] => {
    const own = subject.locked ? undefined : counterpart(handedIn, subject);
    if (!own) return [];
    const sides = [
      { motion: set, subject },
      { motion: handedIn, subject: own },
    ] as const;
    return [...findPlace(...sides), ...findPoses(...sides)];
  });
  return { findings };
}

function about({ motion, subject }: Side): Pick<Finding, 'kind' | 'subjectId' | 'firstFrame' | 'lastFrame'> {
  const { first, last } = motion.range;
  return { kind: 'pose-off', subjectId: subject.id, firstFrame: first, lastFrame: last };
}

function findPlace(asked: Side, own: Side): Finding[] {
  if (asked.subject.guide || own.subject.guide) return [];
  const off = (['position.x', 'position.y'] as const).map((id) => {
    const [there, here] = [asked, own].map(({ subject, motion }) => standsOn(subject, id, motion));
    return there === null || here === null ? null : here! - there!;
  });
  if (off.includes(null)) return [];
  const [measured, tolerance] = [Math.hypot(...(off as number[])), allowedOf('position.x', 0, asked.motion)];
  const severity = severityOf(measured, tolerance);
  if (!severity) return [];
  const stands = subjectDoes(asked.subject.name, 'stand');
  const sentence = capital(`${stands} ${amount(measured, 'px')} away from where the target has it, throughout.`);
  return [{ ...about(asked), track: 'position', measured, expected: 0, tolerance, unit: 'px', severity, sentence }];
}

const SIZES: readonly ChannelId[] = ['scale.x', 'scale.y'];
/** Sizes that differ by less than this share of them are one. */
const ONE_SIZE = 0.02;

/** Both sizes told as one, where they stand and are as many times what they ought to be. */
function findSize(asked: Side, own: Side): Finding[] {
  const sizes = [asked, own].map(({ subject, motion }) => SIZES.map((id) => standsOn(subject, id, motion)));
  const times = sizes[0]!.map((there, c) => (sizes[1]![c] ?? NaN) / (there || NaN));
  const [x, y] = times as [number, number];
  if (!(Math.abs(x - y) <= ONE_SIZE * Math.abs(x))) return [];
  const tolerance = allowedOf('scale.x', 1, asked.motion);
  const severity = severityOf(x - 1, tolerance);
  if (!severity) return [];
  const { name } = asked.subject;
  const percent = roundTo(x * 100, 0);
  const sentence = `${capital(subjectDoes(name, 'be'))} ${percent} % as large as in the target, throughout.`;
  const measured = x - 1;
  return [{ ...about(asked), track: 'scale.x', measured, expected: 0, tolerance, unit: '×', severity, sentence }];
}

function findPoses(asked: Side, own: Side): Finding[] {
  const size = findSize(asked, own);
  const ids = size.length > 0 ? STANDING_IDS.filter((id) => !SIZES.includes(id)) : STANDING_IDS;
  const single = ids.flatMap((id): Finding[] => {
    const track = trackWith(id);
    const [there, here] = [asked, own].map(({ subject, motion }) => standsOn(subject, id, motion)) as [
      number | null,
      number | null,
    ];
    if (!track || there === null || here === null) return [];
    const tolerance = allowedOf(id, there, asked.motion);
    const off = offBy(id, there, here);
    const severity = severityOf(off, tolerance);
    if (!severity) return [];
    const { unit, label } = CHANNELS[id];
    const sentence =
      `${label} of ${theSubject(asked.subject.name)} is ${amount(there + off, unit)} throughout; ` +
      `in the target ${amount(there, unit)}.`;
    return [{ ...about(asked), track: track.id, measured: off, expected: 0, tolerance, unit, severity, sentence }];
  });
  return [...size, ...single];
}
