import type { Stage } from '@undulan/core';
import { useStored, withMark } from '../../ui/index.ts';

export type GridUnit = 'px' | 'm';

/** Lines a person has put across the stage, to line things up by: kept in this browser. */
export interface StageLines {
  xs: number[];
  ys: number[];
}

/** What the picture is measured and lined up by, remembered in this browser. */
export interface StageGridSettings {
  shown: boolean;
  unit: GridUnit;
  lines: StageLines;
}

const PLAIN: StageGridSettings = { shown: false, unit: 'px', lines: { xs: [], ys: [] } };

export function useStageGrid(): [StageGridSettings, (part: Partial<StageGridSettings>) => void] {
  const [stored, store] = useStored<Partial<StageGridSettings>>('stage-grid', PLAIN);
  const settings = { ...PLAIN, ...stored };
  return [settings, (part) => store({ ...settings, ...part })];
}

/** Lines on screen are at least so far apart. */
const LEAST_PX = 38;

/** The way from one line of the grid to the next, in stage px: a round number of its unit, as fine as there is room. */
export function gridStep({ pixelsPerMetre }: Stage, unit: GridUnit, scale: number): number {
  const per = unit === 'm' ? pixelsPerMetre : 1;
  const least = LEAST_PX / scale / per;
  const power = 10 ** Math.floor(Math.log10(least));
  const round = [1, 2, 5, 10].find((times) => times * power >= least * (1 - 1e-9))!;
  return round * power * per;
}

/** The multiples of a step from 0 to an end, both among them. */
export function gridLines(end: number, step: number): number[] {
  return Array.from({ length: Math.floor(end / step + 1e-9) + 1 }, (_, i) => i * step);
}

/** A place of the stage in the unit it is measured in. */
export function sayPlace(place: number, unit: GridUnit, { pixelsPerMetre }: Stage): string {
  return withMark(String(Number((unit === 'm' ? place / pixelsPerMetre : place).toPrecision(6))));
}
