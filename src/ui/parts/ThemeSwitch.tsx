'use client';

import { useSyncExternalStore } from 'react';
import { chooseTheme, onThemeChoice, storedTheme, type ThemeChoice } from './theme';

const order: readonly ThemeChoice[] = ['system', 'paper', 'dusk'];
const signs: Record<ThemeChoice, string> = { system: '◐', paper: '○', dusk: '●' };

/** Goes round the themes: as the system has it, paper, dusk. */
export function ThemeSwitch() {
  const theme = useSyncExternalStore<ThemeChoice>(onThemeChoice, storedTheme, () => 'system');
  const next = order[(order.indexOf(theme) + 1) % order.length]!;
  return (
    <button
      type="button"
      className="btn btn-ghost btn-sm btn-square"
      aria-label={`Theme: ${theme}. Change to ${next}`}
      title={`Theme: ${theme}`}
      onClick={() => chooseTheme(next)}
    >
      <span aria-hidden>{signs[theme]}</span>
    </button>
  );
}
