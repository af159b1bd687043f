import { lazy, Suspense, useEffect } from 'react';
import { desk } from '../../settings/desk.ts';
import { helpStore, openHelp } from '../../ui/help.ts';

const HelpWindow = lazy(async () => ({ default: (await import('./HelpWindow.tsx')).HelpWindow }));

/** Where a question mark is text, or something else is in front. */
const elsewhere =
  'input, textarea, select, [contenteditable="true"], [role="dialog"], [role="alertdialog"], [role="menu"], [role="listbox"]';

/** Opens the help wherever one is: by `?`, unless keys of one sign are switched off (WCAG 2.2, 2.1.4). */
export function HelpPlace() {
  const { isOpen } = helpStore();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '?' || event.defaultPrevented || !desk.now().signKeys) return;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.target instanceof Element && event.target.closest(elsewhere)) return;
      event.preventDefault();
      openHelp();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return isOpen ? (
    <Suspense>
      <HelpWindow />
    </Suspense>
  ) : null;
}
