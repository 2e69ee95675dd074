import type { Ask } from '@undulan/contract';
import { type AskAnswer, histogramOf } from '@undulan/core';
import { lazy, Suspense, useMemo } from 'react';
import { answerWords } from './ask-words.ts';

const Histogram = lazy(async () => ({ default: (await import('./Histogram.tsx')).Histogram }));

/** A frame, or a number of frames. */
function numberOf(answer: AskAnswer): number | null {
  if ('frame' in answer) return answer.frame;
  return 'frames' in answer ? answer.frames : null;
}

/** What came back: taps and frames as a histogram, charts over each other, lanes by how many chose each. */
export function AskResults({ ask }: { ask: Ask }) {
  const { replies, truth, kind, lanes } = ask;
  const bars = useMemo(() => histogramOf(replies.flatMap(({ answer }) => numberOf(answer) ?? [])), [replies]);
  const names = replies.flatMap(({ name, answer }) => (name ? [`${name}: ${answerWords(answer, lanes)}`] : []));
  return (
    <div className="grid gap-2">
      {truth && (
        <p className="text-sm">
          It is <b className="text-target">{answerWords(truth, lanes)}</b>.
        </p>
      )}
      {kind === 'chart' ? (
        <ChartsOver ask={ask} />
      ) : kind === 'lane' ? (
        <Choices ask={ask} />
      ) : (
        replies.length > 0 && (
          <Suspense fallback={null}>
            <Histogram label={kind === 'count' ? 'frames' : 'frame'} bars={bars} truth={truth && numberOf(truth)} />
          </Suspense>
        )
      )}
      {names.length > 0 && <p className="text-xs text-faint">{names.join(' · ')}</p>}
    </div>
  );
}

function Choices({ ask: { replies, truth, lanes } }: { ask: Ask }) {
  const most = Math.max(1, replies.length);
  return (
    <ul className="grid gap-1 text-sm">
      {lanes.map(({ id, name }) => {
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
