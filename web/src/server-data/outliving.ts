/** Of a small write: it is made even if the page is left, or loaded anew, right after it was asked for. */
export const OUTLIVING = { keepalive: true } as const;
