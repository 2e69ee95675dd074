/** One animatable quantity of a subject: its name, unit and the value it rests at when nothing else is said. */
export interface ChannelKind {
  label: string;
  unit: 'px' | '°' | '×' | '%' | 'share' | 'colour' | 'no.' | 'm';
  resting: number;
  /** Greater values are lower on the picture; a curve of them is drawn so that up is up. */
  pointsDown?: boolean;
  /**
   * How values blend between keys: as numbers; as packed colours through OKLab; or not at all, each held until the
   * next.
   */
  blend?: 'number' | 'colour' | 'held';
  /** Part of every subject from the start; the others are added when first keyed. */
  basic?: boolean;
}

const INK = 0x22303c;

const KINDS = {
  'position.x': { label: 'Position x', unit: 'px', resting: 0, basic: true },
  'position.y': { label: 'Position y', unit: 'px', resting: 0, pointsDown: true, basic: true },
  depth: { label: 'Depth', unit: 'm', resting: 0 },
  travel: { label: 'Travel', unit: 'share', resting: 0 },
  rotation: { label: 'Rotation', unit: '°', resting: 0, basic: true },
  'scale.x': { label: 'Scale x', unit: '×', resting: 1, basic: true },
  'scale.y': { label: 'Scale y', unit: '×', resting: 1, basic: true },
  'skew.x': { label: 'Skew x', unit: '°', resting: 0 },
  'skew.y': { label: 'Skew y', unit: '°', resting: 0 },
  opacity: { label: 'Opacity', unit: '%', resting: 100, basic: true },
  fill: { label: 'Fill', unit: 'colour', resting: INK, blend: 'colour' },
  stroke: { label: 'Stroke', unit: 'colour', resting: INK, blend: 'colour' },
  'stroke.width': { label: 'Stroke width', unit: 'px', resting: 2 },
  morph: { label: 'Morph', unit: 'share', resting: 0 },
  drawing: { label: 'Drawing', unit: 'no.', resting: 1, blend: 'held' },
} satisfies Record<string, ChannelKind>;

export type ChannelId = keyof typeof KINDS;

/**
 * Every channel a subject can have. A new channel is one row of `KINDS`. Positions are the subject's pivot on the
 * stage, y downward; depth is behind the picture plane.
 */
export const CHANNELS: Record<ChannelId, ChannelKind> = KINDS;
export const CHANNEL_IDS = Object.keys(CHANNELS) as [ChannelId, ...ChannelId[]];
export const BASIC_CHANNELS = CHANNEL_IDS.filter((id) => CHANNELS[id].basic);
