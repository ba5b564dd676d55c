/** Light or dark: the builder's choice, else the system's. */
import { useSyncExternalStore } from 'react';

const KEY = 'deft-theme';
const system = window.matchMedia('(prefers-color-scheme: dark)');
const listeners = new Set<() => void>();
const chosen = (): string | null => {
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
};
const isDark = (): boolean => (chosen() ?? (system.matches ? 'dark' : 'light')) === 'dark';
system.addEventListener('change', () => listeners.forEach((l) => l()));

export function useDark(): { dark: boolean; toggle: () => void } {
  const dark = useSyncExternalStore((l) => {
    listeners.add(l);
    return () => listeners.delete(l);
  }, isDark);
  return {
    dark,
    toggle: () => {
      try {
        localStorage.setItem(KEY, dark ? 'light' : 'dark');
      } catch {
        /* private window: this sitting only */
      }
      listeners.forEach((l) => l());
    },
  };
}
