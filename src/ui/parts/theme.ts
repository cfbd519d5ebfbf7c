export type ThemeChoice = 'system' | 'paper' | 'dusk';

/** Key of the stored choice; without a value the system decides. */
const themeKey = 'andante:theme';

/** Runs before the first paint, so that the page never shows itself in the wrong theme. */
export const themeScript = `(() => {
  const dark = matchMedia('(prefers-color-scheme: dark)');
  const set = () => {
    let choice = null;
    try { choice = localStorage.getItem('${themeKey}'); } catch {}
    document.documentElement.dataset.theme = choice === 'paper' || choice === 'dusk' ? choice : dark.matches ? 'dusk' : 'paper';
  };
  set();
  dark.addEventListener('change', set);
  addEventListener('storage', set);
  addEventListener('andante:theme', set);
})()`;

export function storedTheme(): ThemeChoice {
  try {
    const choice = localStorage.getItem(themeKey);
    return choice === 'paper' || choice === 'dusk' ? choice : 'system';
  } catch {
    return 'system';
  }
}

/** Calls back whenever the choice changes, in this window or another. */
export function onThemeChoice(listener: () => void): () => void {
  window.addEventListener('andante:theme', listener);
  window.addEventListener('storage', listener);
  return () => {
    window.removeEventListener('andante:theme', listener);
    window.removeEventListener('storage', listener);
  };
}

export function chooseTheme(choice: ThemeChoice): void {
  try {
    if (choice === 'system') localStorage.removeItem(themeKey);
    else localStorage.setItem(themeKey, choice);
  } catch {
    // Without storage the choice cannot be kept.
  }
  window.dispatchEvent(new Event('andante:theme'));
}
