/**
 * Of so many poses one may be off by something else, but no more than can be named, where so many are not; what is said
 * of all is said but of these.
 */
const ONE_OF = 3;
const LEAST_ALIKE = 3;
/** So many may be off by something else at most. */
export const MOST_OTHERS = 3;

/** Whether something may be said of all poses but so many. */
export const mayBut = (others: number, all: number): boolean =>
  others === 0 || (others <= Math.min(MOST_OTHERS, Math.floor(all / ONE_OF)) && all - others >= LEAST_ALIKE);
