/** A sentence with a capital at its beginning. */
export const capital = (sentence: string): string => sentence.charAt(0).toUpperCase() + sentence.slice(1);

/** A sentence as it goes on after a colon. */
export const uncapital = (sentence: string): string => sentence.charAt(0).toLowerCase() + sentence.slice(1);
