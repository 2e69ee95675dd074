// How a channel's values look, are written, and are read.
export { CHANNEL_LOOKS, LEAST_SPAN, formatValue, toFineness } from './channel-looks.ts';
export { useValueUnits } from './value-units.ts';
