import { useSyncExternalStore } from 'react';

export type Theme = 'light' | 'dark';

const KEY = 'undulan:theme';

const listeners = new Set<() => void>();

/** What was chosen here before, else what the system prefers. */
export function presentTheme(): Theme {
  const chosen = localStorage.getItem(KEY);
  if (chosen === 'light' || chosen === 'dark') return chosen;
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset['theme'] = theme;
  listeners.forEach((listener) => listener());
}

export function chooseTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  applyTheme(theme);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** The theme on screen, as it changes. */
export function useTheme(): Theme {
  return useSyncExternalStore(subscribe, () =>
    document.documentElement.dataset['theme'] === 'dark' ? 'dark' : 'light',
  );
}
