'use client';

import { useEffect, useState } from 'react';
import { chooseTheme, storedTheme, type ThemeChoice } from './theme';

const order: readonly ThemeChoice[] = ['system', 'paper', 'dusk'];
const signs: Record<ThemeChoice, string> = { system: '◐', paper: '○', dusk: '●' };

/** Goes round the themes: as the system has it, paper, dusk. */
export function ThemeSwitch() {
  const [theme, setTheme] = useState<ThemeChoice>('system');
  useEffect(() => setTheme(storedTheme()), []);
  const next = order[(order.indexOf(theme) + 1) % order.length]!;
  return (
    <button
      type="button"
      className="btn btn-ghost btn-sm btn-square"
      aria-label={`Theme: ${theme}. Change to ${next}`}
      title={`Theme: ${theme}`}
      onClick={() => {
        chooseTheme(next);
        setTheme(next);
      }}
    >
      <span aria-hidden>{signs[theme]}</span>
    </button>
  );
}
