/** Every part is asked for anew when it is opened, or come back to. */
export const FRESH = { refetchOnMountOrArgChange: true, refetchOnFocus: true } as const;
