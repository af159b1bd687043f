/** A browser's storage, put in its place; what is kept in it, to be looked at and cleared. */
export const kept = new Map<string, string>();
const methods = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
  removeItem: (key: string) => kept.delete(key),
};
const ofTab = new Map<string, string>();
Object.defineProperty(globalThis, 'sessionStorage', {
  value: {
    getItem: (key: string) => ofTab.get(key) ?? null,
    setItem: (key: string, value: string) => ofTab.set(key, value),
  },
});
// A browser over plain http: it has no locks.
Object.defineProperty(globalThis, 'navigator', { value: {}, configurable: true });
// What is kept stands in it as names of its own, as in a browser.
Object.defineProperty(globalThis, 'localStorage', {
  value: new Proxy(methods, {
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_target, key) => ({
      value: kept.get(String(key)),
      enumerable: true,
      configurable: true,
    }),
  }),
});
