import { createContext, use } from 'react';
import type { TimeScale } from './time-scale.ts';

const TimeScaleContext = createContext<TimeScale | null>(null);

export const TimeScaleProvider = TimeScaleContext.Provider;

export function useTimeScale(): TimeScale {
  const scale = use(TimeScaleContext);
  if (!scale) throw new Error('Strips live inside a TimePage.');
  return scale;
}
