import {
  type ChannelId,
  type ChannelKind,
  CHANNELS,
  Key,
  packColour,
  readDecimal,
  type Result,
  unpackColour,
} from '@undulan/core';
import { withMark } from '../ui/index.ts';

/** How a channel's line is told apart: by pattern first, then by a colour of the channels' own. */
export interface ChannelLook {
  colour: string;
  dash: string;
}

export const CHANNEL_LOOKS: Record<ChannelId, ChannelLook> = {
  'position.x': { colour: 'var(--ink)', dash: '' },
  'position.y': { colour: 'var(--ink)', dash: '9 3' },
  rotation: { colour: 'var(--ochre)', dash: '2 3' },
  'scale.x': { colour: 'var(--plum)', dash: '' },
  'scale.y': { colour: 'var(--plum)', dash: '9 3' },
  opacity: { colour: 'var(--faint)', dash: '6 2 1 2' },
  depth: { colour: 'var(--faint)', dash: '1 3' },
  travel: { colour: 'var(--ink)', dash: '2 2' },
  'skew.x': { colour: 'var(--ochre)', dash: '' },
  'skew.y': { colour: 'var(--ochre)', dash: '9 3' },
  fill: { colour: 'var(--plum)', dash: '2 3' },
  stroke: { colour: 'var(--plum)', dash: '1 4' },
  'stroke.width': { colour: 'var(--plum)', dash: '6 2 1 2' },
  morph: { colour: 'var(--faint)', dash: '' },
  drawing: { colour: 'var(--faint)', dash: '9 3' },
};

/** A still motion is drawn as if it spanned this much, in the channel's unit. */
export const LEAST_SPAN: Record<ChannelKind['unit'], number> = {
  px: 20,
  '°': 10,
  '×': 0.2,
  '%': 10,
  share: 0.1,
  'no.': 1,
  colour: 1,
  m: 0.2,
};

const DECIMALS: Record<ChannelKind['unit'], number> = {
  px: 1,
  '°': 1,
  '×': 3,
  '%': 1,
  share: 4,
  'no.': 0,
  colour: 0,
  m: 3,
};

/** A channel's value as it is shown. */
export function formatValue(channelId: ChannelId, value: number): string {
  if (CHANNELS[channelId].unit === 'colour') return unpackColour(value);
  const rounded = Number(value.toFixed(DECIMALS[CHANNELS[channelId].unit]));
  return withMark(String(Object.is(rounded, -0) ? 0 : rounded).replace('-', '−'));
}

/** A value to the fineness a hand can set it. */
export function toFineness(channelId: ChannelId, value: number): number {
  return Number(value.toFixed(DECIMALS[CHANNELS[channelId].unit]));
}

const VALUE = Key.shape.value;

const CHANGE = /^([+\-−*×/])=?\s*([−-]?[\d.,]+)$/;

/**
 * Reads a value a person typed, or a change of the one there is now: `+=10`, `-=10`, `*2`, `/2`; a sign alone (`-10`)
 * is a value.
 */
export function computeValue(text: string, now: number): Result<number> {
  const typed = text.trim().replace(/\s*(px|°|×|%)$/, '');
  const match = CHANGE.exec(typed);
  if (!match || (/^[-−+]/.test(typed) && !typed.includes('='))) return parseValue(text);
  const by = readDecimal(match[2]!);
  if (!by.ok) return by;
  const sign = match[1]!;
  const to = by.value;
  const value = sign === '+' ? now + to : sign === '/' ? now / to : sign === '*' || sign === '×' ? now * to : now - to;
  return readDecimal(String(value), { within: VALUE });
}

/** Reads a colour a person typed: six figures from 0 to f, with or without their sign. */
export function parseColour(text: string): Result<number> {
  const figures = /^#?([0-9a-f]{6})$/i.exec(text.trim())?.[1];
  if (figures) return { ok: true, value: packColour(`#${figures}`) };
  return { ok: false, issues: [{ code: 'no-colour', path: [], message: 'A colour, such as #c8451b.' }] };
}

/** Reads a value a person typed, with or without its unit. */
export function parseValue(text: string): Result<number> {
  return readDecimal(text.replace(/\s*(px|°|×|%)\s*$/, ''), { within: VALUE });
}
