// Help where one stands: what a part is, a walk through a screen, the words of the trade.
export { HelpMenu } from './HelpMenu.tsx';
export { WhatIsThis } from './WhatIsThis.tsx';
export type { WalkName } from './walks.ts';
