import { type FrameRange, type MotionDocument, sceneWarnings } from '@undulan/core';
import { type ReactNode, useMemo } from 'react';
import { applyEdit, selectMotion, useRememberedAside } from '../editing/index.ts';
import { ReferenceStrip, useReference } from '../reference/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { CurveStrip } from '../strips/curve/index.ts';
import { FilmStrip } from '../strips/film/index.ts';
import { KeysStrip } from '../strips/keys/index.ts';
import { LoomStrip, SpacingSentence } from '../strips/loom/index.ts';
import { SpeedStrip } from '../strips/speed/index.ts';
import { useClock } from '../time/index.ts';
import { type RangeControls, type StripEntry, TimePage } from '../time-page/index.ts';
import { KeyBar, MoveMenu } from '../tools/easing/index.ts';
import { KeyActions } from '../tools/retiming/index.ts';
import { useKeyStepping } from './use-key-stepping.ts';

const REFERENCE_STRIP: StripEntry = {
  id: 'reference',
  name: 'Reference',
  shortcut: 'stripReference',
  size: '88px',
  leastPx: 56,
  content: <ReferenceStrip />,
};

/** Those of a low page beneath a wide picture. */
const LOW_STRIPS: ReadonlySet<string> = new Set(['keys', 'film', 'reference']);

interface EditingTimeProps {
  name: string;
  tone: 'take' | 'target';
  target: MotionDocument | null;
  /** Why rate and range are not to be changed here; null where they are. */
  rangeFixed: string | null;
  /** Which strip takes the room the others leave. */
  main?: 'curve' | 'loom';
  foot?: ReactNode;
  /** The course whose palette of eases is at hand. */
  courseId?: string;
  /** Keys and film alone, for a low page beneath a wide picture. */
  low?: boolean;
}

/** The right page of an editing screen: Keys and Curve under the ruler. */
export function EditingTime({
  name,
  tone,
  target,
  rangeFixed,
  main = 'curve',
  foot,
  courseId,
  low = false,
}: EditingTimeProps) {
  const dispatch = useAppDispatch();
  const { range } = useClock();
  const hasReference = Boolean(useReference()?.placed);
  const motion = useAppSelector(selectMotion)!;
  const selectedKeys = useAppSelector((state) => state.selection.keys);
  useRememberedAside();
  const { keyFrames, stepping } = useKeyStepping(motion);
  const outside = useMemo(() => {
    const frames = motion.subjects.flatMap((subject) =>
      subject.channels.flatMap((channel) => channel.keys.map((key) => key.frame)),
    );
    return [...new Set(frames)].filter((frame) => frame < range.first || frame > range.last).sort((a, b) => a - b);
  }, [motion, range]);
  const reach = useMemo(() => [...outside, ...beyondFrames(motion, range)], [outside, motion, range]);
  const ranges = useMemo(
    (): RangeControls => ({
      workRange: motion.workRange,
      onCue: (frame) => {
        if (motion.cues.some((cue) => cue.frame === frame)) return;
        const cues = [...motion.cues, { frame, name: '' }].sort((a, b) => a.frame - b.frame);
        dispatch(applyEdit({ operation: 'setCues', args: [{ cues }] }));
      },
      warningsOf: (next) => sceneWarnings(motion, { range: next }),
      onWorkRange: (next: FrameRange) =>
        dispatch(applyEdit({ operation: 'setWorkRange', args: [{ workRange: next }] })),
      ...(rangeFixed === null
        ? { onRange: (next: FrameRange) => dispatch(applyEdit({ operation: 'setScene', args: [{ range: next }] })) }
        : { fixedReason: rangeFixed }),
    }),
    [dispatch, motion, rangeFixed],
  );
  const strips: StripEntry[] = [
    { id: 'keys', name: 'Keys', shortcut: 'stripKeys', size: '150px', leastPx: 62, content: <KeysStrip /> },
    {
      id: 'film',
      name: 'Film',
      shortcut: 'stripFilm',
      size: '72px',
      leastPx: 56,
      startsClosed: true,
      content: <FilmStrip />,
    },
    {
      id: 'curve',
      name: 'Curve',
      shortcut: 'stripCurve',
      size: main === 'curve' ? undefined : '180px',
      leastPx: 111,
      content: <CurveStrip tone={tone} target={target} />,
    },
    {
      id: 'speed',
      name: 'Speed',
      shortcut: 'stripSpeed',
      size: '152px',
      leastPx: 153,
      startsClosed: true,
      content: <SpeedStrip />,
    },
    {
      id: 'loom',
      name: 'Loom',
      shortcut: 'stripLoom',
      size: main === 'loom' ? undefined : '130px',
      leastPx: 106,
      startsClosed: main !== 'loom',
      content: <LoomStrip tone={tone} target={target} />,
    },
    ...(hasReference ? [REFERENCE_STRIP] : []),
  ];
  return (
    <TimePage
      name={low ? `${name}:low` : name}
      keyFrames={keyFrames}
      stepping={stepping}
      reach={reach}
      selectedFrames={useMemo(() => selectedKeys.map((key) => key.frame), [selectedKeys])}
      ranges={ranges}
      cues={motion.cues}
      strips={low ? strips.filter(({ id }) => LOW_STRIPS.has(id)) : strips}
      bar={
        !low && (
          <>
            <SpacingSentence />
            <KeyActions rangeFixed={rangeFixed}>
              <MoveMenu />
            </KeyActions>
            <KeyBar courseId={courseId} />
          </>
        )
      }
      foot={
        <>
          {outside.length > 0 && <span>{outsideWords(outside, range)} </span>}
          {foot}
        </>
      }
    />
  );
}

/** The share of the range that is shown beyond it, where a channel goes on there. */
const BEYOND_SHARE = 0.2;

/** Frames beyond the range that show what channels do outside their keys, where the keys leave no room for it. */
function beyondFrames({ subjects }: MotionDocument, { first, last }: FrameRange): number[] {
  const room = Math.max(4, Math.round((last - first) * BEYOND_SHARE));
  return subjects
    .flatMap(({ channels }) => channels)
    .flatMap(({ keys, before, after }) => {
      const [from, to] = [keys[0]?.frame, keys.at(-1)?.frame];
      if (from === undefined || to === undefined) return [];
      return [
        ...(before && before.kind !== 'hold' && from <= first ? [first - room] : []),
        ...(after && after.kind !== 'hold' && to >= last ? [last + room] : []),
      ];
    });
}

/** What is said of keys outside the range. One just past its end is no slip: it closes a cycle. */
function outsideWords(outside: readonly number[], { last }: FrameRange): string {
  if (outside.length === 1 && outside[0] === last + 1)
    return `The key on ${last + 1} closes a cycle and is not shown itself.`;
  return (
    `${outside.length} ${outside.length === 1 ? 'key frame lies' : 'key frames lie'} outside the range ` +
    `and will not play: ${outside.join(', ')}`
  );
}
