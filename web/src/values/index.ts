// How a channel's values look, are written, and are read.
export { CHANNEL_LOOKS, LEAST_SPAN, formatValue, toFineness } from './channel-looks.ts';
export { EASE_DIRECTION_NAMES, FAMILY_WORDS, leaveWords, PLAIN_LEAVES, ROLE_WORDS } from './leave-words.ts';
export { useValueUnits } from './value-units.ts';
