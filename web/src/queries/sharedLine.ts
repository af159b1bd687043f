/** What a page hears of a line to the server that all tabs of the browser share. */
export interface LineListener {
  /** What the server told, as it was sent. */
  readonly hear: (event: unknown) => void;
  /** The line is there, for the first time or again: what was told meanwhile was missed. */
  readonly opened: () => void;
  /** The line is broken, or refused; it is tried again. */
  readonly away?: () => void;
}

interface LineSettings {
  /** What tells this line from others of the browser. */
  readonly name: string;
  readonly path: string;
  /** After a refusal it is tried again so many milliseconds later, each time after twice as long, up to a limit. */
  readonly pause: number;
}

type Passed =
  { readonly said: 'event'; readonly event: unknown } | { readonly said: 'opened' | 'away' };

/** A page that was hidden for longer, in milliseconds, as on a phone that slept, lays its line anew: the old one may be dead. */
const asleep = 20_000;

/** No longer than so many milliseconds it is waited after a refusal, where one does not ask for a longer pause. */
const longestPause = 8_000;

/**
 * Hears what the server tells. A browser has few lines to one server, so one tab listens and tells the others; when it is
 * closed another one does.
 * @returns ends it
 */
export function shareLine(
  { name, path, pause }: LineSettings,
  { hear, opened, away }: LineListener,
): () => void {
  const ending = new AbortController();
  const others = new BroadcastChannel(name);
  const take = (passed: Passed) => {
    if (passed.said === 'event') hear(passed.event);
    else if (passed.said === 'opened') opened();
    else away?.();
  };
  others.onmessage = ({ data }: MessageEvent<Passed>) => take(data);
  const tell = (passed: Passed) => {
    others.postMessage(passed);
    take(passed);
  };
  const listen = () =>
    new Promise<void>((resolve) => {
      let source: EventSource;
      let timer: ReturnType<typeof setTimeout> | undefined;
      let hiddenAt: number | null = null;
      let refusals = 0;
      const connect = () => {
        source = new EventSource(path);
        source.onopen = () => {
          refusals = 0;
          tell({ said: 'opened' });
        };
        source.onmessage = ({ data }: MessageEvent<string>) =>
          tell({ said: 'event', event: JSON.parse(data) });
        source.onerror = () => {
          tell({ said: 'away' });
          // A browser tries again by itself, unless it was refused: as while nobody is signed in.
          if (source.readyState !== EventSource.CLOSED) return;
          timer = setTimeout(
            connect,
            Math.max(pause, Math.min(longestPause, pause * 2 ** refusals)),
          );
          refusals += 1;
        };
      };
      const anew = () => {
        clearTimeout(timer);
        source.close();
        connect();
      };
      const onShown = () => {
        if (document.hidden) hiddenAt = Date.now();
        else if (hiddenAt !== null && Date.now() - hiddenAt > asleep) anew();
      };
      connect();
      document.addEventListener('visibilitychange', onShown, { signal: ending.signal });
      window.addEventListener('online', anew, { signal: ending.signal });
      ending.signal.addEventListener('abort', () => {
        clearTimeout(timer);
        source.close();
        resolve();
      });
    });
  // Over plain http from another machine there are no locks: then each tab has a line of its own.
  if ('locks' in navigator)
    navigator.locks.request(name, { signal: ending.signal }, listen).catch((error: unknown) => {
      if (!ending.signal.aborted) console.warn('What others do is not heard here.', error);
    });
  else void listen();
  return () => {
    ending.abort();
    others.close();
  };
}
