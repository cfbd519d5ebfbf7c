/** What a user has set for all plans, beside the theme. It stays in this browser. */

/** Sizes of text; 1 is the usual one. */
export const textSizes = [
  { value: '1', label: 'usual' },
  { value: '1.15', label: 'larger' },
  { value: '1.3', label: 'largest' },
] as const;

const sizeKey = 'andante:text-size';
/** `off` where keys without Ctrl or the like do nothing. */
const lettersKey = 'andante:single-keys';
const changed = 'andante:settings';

/**
 * Runs before all other scripts. Sets the size of text, and keeps keys of one character from everything that listens if
 * they are off (WCAG 2.2, 2.1.4): who speaks to the machine, or hits keys by mistake, would start something.
 */
export const settingsScript = `(() => {
  const read = (key) => { try { return localStorage.getItem(key); } catch { return null; } };
  const set = () => {
    const size = read('${sizeKey}') ?? '';
    document.documentElement.style.zoom = size;
    document.documentElement.style.setProperty('--text-size', size || '1');
  };
  set();
  addEventListener('storage', set);
  addEventListener('${changed}', set);
  addEventListener('keydown', (event) => {
    const { key, target } = event;
    const isSingle = key.length === 1 && key !== ' ' && !event.ctrlKey && !event.metaKey && !event.altKey;
    if (!isSingle || read('${lettersKey}') !== 'off') return;
    const isField = target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
    if (!isField && !target?.isContentEditable) event.stopImmediatePropagation();
  }, { capture: true });
})()`;

function read(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

function write(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(key);
    else localStorage.setItem(key, value);
  } catch {
    // Without storage nothing can be kept.
  }
  window.dispatchEvent(new Event(changed));
}

export const storedTextSize = (): string => read(sizeKey) ?? '1';
export const chooseTextSize = (value: string): void => write(sizeKey, value === '1' ? null : value);
export const areSingleKeysOn = (): boolean => read(lettersKey) !== 'off';
export const turnSingleKeys = (on: boolean): void => write(lettersKey, on ? null : 'off');

/** Calls back whenever a setting changes, in this window or another. */
export function onSettings(listener: () => void): () => void {
  window.addEventListener(changed, listener);
  window.addEventListener('storage', listener);
  return () => {
    window.removeEventListener(changed, listener);
    window.removeEventListener('storage', listener);
  };
}
