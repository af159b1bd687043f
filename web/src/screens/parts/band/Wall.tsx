import { useEffect, useState } from 'react';
import { listenToPedals, pedalKeys, type Turn } from '../../../device/pedal.ts';
import { keepAwake } from '../../../device/wakeLock.ts';
import { openHelp, useHelp, type HelpTopic } from '../../../ui/help.ts';
import { Button } from '../../../ui/Button.tsx';
import { useSteady } from '../../../ui/useSteady.ts';
import { t } from '../../../words/words.ts';
import { WallPage } from './WallPage.tsx';
import type { WallSlide } from './wallSlides.ts';

const wallHelp: HelpTopic = {
  title: t('Words on the wall'),
  lines: [
    { id: 'on', name: t('On'), keyName: `Space ${pedalKeys('on')}` },
    { id: 'back', name: t('Back'), keyName: pedalKeys('back') },
    { id: 'dark', name: t('Dark, and light again'), keyName: 'B' },
    { id: 'first', name: t('To the first words'), keyName: 'Home' },
    { id: 'leave', name: t('Leave'), keyName: 'Esc' },
  ],
};

interface WallProps {
  slides: readonly WallSlide[];
  /** From 0. */
  at: number;
  onGo: (at: number) => void;
  onLeave: () => void;
}

/** Words on a wall: one goes on by a key, a tap, or a pedal. */
export function Wall({ slides, at, onGo, onLeave }: WallProps) {
  const [isDark, setDark] = useState(false);
  useHelp(wallHelp);
  const last = slides.length - 1;
  const { go, pressed } = useSteady({
    go: (turn: Turn) => {
      setDark(false);
      onGo(Math.max(0, Math.min(last, at + (turn === 'on' ? 1 : -1))));
    },
    pressed: (event: KeyboardEvent) => {
      const onButton =
        event.target instanceof Element && event.target.closest('button, [role="dialog"]');
      if (event.ctrlKey || event.altKey || event.metaKey || onButton) return;
      if (event.key === ' ') go('on');
      else if (event.key === 'Home') onGo(0);
      else if (event.key === 'End') onGo(last);
      else if (event.key === 'b' || event.key === 'B') setDark((dark) => !dark);
      else if (event.key === 'Escape') onLeave();
      else return;
      event.preventDefault();
    },
  });
  useEffect(() => listenToPedals(go), [go]);
  useEffect(() => keepAwake(() => undefined), []);
  useEffect(() => {
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [pressed]);
  const slide = slides[at] ?? null;
  return (
    <WallPage slide={isDark ? null : slide} onTap={(isLeft) => go(isLeft ? 'back' : 'on')}>
      <Button onPress={() => go('back')}>{t('Back')}</Button>
      <Button onPress={() => go('on')}>{t('On')}</Button>
      <Button onPress={() => setDark(!isDark)}>{isDark ? t('Light') : t('Dark')}</Button>
      <Button onPress={openHelp}>{t('Help')}</Button>
      <Button onPress={onLeave}>{t('Leave')}</Button>
    </WallPage>
  );
}
