import { useEffect, useEffectEvent } from 'react';
import { commandOf, keyOf, type Command } from '../command.ts';
import type { LensKeys } from './lensCommands.ts';

/** Where something is typed or chosen with keys of its own. */
const busy =
  'input, textarea, select, [contenteditable="true"], [role="listbox"], [role="radiogroup"], [role="dialog"], [aria-haspopup="listbox"]';

/** A list of which one is chosen, while it is closed. */
const closedList = '[aria-haspopup="listbox"][aria-expanded="false"]';

/**
 * The keys of a lens, from anywhere on its screen but where keys have another meaning.
 * @param isTaken true where something that has the focus needs the key
 */
export function useLensKeys<Keys extends LensKeys>(
  commands: readonly Command<Keys>[],
  keys: Keys,
  isTaken: (key: string, target: HTMLElement) => boolean = () => false,
): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    if (target.closest(busy) || event.altKey || event.repeat) return;
    const key = keyOf(event);
    // In a group of buttons the arrows go from button to button.
    if (key.startsWith('Arrow') && target.closest('[role="group"], [role="toolbar"], button'))
      return;
    if (isTaken(key, target)) return;
    const command = commandOf(commands, /^[A-Z]$/.test(key) ? key.toLowerCase() : key, keys);
    if (!command) return;
    event.preventDefault();
    command.does(keys);
  });
  /** Who has just chosen in a list goes on with the arrows: they are for the chords, and not for what was chosen. */
  const onArrow = useEffectEvent((event: KeyboardEvent) => {
    const target = event.target as HTMLElement;
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : null;
    if (by === null || target.closest('[role="dialog"]') || !target.closest(closedList)) return;
    event.preventDefault();
    event.stopPropagation();
    keys.step(by);
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    const before = (event: KeyboardEvent) => onArrow(event);
    window.addEventListener('keydown', listen);
    window.addEventListener('keydown', before, { capture: true });
    return () => {
      window.removeEventListener('keydown', listen);
      window.removeEventListener('keydown', before, { capture: true });
    };
  }, []);
}
