import { useCallback, useState } from 'react';

export interface Size {
  widthPx: number;
  heightPx: number;
}

/** The size of an element as it changes: give the first to its `ref`. Null until it is laid out. */
export function useSize(): [(element: Element | null) => (() => void) | undefined, Size | null] {
  const [size, setSize] = useState<Size | null>(null);
  const measure = useCallback((element: Element | null) => {
    if (!element) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setSize((known) =>
        known?.widthPx === width && known.heightPx === height ? known : { widthPx: width, heightPx: height },
      );
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [measure, size];
}
