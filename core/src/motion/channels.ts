/** One animatable quantity of a subject: its name, unit and the value it rests at when nothing else is said. */
export interface ChannelKind {
  label: string;
  unit: 'px' | '°' | '×' | '%';
  resting: number;
  /** Greater values are lower on the picture; a curve of them is drawn so that up is up. */
  pointsDown?: boolean;
}

const KINDS = {
  'position.x': { label: 'Position x', unit: 'px', resting: 0 },
  'position.y': { label: 'Position y', unit: 'px', resting: 0, pointsDown: true },
  rotation: { label: 'Rotation', unit: '°', resting: 0 },
  'scale.x': { label: 'Scale x', unit: '×', resting: 1 },
  'scale.y': { label: 'Scale y', unit: '×', resting: 1 },
  opacity: { label: 'Opacity', unit: '%', resting: 100 },
} satisfies Record<string, ChannelKind>;

export type ChannelId = keyof typeof KINDS;

/** Every channel a subject can have. A new channel is one row of `KINDS`. Positions are the subject's pivot on the stage, y downward. */
export const CHANNELS: Record<ChannelId, ChannelKind> = KINDS;
export const CHANNEL_IDS = Object.keys(CHANNELS) as [ChannelId, ...ChannelId[]];
