import { uuidv7 } from 'uuidv7';

/** The tabs of this browser, as far as it tells. */
export interface Tabs {
  /** The name of this one. */
  readonly own: () => Promise<string>;
  /** Which are open now. */
  readonly open: () => Promise<(name: string) => boolean>;
}

const key = 'intervallum-tab';
const lockOf = (name: string) => `intervallum-tab:${name}`;

/**
 * The name of a tab lasts from its opening to its closing, reloads included. A tab that was doubled, and so has the other
 * one's storage, gets a name of its own. Over plain http from another machine there are no locks: then a doubled tab
 * shares its name, and every other tab counts as closed.
 */
export const browserTabs: Tabs = {
  own: () => (named ??= nameTab()),
  open: openTabs,
};
let named: Promise<string> | undefined;

async function nameTab(): Promise<string> {
  const before = stored();
  if (before !== null && (await hold(before))) return before;
  const name = uuidv7();
  store(name);
  await hold(name);
  return name;
}

/** The name that this tab had before it was loaded anew; none where the browser keeps nothing. */
function stored(): string | null {
  try {
    return sessionStorage.getItem(key);
  } catch (error) {
    console.warn('This browser keeps nothing for a tab.', error);
    return null;
  }
}

function store(name: string): void {
  try {
    sessionStorage.setItem(key, name);
  } catch (error) {
    console.warn('This browser keeps nothing for a tab.', error);
  }
}

/** Holds a name for as long as the page lives; false if another page has it. */
function hold(name: string): Promise<boolean> {
  if (!('locks' in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    navigator.locks
      .request(lockOf(name), { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        return lock ? new Promise<void>(() => undefined) : undefined;
      })
      .catch((error: unknown) => {
        // Without locks a tab still has its name: nothing that is saved may wait for one.
        console.warn('The tab cannot be told from others.', error);
        resolve(true);
      });
  });
}

async function openTabs(): Promise<(name: string) => boolean> {
  if (!('locks' in navigator)) return () => false;
  const { held = [] } = await navigator.locks.query();
  const names = new Set(held.map(({ name }) => name));
  return (name) => names.has(lockOf(name));
}
