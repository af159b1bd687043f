/** Whether the screen stays awake: asked for, granted, refused by the browser for now, or nothing that this browser can do. */
export type Awake = 'asked' | 'awake' | 'refused' | 'cannot';

/**
 * Keeps the screen awake until it is ended; a browser lets go of it while the page is hidden, so it is asked for again.
 * @param onChange hears how it stands
 * @returns ends it
 */
export function keepAwake(onChange: (awake: Awake) => void): () => void {
  // Over plain http from another machine there is none, whatever the types say.
  const locks = (navigator as { wakeLock?: WakeLock }).wakeLock;
  if (!locks) {
    onChange('cannot');
    return () => undefined;
  }
  let ended = false;
  let held: WakeLockSentinel | null = null;
  const ask = async () => {
    if (ended || document.visibilityState !== 'visible') return;
    try {
      const sentinel = await locks.request('screen');
      if (ended) return void sentinel.release();
      held = sentinel;
      onChange('awake');
    } catch {
      // A battery that runs low, or a setting of the browser: nothing more can be done but to say so.
      onChange('refused');
    }
  };
  const again = () => void ask();
  document.addEventListener('visibilitychange', again);
  onChange('asked');
  void ask();
  return () => {
    ended = true;
    document.removeEventListener('visibilitychange', again);
    void held?.release();
  };
}
