import { useEffect, useRef } from 'react';

interface HandsKeys {
  readonly digit: (digit: number) => void;
  readonly pin: () => void;
  readonly step: (by: 1 | -1) => void;
  /** The signal while something goes on and on; null while nothing does. */
  readonly goOn: (() => void) | null;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** Where something is typed or chosen with keys of its own. */
const busy =
  'input, textarea, select, [contenteditable="true"], [role="listbox"], [role="radiogroup"], [role="dialog"], [aria-haspopup="listbox"]';

/** The keys of the lens: 1 to 9 take another way, P pins, the arrows go from chord to chord, G is the signal, undo is undo. */
export function useHandsKeys(isOpen: boolean, keys: HandsKeys): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    if (!isOpen) return;
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(busy) || event.altKey || event.repeat) return;
      const run = actionOf(event, target, latest.current);
      if (!run) return;
      event.preventDefault();
      run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isOpen]);
}

function actionOf(
  { key, ctrlKey, metaKey, shiftKey }: KeyboardEvent,
  target: HTMLElement,
  keys: HandsKeys,
): (() => void) | null {
  const letter = key.toLowerCase();
  if (ctrlKey || metaKey) {
    if (letter === 'y' || (letter === 'z' && shiftKey)) return keys.redo;
    return letter === 'z' ? keys.undo : null;
  }
  if (/^[1-9]$/.test(key)) return () => keys.digit(Number(key));
  // In a group of buttons the arrows go from button to button; on the keys letters play.
  if (letter === 'p' && !target.closest('[aria-label="Piano"]')) return keys.pin;
  const inGroup = target.closest('[role="group"], [role="toolbar"], button');
  if (letter === 'g' && keys.goOn) return keys.goOn;
  if (key === 'ArrowRight' && !inGroup) return () => keys.step(1);
  if (key === 'ArrowLeft' && !inGroup) return () => keys.step(-1);
  return null;
}
