import { sameData } from '@undulan/core';
import { withMark } from '../../ui/index.ts';

/** The Planner's calculators, in the order of the work. */
export const TOOLS = {
  act: 'Act it out',
  counts: 'Counts',
  distance: 'Distance, speed, time',
  rates: 'Rates',
  timecode: 'Timecode',
} as const;
export type Tool = keyof typeof TOOLS;

export interface MoverWords {
  name: string;
  speed: string;
  length: string;
}

/** One acted-out run: ms of each tap, rising from 0. */
export type Run = readonly number[];

/**
 * Everything the Planner knows, as the person typed it: it is all in the address, so that a calculation can be linked
 * and comes back after a reload.
 */
export interface PlannerState {
  tool: Tool;
  rate: string;
  first: string;
  length: string;
  counts: string;
  tempo: string;
  distance: string;
  scale: string;
  toRate: string;
  policy: string;
  keys: string;
  seconds: string;
  place: string;
  movers: MoverWords[];
  runs: Run[];
  /** What each beat is, by its number. */
  beatNames: string[];
}

const TEXTS = {
  rate: '24',
  first: '1',
  length: '48f',
  counts: '4',
  tempo: '90 bpm',
  distance: '6 m',
  scale: '100 px',
  toRate: '25',
  policy: 'keep-seconds',
  keys: '1, 13, 25, 49',
  seconds: '2 s',
  place: '48f',
} as const satisfies Partial<Record<keyof PlannerState, string>>;
type PlannerText = keyof typeof TEXTS;
const TEXT_NAMES = Object.keys(TEXTS) as PlannerText[];

/** Three rates over one distance: a belt, a hand and a slide. */
const MOVERS: MoverWords[] = [
  { name: 'Dishes on the belt', speed: '0.25 m/s', length: '30 cm' },
  { name: 'Tea glass', speed: '0.5 m/s', length: '8 cm' },
  { name: 'Drawer', speed: '2.5 m/s', length: '40 cm' },
];

const usualMovers = (): MoverWords[] => MOVERS.map((mover) => ({ ...mover, speed: withMark(mover.speed) }));

export const MOST_MOVERS = 24;
export const MOST_RUNS = 8;
export const MOST_TAPS = 60;
/** Nothing is acted out for a day. */
const MOST_MS = 24 * 60 * 60 * 1000;

const PART = '|';
const withoutPart = (text: string): string => text.replaceAll(PART, ' ');

/** Reads the state from an address; what it does not say is at its usual value. */
export function readPlanner(params: URLSearchParams): PlannerState {
  const texts = Object.fromEntries(TEXT_NAMES.map((name) => [name, params.get(name) ?? TEXTS[name]])) as Record<
    PlannerText,
    string
  >;
  const tool = params.get('tool');
  const movers = params.getAll('mover').slice(0, MOST_MOVERS);
  return {
    ...texts,
    tool: tool && Object.hasOwn(TOOLS, tool) ? (tool as Tool) : 'act',
    movers:
      movers.length === 0
        ? usualMovers()
        : movers.map((words) => {
            const [name = '', speed = '', length = ''] = words.split(PART);
            return { name, speed, length };
          }),
    runs: params.getAll('run').slice(0, MOST_RUNS).map(readTaps),
    beatNames: params.getAll('beat').slice(0, MOST_TAPS),
  };
}

function readTaps(text: string): number[] {
  const taps = text
    .split('-')
    .map(Number)
    .filter((tap) => tap >= 0 && tap <= MOST_MS);
  return [...new Set(taps)].sort((a, b) => a - b).slice(0, MOST_TAPS);
}

/** Fine enough that a beat moved by a frame, over and over, lands a whole frame on each time. */
const inMicroseconds = (ms: number): number => Math.round(ms * 1000) / 1000;

/** Writes the state as an address's query: only what differs from the usual. */
export function writePlanner(state: PlannerState): URLSearchParams {
  const params = new URLSearchParams({ tool: state.tool });
  for (const name of TEXT_NAMES) if (state[name] !== TEXTS[name]) params.set(name, state[name]);
  const isUsual = sameData(state.movers, usualMovers());
  if (!isUsual)
    for (const { name, speed, length } of state.movers)
      params.append('mover', [name, speed, length].map(withoutPart).join(PART));
  for (const run of state.runs) if (run.length > 0) params.append('run', run.map(inMicroseconds).join('-'));
  for (const name of state.beatNames) params.append('beat', name);
  return params;
}
