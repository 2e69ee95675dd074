import { exposureSheet, frameCount, runningSeconds } from '@undulan/core';
import { useMemo } from 'react';
import { fixed, ownRate } from '../ui/index.ts';
import { Paper } from './Paper.tsx';
import type { Exported } from './still-files.ts';

const CELL = 'border border-rule px-1.5 py-0.5';

/** The exposure sheet on paper: a row a frame, heads again on every page. */
export function PaperSheet({ of: { title, motion, notes }, onClose }: { of: Exported; onClose: () => void }) {
  const { subjects, rows } = useMemo(() => exposureSheet(motion, notes), [motion, notes]);
  const { first, last } = motion.range;
  return (
    <Paper title={`${title}, exposure sheet`} onClose={onClose}>
      <h1 className="text-xl">{title}</h1>
      <p className="figures mb-3 text-xs text-faint">
        {ownRate(motion.rate)} fps · frames {first} to {last} · {frameCount(motion.range)} frames ·{' '}
        {fixed(runningSeconds(motion.range, motion.rate), 3)} s
      </p>
      <table className="figures w-full border-collapse text-xs">
        <thead>
          <tr>
            <th className={CELL}>Frame</th>
            <th className={CELL}>Time</th>
            {subjects.map((name, s) => (
              <th key={s} className={CELL} colSpan={2}>
                {name}
              </th>
            ))}
            <th className={CELL}>Cues</th>
            <th className={CELL}>Notes</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ frame, timecode, drawings, keys, cues, notes: said }) => (
            <tr key={frame} className="break-inside-avoid">
              <td className={`${CELL} text-right`}>{frame}</td>
              <td className={CELL}>{timecode}</td>
              {drawings.flatMap((drawing, s) => [
                <td key={`${s} drawing`} className={`${CELL} text-center`}>
                  {drawing}
                </td>,
                <td key={`${s} key`} className={`${CELL} ${keys[s] === 'extreme' ? 'font-bold' : ''}`}>
                  {keys[s]}
                </td>,
              ])}
              <td className={CELL}>{cues}</td>
              <td className={CELL}>{said}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Paper>
  );
}
