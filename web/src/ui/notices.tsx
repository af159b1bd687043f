import { X } from 'lucide-react';
import { useEffect } from 'react';
import {
  Text,
  UNSTABLE_Toast as Toast,
  UNSTABLE_ToastContent as ToastContent,
  UNSTABLE_ToastQueue as ToastQueue,
  UNSTABLE_ToastRegion as ToastRegion,
} from 'react-aria-components';
import styled from 'styled-components';
import { Button, IconButton } from './Button.tsx';
import { t } from '../words/words.ts';

interface Notice {
  readonly message: string;
  readonly undo?: () => void;
}

const queue = new ToastQueue<Notice>({ maxVisibleToasts: 2 });

/** Says what was done at the foot of the page, with a way back where there is one. */
export function notify(message: string, undo?: () => void): void {
  // The same said again is said once, anew.
  for (const { key, content } of queue.visibleToasts)
    if (content.message === message) queue.close(key);
  queue.add({ message, ...(undo ? { undo } : {}) }, { timeout: 8_000 });
}

/** Ctrl+Z takes back what the notice of last says, unless the screen has an undo of its own, or text is being typed. */
function useUndoByKey(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isUndo = (event.ctrlKey || event.metaKey) && !event.shiftKey && event.key === 'z';
      if (!isUndo || event.defaultPrevented) return;
      if (event.target instanceof Element && event.target.closest(typing)) return;
      const last = queue.visibleToasts.find(({ content }) => content.undo);
      if (!last) return;
      event.preventDefault();
      last.content.undo?.();
      queue.close(last.key);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** Where Ctrl+Z takes back what was typed. */
const typing =
  'textarea, [contenteditable="true"], input:not([type=checkbox], [type=radio], [type=range])';

const Region = styled(ToastRegion<Notice>)`
  position: fixed;
  inset: auto 16px 16px;
  z-index: 30;
  display: grid;
  justify-items: center;
  gap: 8px;
  outline: none;
  pointer-events: none;
`;

const Card = styled(Toast<Notice>)`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 8px 8px 18px;
  border-radius: 12px;
  background: var(--ink);
  color: var(--paper);
  box-shadow: 0 8px 24px rgb(0 0 0 / 0.25);
  pointer-events: auto;
`;

export function Notices() {
  useUndoByKey();
  return (
    <Region queue={queue} aria-label={t('Notices')}>
      {({ toast }) => (
        <Card toast={toast}>
          <ToastContent>
            <Text slot="title">{toast.content.message}</Text>
          </ToastContent>
          {toast.content.undo ? (
            <Button
              onPress={() => {
                toast.content.undo?.();
                queue.close(toast.key);
              }}
            >
              {t('Undo')}
            </Button>
          ) : null}
          <IconButton slot="close" aria-label={t('Close notice')} style={{ color: 'inherit' }}>
            <X size={18} strokeWidth={1.5} />
          </IconButton>
        </Card>
      )}
    </Region>
  );
}
