/** What the browser refused to keep, for as long as the page lives. */
const refused = new Map<string, string>();

/** Small things that this browser keeps. One that keeps nothing, or has no room, says so by errors: then they last as long as the page. */
export const keptHere = {
  getItem(key: string): string | null {
    const here = refused.get(key);
    if (here !== undefined) return here;
    try {
      return localStorage.getItem(key);
    } catch (error) {
      sayOnce(error);
      return null;
    }
  },
  setItem(key: string, value: string): void {
    try {
      localStorage.setItem(key, value);
      refused.delete(key);
    } catch (error) {
      sayOnce(error);
      refused.set(key, value);
    }
  },
  removeItem(key: string): void {
    refused.delete(key);
    try {
      localStorage.removeItem(key);
    } catch (error) {
      sayOnce(error);
    }
  },
};

let isSaid = false;

function sayOnce(error: unknown): void {
  if (isSaid) return;
  isSaid = true;
  console.warn('Settings last as long as this page: the browser does not keep them.', error);
}
