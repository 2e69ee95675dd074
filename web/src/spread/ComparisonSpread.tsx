import type { Note, TakeView } from '@undulan/contract';
import type { Cue, Finding, NamedEvent } from '@undulan/core';
import type { ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { useTakeClip } from '../clips/index.ts';
import { type DrawingDraft, NoteLayer, useGhosts } from '../reviewing/index.ts';
import { TimePage } from '../time-page/index.ts';
import { ComparedPictures } from './ComparedPictures.tsx';
import { comparisonStrips } from './comparison-strips.tsx';
import { ComparisonChoices, comparisonWords, TrackChoice } from './ComparisonBar.tsx';
import { type Pages, Spread } from './Spread.tsx';
import { useComparison } from './use-comparison.ts';

/** Cues, and what happens at keys of the target, as cues that say so; one that is both is the target's. */
function cuesWith(cues: readonly Cue[], events: readonly NamedEvent[]): Cue[] {
  const named = new Map(events.map(({ frame, name }) => [frame, name]));
  return [...cues.filter(({ frame }) => !named.has(frame)), ...[...named].map(([frame, name]) => ({ frame, name }))];
}

interface ComparisonSpreadProps {
  view: TakeView;
  /** What the take is called, where it is not as it was handed in. */
  takeName?: string;
  pages: Pages;
  /** Notes whose drawings lie over their frames. */
  notes: readonly Note[];
  /** The note being drawn, if there is one. */
  draft?: DrawingDraft | null;
  /** Under the pictures: findings, notes, grade. Gets a way to show the track a finding is about. */
  beneath: (showTrack: (finding: Finding) => void) => ReactNode;
}

/**
 * A take against its target on the spread: pictures left; keys with offsets, both curves, speeds and looms, and the gap
 * right.
 */
export function ComparisonSpread({
  view,
  takeName = `Take ${view.number}`,
  pages,
  notes,
  draft = null,
  beneath,
}: ComparisonSpreadProps) {
  const comparison = useComparison(view);
  const { motion, target, toTake, keyFrames } = comparison;
  const drawOver = useGhosts(motion, toTake, notes, draft);
  const film = useTakeClip(view.clip);
  const layout = useDefaultLayout({ id: 'undulan:comparison:left' });
  const words = comparisonWords(comparison);
  return (
    <Spread
      name="comparison"
      pages={pages}
      picture={
        <div className="h-full px-4 py-3">
          <Group orientation="vertical" id="undulan:comparison:left" {...layout}>
            <Panel id="pictures" defaultSize="57%" minSize="160px">
              <ComparedPictures
                target={target}
                targetName={comparison.targetName}
                take={motion}
                takeName={takeName}
                film={film}
                toTake={toTake}
                subjectId={comparison.actor?.id}
                choices={<ComparisonChoices view={view} choice={comparison.choice} />}
                overlay={<NoteLayer take={motion} toTake={toTake} notes={notes} draft={draft} />}
                drawOver={drawOver}
              />
            </Panel>
            <Separator
              aria-label="Between pictures and words"
              className="my-1 h-1 rounded hover:bg-accent/40 focus-visible:bg-accent/60"
            />
            <Panel id="beneath" minSize="120px">
              {beneath(comparison.showTrack)}
            </Panel>
          </Group>
        </div>
      }
      time={
        <TimePage
          name="comparison"
          strips={comparisonStrips(comparison, view)}
          keyFrames={keyFrames}
          reach={keyFrames}
          cues={cuesWith((target ?? motion).cues, view.terms.events ?? [])}
          bar={<TrackChoice {...comparison} />}
          foot={
            <span className="figures" title={words}>
              {words}
            </span>
          }
        />
      }
    />
  );
}
