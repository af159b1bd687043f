/** What lies over the page and goes away again. */
const overlays = '[role="dialog"], [role="alertdialog"], [role="menu"], [role="listbox"]';

let last: HTMLElement | null = null;

if (typeof document !== 'undefined')
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof HTMLElement && target.tagName !== 'MAIN' && !target.closest(overlays))
      last = target;
  });

/** Whether nothing has the focus, since what had it is gone. */
export function isFocusLost(): boolean {
  const { activeElement } = document;
  return activeElement === null || activeElement === document.body || !activeElement.isConnected;
}

/** Puts the focus at the beginning of the screen. */
export function focusScreen(): void {
  const main = document.querySelector<HTMLElement>('main');
  if (!main) return;
  main.tabIndex = -1;
  main.focus({ preventScroll: true });
}

/** When, in milliseconds, it is looked whether an overlay is gone from the page: a busy page takes longer. */
const looks = [60, 250, 700];

/**
 * Once what lay over the page is gone: if the focus went with it, it comes back to what had it on the page before (a menu
 * that opened a window is gone as well: its button), else to the beginning of the screen.
 * @param instead where else it should go first, where that is known
 */
export function keepFocus(instead: () => HTMLElement | null = () => null): void {
  const look = () => {
    if (!isFocusLost()) return;
    const to = instead() ?? last;
    if (to?.isConnected) to.focus({ preventScroll: true });
    if (isFocusLost()) focusScreen();
  };
  for (const after of looks) setTimeout(look, after);
}
