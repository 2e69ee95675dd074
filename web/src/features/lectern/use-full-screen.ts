import { useEffect, useState } from 'react';

/** Letters of a page on a projector are this much larger. */
const LARGER = '150%';

/** The whole screen for the page, its letters larger, as long as the browser gives it. */
export function useFullScreen(): [boolean, () => void] {
  const [isFull, setFull] = useState(document.fullscreenElement !== null);
  useEffect(() => {
    const follow = (): void => setFull(document.fullscreenElement !== null);
    document.addEventListener('fullscreenchange', follow);
    return () => document.removeEventListener('fullscreenchange', follow);
  }, []);
  useEffect(() => {
    if (!isFull) return undefined;
    document.documentElement.style.fontSize = LARGER;
    return () => {
      document.documentElement.style.fontSize = '';
    };
  }, [isFull]);
  const toggle = (): void => {
    if (document.fullscreenElement) void document.exitFullscreen();
    else void document.documentElement.requestFullscreen();
  };
  return [isFull, toggle];
}
