import * as z from 'zod';
import { EASE_NAMES, type EaseName } from '../motion/curve/eases.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { changeRate } from '../motion/edit/index.ts';
import { holdPoses, setEase } from '../motion/keys/index.ts';
import {
  GRAVITY,
  gravitySpacing,
  halvesSpacing,
  type Spacing,
  springSpacing,
  swingSpacing,
  thirdsSpacing,
} from '../spacing/index.ts';
import { MAX_EXPOSURE } from '../time/exposure.ts';
import { withUnit } from '../with-unit.ts';
import {
  allKeys,
  easedMotion,
  exposed,
  hungMiddle,
  keyedSpan,
  lagging,
  overshooting,
  shifted,
  spaced,
  stretched,
} from './variant-moves.ts';

/** What can be dragged of a variant, and how far. */
export interface VariantAmount {
  label: string;
  unit: '%' | 'frames' | 'fps' | 'm/s²' | '';
  least: number;
  most: number;
  step: number;
  usual: number;
}

interface VariantKind {
  label: string;
  /** The group it is offered in. */
  group: 'spacing' | 'drawings' | 'time' | 'weight';
  amount: VariantAmount | null;
  make: (motion: MotionDocument, made: { amount: number; ease?: EaseName | undefined }) => MotionDocument;
}

const percent = (label: string, usual: number, most = 100): VariantAmount => ({
  label,
  unit: '%',
  least: 0,
  most,
  step: 1,
  usual,
});
const frames = (label: string, usual: number, least: number, most: number): VariantAmount => ({
  label,
  unit: 'frames',
  least,
  most,
  step: 1,
  usual,
});

const drawnBy =
  (spacing: (n: number, amount: number) => Spacing): VariantKind['make'] =>
  (motion, { amount }) =>
    spaced(motion, (n) => spacing(n, amount));

const KINDS = {
  own: { label: 'As it is', group: 'spacing', amount: null, make: (motion) => motion },
  even: {
    label: 'Even',
    group: 'spacing',
    amount: null,
    make: (motion) => setEase(motion, allKeys(motion), { leave: 'linear' }).motion,
  },
  'slow-start': {
    label: 'Slow start',
    group: 'spacing',
    amount: percent('Ease', 80),
    make: (motion, { amount }) => easedMotion(motion, amount / 100, 0),
  },
  'slow-finish': {
    label: 'Slow finish',
    group: 'spacing',
    amount: percent('Ease', 80),
    make: (motion, { amount }) => easedMotion(motion, 0, amount / 100),
  },
  'slow-both': {
    label: 'Slow both ends',
    group: 'spacing',
    amount: percent('Ease', 80),
    make: (motion, { amount }) => easedMotion(motion, amount / 100, amount / 100),
  },
  'slow-middle': {
    label: 'Hangs at the middle',
    group: 'spacing',
    amount: percent('Hang', 80),
    make: (motion, { amount }) => setEase(motion, allKeys(motion), hungMiddle(amount / 100)).motion,
  },
  ease: {
    label: 'Ease',
    group: 'spacing',
    amount: null,
    make: (motion, { ease = 'sine-in-out' }) => setEase(motion, allKeys(motion), { leave: ease }).motion,
  },
  stepped: {
    label: 'Stepped',
    group: 'spacing',
    amount: null,
    make: (motion) => holdPoses(motion, allKeys(motion)).motion,
  },
  halves: { label: 'Halves', group: 'drawings', amount: null, make: drawnBy((n) => halvesSpacing(n, 'end')) },
  'halves-start': {
    label: 'Halves from the start',
    group: 'drawings',
    amount: null,
    make: drawnBy((n) => halvesSpacing(n, 'start')),
  },
  'halves-both': {
    label: 'Halves, both ends',
    group: 'drawings',
    amount: null,
    make: drawnBy((n) => halvesSpacing(n, 'both')),
  },
  thirds: { label: 'Thirds', group: 'drawings', amount: null, make: drawnBy((n) => thirdsSpacing(n, 'end')) },
  fall: { label: 'As a fall', group: 'drawings', amount: null, make: drawnBy((n) => gravitySpacing(n, 'drop')) },
  rise: { label: 'As a rise', group: 'drawings', amount: null, make: drawnBy((n) => gravitySpacing(n, 'rise')) },
  swing: { label: 'As a swing', group: 'drawings', amount: null, make: drawnBy((n) => swingSpacing(n)) },
  spring: {
    label: 'As a spring',
    group: 'drawings',
    amount: { label: 'Swings', unit: '', least: 1, most: 6, step: 0.5, usual: 2 },
    make: drawnBy((n, swings) => springSpacing(n, swings, 5)),
  },
  exposure: {
    label: 'Exposure',
    group: 'time',
    amount: frames('Each drawing for', 2, 1, MAX_EXPOSURE),
    make: (motion, { amount }) => exposed(motion, amount),
  },
  rate: {
    label: 'Another rate',
    group: 'time',
    amount: { label: 'Rate', unit: 'fps', least: 1, most: 120, step: 1, usual: 12 },
    make: (motion, { amount }) => changeRate(motion, { num: amount, den: 1 }, 'keep-seconds', { snap: true }).motion,
  },
  shift: {
    label: 'Earlier or later',
    group: 'time',
    amount: frames('Later by', 3, -240, 240),
    make: (motion, { amount }) => shifted(motion, amount),
  },
  length: {
    label: 'Another length',
    group: 'time',
    amount: frames('Takes', 12, 1, 2000),
    make: (motion, { amount }) => {
      const span = keyedSpan(motion);
      return span && span.last > span.first ? stretched(motion, amount / (span.last - span.first)) : motion;
    },
  },
  lag: {
    label: 'Parts follow',
    group: 'time',
    amount: frames('Each later by', 3, -48, 48),
    make: (motion, { amount }) => lagging(motion, amount),
  },
  overshoot: {
    label: 'Goes past its end',
    group: 'weight',
    amount: percent('Past by', 15, 80),
    make: (motion, { amount }) => overshooting(motion, amount / 100),
  },
  gravity: {
    label: 'Under other gravity',
    group: 'weight',
    amount: { label: 'Gravity', unit: 'm/s²', least: 0.5, most: 30, step: 0.1, usual: 1.6 },
    // The same heights are fallen through in times as the root of the gravity: s = g·t²/2.
    make: (motion, { amount }) => stretched(motion, Math.sqrt(GRAVITY / amount)),
  },
} as const satisfies Record<string, VariantKind>;

export type VariantKindId = keyof typeof KINDS;
export const VARIANTS: Record<VariantKindId, VariantKind> = KINDS;
export const VARIANT_IDS = Object.keys(KINDS) as [VariantKindId, ...VariantKindId[]];

/** How a lane's move is made from its board's. The amount is in its kind's unit; 0 where that has none. */
export const Variant = z
  .object({ kind: z.enum(VARIANT_IDS), amount: z.number(), ease: z.enum(EASE_NAMES).optional() })
  .refine(
    ({ kind, amount }) => {
      const bounds = VARIANTS[kind].amount;
      return !bounds || (amount >= bounds.least && amount <= bounds.most);
    },
    { error: 'An amount of a lane is out of its bounds.', path: ['amount'] },
  )
  .refine(
    ({ kind, amount }) => !['exposure', 'rate', 'shift', 'length', 'lag'].includes(kind) || Number.isInteger(amount),
    { error: 'Frames and rates of a lane are whole numbers.', path: ['amount'] },
  );
export type Variant = z.infer<typeof Variant>;

/** A variant of a kind with its usual amount. */
export function usualVariant(kind: VariantKindId): Variant {
  return { kind, amount: VARIANTS[kind].amount?.usual ?? 0, ...(kind === 'ease' && { ease: 'sine-in-out' as const }) };
}

/** The move of a lane: a motion's own, made another in one way by a core operation. */
export function variantOf(motion: MotionDocument, variant: Variant): MotionDocument {
  return VARIANTS[variant.kind].make(motion, variant);
}

/** What a lane made so is called at first: `Slow finish 80 %`, `Later by 3 frames`. */
export function variantName({ kind, amount, ease }: Variant): string {
  const { label, amount: bounds } = VARIANTS[kind];
  if (kind === 'ease' && ease) return ease;
  if (kind === 'rate') return `${amount} fps`;
  if (kind === 'exposure') return ['Ones', 'Twos', 'Threes', 'Fours'][amount - 1] ?? `On ${amount}s`;
  if (kind === 'shift') {
    const many = `${Math.abs(amount)} frame${Math.abs(amount) === 1 ? '' : 's'}`;
    return amount === 0 ? 'On time' : `${many} ${amount > 0 ? 'later' : 'earlier'}`;
  }
  if (kind === 'length') return `In ${amount} frames`;
  const figure = String(amount).replace('-', '−');
  return bounds ? `${label}, ${bounds.unit ? withUnit(figure, bounds.unit) : figure}` : label;
}
