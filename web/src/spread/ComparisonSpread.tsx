import type { Note, TakeView } from '@undulan/contract';
import { asRead, type ChannelId, findChannel, type Finding, MODEL_NAME, TRACKS, tracksOf } from '@undulan/core';
import { clsx } from 'clsx';
import { type ReactNode, useMemo, useState } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import { type DrawingDraft, NoteLayer, useGhosts } from '../reviewing/index.ts';
import {
  type Against,
  alignedTime,
  type Alignment,
  compareTrack,
  correctionProblem,
  GapStrip,
  MatchStrip,
  TwinLoomStrip,
  TwoCurvesStrip,
  TwoSpeedsStrip,
  upward,
  useCompared,
} from '../strips/compared/index.ts';
import { type StripEntry, TimePage } from '../time-page/index.ts';
import { useStored } from '../ui/index.ts';
import { ComparedPictures } from './ComparedPictures.tsx';
import { type Pages, Spread } from './Spread.tsx';

interface ComparisonSpreadProps {
  view: TakeView;
  pages: Pages;
  /** Notes whose drawings lie over their frames. */
  notes: readonly Note[];
  /** The note being drawn, if there is one. */
  draft?: DrawingDraft | null;
  /** Under the pictures: findings, notes, grade. Gets a way to show the track a finding is about. */
  beneath: (showTrack: (finding: Finding) => void) => ReactNode;
}

const CHOICE = 'h-7 rounded-md border border-rule bg-page px-1.5';

/**
 * A take against its target on the spread: pictures left; keys with offsets, both curves, speeds and looms, and the gap
 * right.
 */
export function ComparisonSpread({ view, pages, notes, draft = null, beneath }: ComparisonSpreadProps) {
  const { tolerances } = view;
  const motion = useMemo(() => asRead(view.motion), [view.motion]);
  const [against, setAgainst] = useState<Against>('model');
  const [alignment, setAlignment] = useStored<Alignment>('alignment', 'time');
  const { target, reading, targetName } = useCompared(view, motion, against);
  const [trackAt, setTrackAt] = useState(0);
  const track = reading?.tracks[trackAt] ?? reading?.tracks[0];
  const compared = useMemo(
    () => (target && track ? compareTrack(target, motion, track, alignment) : null),
    [target, motion, track, alignment],
  );
  const toTake = useMemo(
    () => (target ? alignedTime(target, motion, track, alignment).toTake : (frame: number) => frame),
    [target, motion, track, alignment],
  );
  const drawOver = useGhosts(motion, toTake, notes, draft);
  const layout = useDefaultLayout({ id: 'undulan:comparison:left' });
  const showTrack = (finding: Finding): void => {
    const at =
      reading?.tracks.findIndex((other) => other.subjectId === finding.subjectId && other.track === finding.track) ??
      -1;
    if (at >= 0) setTrackAt(at);
  };

  const actor =
    motion.subjects.find((subject) => subject.id === track?.subjectId) ??
    motion.subjects.find((subject) => !subject.locked);
  const keyed = actor ? tracksOf(actor).flatMap((own) => [...own.channelIds]) : [];
  // Without a track to show, what changes comes first.
  const changes = (id: ChannelId): boolean =>
    findChannel(actor!, id)?.keys.some((key, _i, [first]) => key.value !== first!.value) ?? false;
  const ownChannels = [...keyed.filter(changes), ...keyed.filter((id) => !changes(id))];
  const channelIds: ChannelId[] =
    compared?.channelIds ?? (ownChannels.length > 0 ? ownChannels : [...TRACKS[0]!.channelIds]);
  const curve = {
    id: 'curve',
    name: 'Curve',
    shortcut: 'stripCurve',
    size: undefined,
    content: (
      <TwoCurvesStrip
        channelIds={channelIds}
        target={compared?.target.subject ?? target?.subjects.find((subject) => subject.id === actor?.id)}
        take={compared?.take.subject ?? actor}
        toTake={compared?.toTake ?? ((frame) => frame)}
      />
    ),
  } as const;
  const strips: StripEntry[] = [
    ...(compared
      ? [
          {
            id: 'keys',
            name: 'Keys',
            shortcut: 'stripKeys',
            size: '118px',
            content: <MatchStrip track={compared} targetName={against === 'model' ? 'model' : 'put right'} />,
          } as const,
        ]
      : []),
    curve,
    ...(compared && target
      ? [
          {
            id: 'speed',
            name: 'Speed',
            shortcut: 'stripSpeed',
            size: '130px',
            startsClosed: true,
            content: <TwoSpeedsStrip compared={compared} target={target} take={motion} />,
          } as const,
          {
            id: 'loom',
            name: 'Loom',
            shortcut: 'stripLoom',
            size: '150px',
            startsClosed: true,
            content: <TwinLoomStrip compared={compared} target={target} take={motion} />,
          } as const,
        ]
      : []),
    ...(track
      ? [
          {
            id: 'gap',
            name: 'Gap',
            shortcut: 'stripGap',
            size: '30%',
            content: <GapStrip reading={track} tolerancePercent={tolerances.spacingPercent} />,
          } as const,
        ]
      : []),
  ];
  const keyFrames = useMemo(() => {
    const frames = compared
      ? [...compared.target.events, ...compared.take.events].map((event) => event.rulerFrame)
      : [];
    return [...new Set(frames)].sort((a, b) => a - b);
  }, [compared]);
  const worst = track?.gap.raw.length
    ? `worst gap ${(track.raw.worstPercent * upward(track)).toFixed(1).replace('-', '−')} % at frame ` +
      `${track.raw.worstFrame}`
    : '';
  const nearest = reading?.nearest && reading.nearest !== MODEL_NAME ? `read against “${reading.nearest}”` : '';
  const problem = view.target && correctionProblem(view.target, motion);
  const choices = (
    <>
      <select
        aria-label="What the take is compared with"
        title={problem ?? undefined}
        value={against}
        onChange={(event) => setAgainst(event.target.value as Against)}
        className={clsx(CHOICE, 'max-w-36')}
      >
        <option value="model">with the model</option>
        <option value="timing" disabled={problem !== null || !view.reading}>
          with its keys on the target’s frames
        </option>
        <option value="spacing" disabled={problem !== null || !view.reading}>
          with the target’s spacing
        </option>
      </select>
      <select
        aria-label="How time is aligned"
        title="By time both run at their own pace; by keys the matched keys lie on each other"
        value={alignment}
        onChange={(event) => setAlignment(event.target.value as Alignment)}
        className={CHOICE}
      >
        <option value="time">by time</option>
        <option value="keys">by keys</option>
      </select>
    </>
  );
  const scores =
    reading &&
    [
      ...reading.criteria.map((criterion) => `${criterion.label.toLowerCase()} ${Math.round(criterion.score)}`),
      `proposed ${reading.proposedGrade}`,
    ].join(' · ');

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
                targetName={targetName}
                take={motion}
                takeName={`Take ${view.number}`}
                toTake={toTake}
                subjectId={actor?.id}
                choices={choices}
                overlay={<NoteLayer take={motion} toTake={toTake} notes={notes} draft={draft} />}
                drawOver={drawOver}
              />
            </Panel>
            <Separator
              aria-label="Between pictures and words"
              className="my-1 h-1 rounded hover:bg-accent/40 focus-visible:bg-accent/60"
            />
            <Panel id="beneath" minSize="120px">
              {beneath(showTrack)}
            </Panel>
          </Group>
        </div>
      }
      time={
        <TimePage
          name="comparison"
          strips={strips}
          keyFrames={keyFrames}
          reach={keyFrames}
          cues={(target ?? motion).cues}
          bar={
            reading &&
            reading.tracks.length > 1 && (
              <div
                role="radiogroup"
                aria-label="Track"
                className="flex h-9 shrink-0 items-center gap-1.5 border-t border-rule text-xs"
              >
                <span className="text-faint">track</span>
                {reading.tracks.map((other, i) => (
                  <button
                    key={`${other.subjectId} ${other.track}`}
                    type="button"
                    role="radio"
                    aria-checked={other === track}
                    onClick={() => setTrackAt(i)}
                    className={clsx(
                      'rounded-md border px-2 py-0.5',
                      other === track ? 'border-accent font-semibold text-accent' : 'border-rule bg-page',
                    )}
                  >
                    {other.subjectName}, {other.label.toLowerCase()}
                  </button>
                ))}
              </div>
            )
          }
          foot={<span className="figures">{[nearest, scores, worst].filter(Boolean).join(' · ')}</span>}
        />
      }
    />
  );
}
