import type { Ask } from '@undulan/contract';
import { type Board, histogramOf } from '@undulan/core';
import { lazy, Suspense } from 'react';
import { answerWords } from './ask-words.ts';

const Histogram = lazy(async () => ({ default: (await import('./Histogram.tsx')).Histogram }));

/** What came back: taps and frames as a histogram, charts over each other, lanes by how many chose each. */
export function AskResults({ ask, board }: { ask: Ask; board: Board }) {
  const { replies, truth, kind } = ask;
  const names = replies.flatMap(({ name, answer }) => (name ? [`${name}: ${answerWords(answer, board.lanes)}`] : []));
  return (
    <div className="grid gap-2">
      {truth && (
        <p className="text-sm">
          It is <b className="text-target">{answerWords(truth, board.lanes)}</b>.
        </p>
      )}
      {kind === 'chart' ? (
        <ChartsOver ask={ask} />
      ) : kind === 'lane' ? (
        <Choices ask={ask} board={board} />
      ) : (
        replies.length > 0 && (
          <Suspense fallback={null}>
            <Histogram
              label={kind === 'count' ? 'frames' : 'frame'}
              bars={histogramOf(
                replies.flatMap(({ answer }) =>
                  'frame' in answer ? [answer.frame] : 'frames' in answer ? [answer.frames] : [],
                ),
              )}
              truth={truth && ('frame' in truth ? truth.frame : 'frames' in truth ? truth.frames : null)}
            />
          </Suspense>
        )
      )}
      {names.length > 0 && <p className="text-xs text-faint">{names.join(' · ')}</p>}
    </div>
  );
}

function Choices({ ask: { replies, truth }, board }: { ask: Ask; board: Board }) {
  const most = Math.max(1, replies.length);
  return (
    <ul className="grid gap-1 text-sm">
      {board.lanes.map(({ id, name }) => {
        const count = replies.filter(({ answer }) => 'laneId' in answer && answer.laneId === id).length;
        const isTrue = truth !== null && 'laneId' in truth && truth.laneId === id;
        return (
          <li key={id} className="grid grid-cols-[8rem_1fr_2rem] items-center gap-2">
            <span className={isTrue ? 'truncate font-semibold text-target' : 'truncate'}>{name}</span>
            <span className="h-3 rounded-sm bg-shade">
              <span
                className={isTrue ? 'block h-full rounded-sm bg-target' : 'block h-full rounded-sm bg-faint'}
                style={{ width: `${(100 * count) / most}%` }}
              />
            </span>
            <span className="figures text-right">{count}</span>
          </li>
        );
      })}
    </ul>
  );
}

const WIDTH = 300;
const END = 10;

/** Drawn charts laid over each other; the true one beneath them. */
function ChartsOver({ ask: { replies, truth } }: { ask: Ask }) {
  const x = (share: number): number => END + (WIDTH - 2 * END) * share;
  const charts = replies.flatMap(({ answer }) => ('ticks' in answer ? [answer.ticks] : []));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 56`}
      role="img"
      aria-label={`${charts.length} charts over each other`}
      className="block w-full"
    >
      <line x1={x(0)} x2={x(1)} y1={20} y2={20} stroke="var(--ink)" />
      {charts.flatMap((ticks, i) =>
        ticks.map((tick, k) => (
          <line
            key={`${i} ${k}`}
            x1={x(tick)}
            x2={x(tick)}
            y1={8}
            y2={32}
            stroke="var(--take)"
            strokeWidth={2}
            opacity={0.35}
          />
        )),
      )}
      {truth &&
        'ticks' in truth &&
        truth.ticks.map((tick, k) => (
          <line key={k} x1={x(tick)} x2={x(tick)} y1={36} y2={52} stroke="var(--target)" strokeWidth={2.4} />
        ))}
    </svg>
  );
}
