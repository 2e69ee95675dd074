import type { AskAnswer, AskKind, Lane } from '@undulan/core';

/** What each kind of question is called, and asked by at first. */
export const ASKS: Record<AskKind, { label: string; asks: (lane: string) => string }> = {
  tap: { label: 'Tap when it lands', asks: (lane) => `Tap when it lands: ${lane}.` },
  lane: { label: 'Which of these …', asks: () => 'Which of these is slowest at its start?' },
  count: { label: 'How many frames', asks: (lane) => `How many frames does it take: ${lane}?` },
  ruler: { label: 'Put the contact on the ruler', asks: (lane) => `On which frame does it land: ${lane}?` },
  chart: { label: 'Draw the chart', asks: (lane) => `Draw its timing chart: ${lane}.` },
};

/** An answer in words. */
export function answerWords(answer: AskAnswer, lanes: readonly Pick<Lane, 'id' | 'name'>[]): string {
  if ('frame' in answer) return `frame ${Math.round(answer.frame)}`;
  if ('frames' in answer) return `${answer.frames} frames`;
  if ('laneId' in answer) return lanes.find(({ id }) => id === answer.laneId)?.name ?? 'a lane that is gone';
  return answer.ticks.map((tick) => `${Math.round(tick * 100)} %`).join(', ');
}
