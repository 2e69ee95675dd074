import {
  accept,
  channelsOfTable,
  createKeyedSubject,
  createMotion,
  extentOf,
  type MotionDocument,
  type NumberTable,
  type Result,
  type TableMapping,
  thinChannels,
} from '@undulan/core';

/** What a table became: the motion, and how many of its rows' keys gave way. */
export interface TableMotion {
  motion: MotionDocument;
  keys: number;
  gaveWay: number;
}

const LOOK = { shape: 'glass', widthPx: 74, heightPx: 108, fill: '#b5651d' } as const;

/** Keys of a table that differ by less than so much of the channel's extent from a straight way are left out. */
const NEAR = 0.002;

/** A motion of one subject that goes as a table says: dense keys, thinned where that changes next to nothing. */
export function motionOfTable(table: NumberTable, mapping: TableMapping, thin: boolean): Result<TableMotion> {
  const read = channelsOfTable(table, mapping);
  if (!read.ok) return read;
  const empty = createMotion();
  const at = { x: empty.stage.widthPx / 2, y: empty.stage.heightPx / 2 };
  const all = read.value.filter(({ keys }) => keys.length > 0);
  const channels = Object.fromEntries(all.map(({ id, keys }) => [id, keys]));
  const frames = extentOf(all.flatMap(({ keys }) => keys.map(({ frame }) => frame)));
  const first = Math.floor(frames.low);
  const motion: MotionDocument = {
    ...createMotion([createKeyedSubject('moved', 'Moved', LOOK, at, channels)]),
    rate: mapping.rate,
    range: { first, last: Math.max(first, Math.ceil(frames.high)) },
  };
  const keys = all.reduce((sum, channel) => sum + channel.keys.length, 0);
  if (!thin) return accept({ motion, keys, gaveWay: 0 });
  const dense = all.map(({ id, keys: own }) => {
    const { low, high } = extentOf(own.map(({ value }) => value));
    return { subjectId: 'moved', channelId: id, epsilon: NEAR * (high - low) };
  });
  const thinned = thinChannels(motion, dense);
  return accept({ motion: thinned.motion, keys, gaveWay: thinned.gaveWay.length });
}
