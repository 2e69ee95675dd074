import { randomInt } from 'node:crypto';

const WORDS = [
  'apple',
  'basil',
  'bread',
  'carrot',
  'cherry',
  'clove',
  'cocoa',
  'fennel',
  'ginger',
  'honey',
  'lemon',
  'lentil',
  'mango',
  'melon',
  'mint',
  'nutmeg',
  'olive',
  'onion',
  'pear',
  'pepper',
  'plum',
  'quince',
  'radish',
  'rice',
  'sage',
  'sesame',
  'thyme',
  'tomato',
  'vanilla',
  'walnut',
] as const;

/** A code that is easily said and typed: `plum-274`. */
export function newSessionCode(): string {
  return `${WORDS[randomInt(WORDS.length)]}-${randomInt(100, 1000)}`;
}
