export type Turn = 'on' | 'back';

/**
 * The keys that foot pedals for turning pages send: they pass for keyboards, and each can be set to one of a few pairs
 * (common practice, no published source).
 */
const turns: Readonly<Record<string, Turn>> = {
  PageDown: 'on',
  ArrowRight: 'on',
  ArrowDown: 'on',
  Enter: 'on',
  PageUp: 'back',
  ArrowLeft: 'back',
  ArrowUp: 'back',
  Backspace: 'back',
};

/** How keys are written for people, where their names are long. */
const keyNames: Readonly<Record<string, string>> = {
  PageDown: 'Page ↓',
  ArrowRight: '→',
  ArrowDown: '↓',
  PageUp: 'Page ↑',
  ArrowLeft: '←',
  ArrowUp: '↑',
};

/** The keys that turn one way, as they are written for people. */
export function pedalKeys(way: Turn): string {
  return Object.keys(turns)
    .filter((key) => turns[key] === way)
    .map((key) => keyNames[key] ?? key)
    .join(' ');
}

/** A pedal that sends two keys at once was pressed once: keys that come so soon after another are not counted, in milliseconds. */
const together = 150;

/** What has keys of its own: they are not taken from it. */
const withKeys =
  'input, textarea, select, [role="listbox"], [role="dialog"], [role="menu"], [role="radiogroup"], [role="toolbar"]';

/**
 * Listens to pedals and to the keys of a keyboard that mean the same.
 * @returns ends the listening
 */
export function listenToPedals(onTurn: (turn: Turn) => void): () => void {
  let last = -Infinity;
  const listener = (event: KeyboardEvent) => {
    const turn = turns[event.key];
    if (!turn || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey) return;
    const on = event.target instanceof Element ? event.target : null;
    if (on?.closest(withKeys)) return;
    if (event.key === 'Enter' && on?.closest('button, a')) return;
    event.preventDefault();
    if (event.repeat || event.timeStamp - last < together) return;
    last = event.timeStamp;
    onTurn(turn);
  };
  window.addEventListener('keydown', listener);
  return () => window.removeEventListener('keydown', listener);
}

/** The pedal on the screen: it sends the keys that a real one sends. */
export function pressSimulatedPedal(turn: Turn): void {
  const key = turn === 'on' ? 'PageDown' : 'PageUp';
  window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
}
