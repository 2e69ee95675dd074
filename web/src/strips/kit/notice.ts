/** What is said beside the pointer during a gesture. */
export interface Notice {
  xPx: number;
  yPx: number;
  says: string;
}

/** Where a gesture tells what is said: at every move of the pointer, with nothing else drawn anew by it. */
export interface NoticeBoard {
  tell: (notice: Notice | null) => void;
  told: () => Notice | null;
  subscribe: (listener: () => void) => () => void;
}

export function createNoticeBoard(): NoticeBoard {
  let told: Notice | null = null;
  const listeners = new Set<() => void>();
  return {
    tell: (notice) => {
      told = notice;
      listeners.forEach((listener) => listener());
    },
    told: () => told,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}
