import {
  type ChoiceTrial,
  createDrill,
  type Drill,
  type DrillFault,
  type DrillKind,
  type DrillResult,
  type Trained,
  withUnit,
} from '@undulan/core';
import { brief } from '../ui/index.ts';

export const DRILLS: Record<DrillKind, { name: string; asks: string; says: string }> = {
  'lands-later': {
    name: 'Which lands later?',
    asks: 'Which one comes to rest later?',
    says: 'Two moves that differ in when they end, by whole frames.',
  },
  'starts-slower': {
    name: 'Which starts slower?',
    asks: 'Which one leaves more slowly?',
    says: 'Two moves of the same keys that differ in how they leave.',
  },
  'how-many-frames': {
    name: 'How many frames?',
    asks: 'How many frames from where it sets off to where it stays?',
    says: 'One move of some length, told in frames.',
  },
  'spot-the-fault': {
    name: 'Spot the fault',
    asks: 'Which one has a fault?',
    says: 'Of two moves one has a fault: find it, and say what it is.',
  },
  'choose-chart': {
    name: 'Match the chart: choose',
    asks: 'Which chart is it?',
    says: 'One move and two timing charts: one of them is the move’s.',
  },
  'drag-chart': {
    name: 'Match the chart: drag',
    asks: 'Drag the drawings to where they are.',
    says: 'One move, whose timing chart you draw from what you see.',
  },
  'tap-contact': {
    name: 'Tap the contact',
    asks: 'Tap on the frame on which it lands.',
    says: 'One move that lands: tap with it.',
  },
};

export const FAULTS: Record<DrillFault, { name: string; says: (size: string) => string }> = {
  float: { name: 'Float', says: (size) => `it slows down before the contact, by ${size}` },
  'hard-stop': { name: 'Hard stop', says: (size) => `of its slow finish ${size} is missing` },
  drift: { name: 'Drift', says: (size) => `it should stand and drifts on by ${size}` },
  'late-pose': { name: 'Late pose', says: (size) => `a pose in between comes ${size} late` },
  'popped-arc': { name: 'Popped arc', says: (size) => `one drawing is off the arc, by ${size}` },
  'missing-ease': { name: 'Missing ease', says: (size) => `at both ends ${size} is missing` },
};

const UNITS: Record<Trained, { unit: 'frames' | '%' | '°'; of: string }> = {
  'lands-later': { unit: 'frames', of: '' },
  'starts-slower': { unit: '%', of: ' of ease' },
  'how-many-frames': { unit: '%', of: ' of the length' },
  'choose-chart': { unit: '%', of: ' of ease' },
  'drag-chart': { unit: '%', of: ' of the way' },
  'tap-contact': { unit: 'frames', of: '' },
  float: { unit: '%', of: ' of ease' },
  'hard-stop': { unit: '%', of: ' of the ease' },
  drift: { unit: '%', of: ' of the way' },
  'late-pose': { unit: 'frames', of: '' },
  'popped-arc': { unit: '°', of: '' },
  'missing-ease': { unit: '%', of: ' of the ease' },
};

const isFault = (of: Trained): of is DrillFault => of in FAULTS;

/** `Which lands later?`, `Drift`. */
export const trainedName = (of: Trained): string => (isFault(of) ? FAULTS[of].name : DRILLS[of].name);

/** `Spot the fault: drift`, `Tap the contact, 60 fps`. */
export function drillName({ kind, fault, fps }: Drill): string {
  const name = fault ? `${DRILLS[kind].name}: ${FAULTS[fault].name.toLowerCase()}` : DRILLS[kind].name;
  return fps === createDrill(kind).fps ? name : `${name}, ${fps} fps`;
}

/** What drills say something of, at one rate. */
export interface Told<T> {
  /** `lands-later 24`. */
  id: string;
  of: Trained;
  label: string;
  told: T[];
}

/** What was told, by what it is of and at which rate, what there is most of first. */
export function byTrained<T extends { of: Trained; fps: number }>(all: readonly T[]): Told<T>[] {
  const by = new Map<string, Told<T>>();
  for (const one of all) {
    const id = `${one.of} ${one.fps}`;
    const known = by.get(id) ?? { id, of: one.of, label: `${trainedName(one.of)} at ${one.fps} fps`, told: [] };
    by.set(id, known);
    known.told.push(one);
  }
  return [...by.values()].sort((one, other) => other.told.length - one.told.length);
}

/** In what it is measured, for an axis. */
export const unitOf = (of: Trained): string => UNITS[of].unit;

const figure = (of: Trained, size: number): string => {
  const digits = UNITS[of].unit === 'frames' || size < 10 ? 1 : 0;
  return brief(size, digits);
};

export function sizeWords(of: Trained, size: number): string {
  const number = figure(of, size);
  const { unit, of: what } = UNITS[of];
  if (unit === 'frames') return `${number} ${number === '1' ? 'frame' : 'frames'}`;
  return `${withUnit(number, unit)}${what}`;
}

/** What of a choice is so, once it is answered. */
export function truthWords({ kind }: Drill, { answer, size, fault }: ChoiceTrial): string {
  const side = `the ${answer} one`;
  if (fault)
    return `${side} has the fault “${FAULTS[fault].name.toLowerCase()}”: ${FAULTS[fault].says(sizeWords(fault, size))}`;
  if (kind === 'lands-later') return `${side} lands ${sizeWords(kind, size)} later`;
  if (kind === 'choose-chart') return `it is ${side}; they differ at the start by ${sizeWords(kind, size)}`;
  return `${side} leaves more slowly, by ${sizeWords('starts-slower', size)}`;
}

/** Which way answers are off in the middle; nothing where it is hardly any. */
function biasWords({ of, bias, size }: DrillResult): string {
  if (bias === null || of === 'drag-chart' || Math.abs(bias) < size / 4) return '';
  const much = sizeWords(of, Math.abs(bias));
  if (of === 'tap-contact') return ` Mostly ${bias > 0 ? 'late' : 'early'}, by ${much}.`;
  return ` Mostly too ${bias > 0 ? 'many' : 'few'}, by ${much}.`;
}

/** What a drill says of someone's eye, about one thing. */
export function resultWords(result: DrillResult, guessed: boolean, fps: number): string {
  if (guessed) return 'What cannot be missed was missed: this says little. Do it again, and look.';
  const { of, size, low, high, bias, named } = result;
  const between = `at ${fps} fps (${figure(of, low)} to ${figure(of, high)}), 3 times in 4.`;
  if (bias !== null) return `Within ${sizeWords(of, size)} ${between}${biasWords(result)}`;
  const late = UNITS[of].unit === 'frames' ? ' of lateness' : '';
  const called = named ? ` Called by its name ${named.right} times of ${named.of}.` : '';
  return `You see ${sizeWords(of, size)}${late} ${between}${called}`;
}
