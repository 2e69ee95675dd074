/** `1 reply`, `3 replies`. */
export const repliesWords = (count: number): string => `${count} ${count === 1 ? 'reply' : 'replies'}`;
