/** One animatable quantity of a subject: its name, unit and the value it rests at when nothing else is said. */
export interface ChannelKind {
  label: string;
  unit: 'px' | '°' | '×' | '%';
  resting: number;
}

/** Every channel a subject can have. A new channel is one row here. Positions are the subject's pivot on the stage, y downward. */
export const CHANNELS = {
  'position.x': { label: 'Position x', unit: 'px', resting: 0 },
  'position.y': { label: 'Position y', unit: 'px', resting: 0 },
  rotation: { label: 'Rotation', unit: '°', resting: 0 },
  'scale.x': { label: 'Scale x', unit: '×', resting: 1 },
  'scale.y': { label: 'Scale y', unit: '×', resting: 1 },
  opacity: { label: 'Opacity', unit: '%', resting: 100 },
} as const satisfies Record<string, ChannelKind>;

export type ChannelId = keyof typeof CHANNELS;
export const CHANNEL_IDS = Object.keys(CHANNELS) as [ChannelId, ...ChannelId[]];
