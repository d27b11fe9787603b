import { useEffect, useState } from 'react';

export const THEMES = ['chalk', 'sun', 'night'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'gradum-theme';

/** The theme is a matter of this device (a phone on a roof), so it is kept here. */
export function useTheme(): [Theme, (theme: Theme) => void] {
  const [theme, setTheme] = useState<Theme>(() => (localStorage.getItem(KEY) as Theme | null) ?? 'chalk');
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    localStorage.setItem(KEY, theme);
  }, [theme]);
  return [theme, setTheme];
}
