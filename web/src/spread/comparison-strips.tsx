import type { TakeView } from '@undulan/contract';
import {
  GapStrip,
  MatchStrip,
  SureStrip,
  TwinLoomStrip,
  TwoCurvesStrip,
  TwoSpeedsStrip,
} from '../strips/compared/index.ts';
import type { StripEntry } from '../time-page/index.ts';
import type { Comparison } from './use-comparison.ts';

/** The strips of a comparison: both curves always; the others where the target may be seen, and something was read. */
export function comparisonStrips(comparison: Comparison, { tolerances, clip }: TakeView): StripEntry[] {
  const { motion, target, track, compared, actor, channelIds, choice } = comparison;
  const strips: StripEntry[] = [];
  if (clip)
    strips.push({
      id: 'sure',
      name: 'How sure',
      shortcut: 'stripSure',
      size: '64px',
      leastPx: 44,
      content: (
        <SureStrip track={clip.track} first={motion.range.first} toTake={compared?.toTake ?? ((frame) => frame)} />
      ),
    });
  if (compared)
    strips.push({
      id: 'keys',
      name: 'Keys',
      shortcut: 'stripKeys',
      size: '118px',
      leastPx: 84,
      content: <MatchStrip track={compared} targetName={choice.against === 'model' ? 'model' : 'put right'} />,
    });
  strips.push({
    id: 'curve',
    name: 'Curve',
    shortcut: 'stripCurve',
    size: undefined,
    leastPx: 80,
    content: (
      <TwoCurvesStrip
        channelIds={channelIds}
        target={compared?.target.subject ?? target?.subjects.find((subject) => subject.id === actor?.id)}
        take={compared?.take.subject ?? actor}
        toTake={compared?.toTake ?? ((frame) => frame)}
      />
    ),
  });
  if (compared && target)
    strips.push(
      {
        id: 'speed',
        name: 'Speed',
        shortcut: 'stripSpeed',
        size: '130px',
        leastPx: 96,
        startsClosed: true,
        content: <TwoSpeedsStrip compared={compared} target={target} take={motion} />,
      },
      {
        id: 'loom',
        name: 'Loom',
        shortcut: 'stripLoom',
        size: '150px',
        leastPx: 100,
        startsClosed: true,
        content: <TwinLoomStrip compared={compared} target={target} take={motion} />,
      },
    );
  if (track)
    strips.push({
      id: 'gap',
      name: 'Gap',
      shortcut: 'stripGap',
      size: '30%',
      leastPx: 84,
      content: <GapStrip reading={track} tolerancePercent={tolerances.spacingPercent} />,
    });
  return strips;
}
