/** Who a window is among the windows of this browser: drafts are kept under that name, one a window. */

const key = 'andante:tab';
const lockOf = (id: string): string => `andante:tab:${id}`;
/**
 * A window that is being reloaded lets go of its name within this time; one that was copied never does. Milliseconds.
 */
const letsGo = 500;

/**
 * Holds a name for as long as the page lives (Web Locks API). A copied window has the session storage of its original,
 * and must not share its name.
 *
 * @returns false if another page holds it
 */
function hold(id: string, wait: number): Promise<boolean> {
  return new Promise((resolve) => {
    navigator.locks
      .request(lockOf(id), { signal: AbortSignal.timeout(wait) }, () => {
        resolve(true);
        return new Promise<never>(() => undefined);
      })
      .catch(() => resolve(false));
  });
}

/** The window's name: the one that it had before a reload, unless another page has it now. */
export async function claimIdentity(): Promise<string> {
  const made = crypto.randomUUID();
  try {
    const known = sessionStorage.getItem(key);
    if (known && (await hold(known, letsGo))) return known;
    sessionStorage.setItem(key, made);
  } catch {
    // If the browser keeps nothing, every page is a new window.
  }
  await hold(made, letsGo);
  return made;
}

let claimed: Promise<string> | null = null;

/** The name of this page, claimed once. */
export const pageIdentity = (): Promise<string> => (claimed ??= claimIdentity());

/** The names that pages hold just now. */
export async function livingIdentities(): Promise<ReadonlySet<string>> {
  const { held = [] } = await navigator.locks.query();
  return new Set(held.flatMap(({ name }) => (name?.startsWith(lockOf('')) ? [name.slice(lockOf('').length)] : [])));
}
