import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { listenToPedals, pedalKeys, type Turn } from '../../../device/pedal.ts';
import { keepAwake } from '../../../device/wakeLock.ts';
import { openHelp, useHelp, type HelpTopic } from '../../../ui/help.ts';
import { Button } from '../../../ui/Button.tsx';
import { display } from '../../../ui/theme.ts';
import { useSteady } from '../../../ui/useSteady.ts';
import { t } from '../../../words/words.ts';
import { wallSize, type WallSlide } from './wallSlides.ts';

/** Light on dark, whatever the theme: a beamer shines where it is white. */
const Screen = styled.section`
  position: fixed;
  inset: 0;
  z-index: 20;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  background: #000;
  color: #fff;
  cursor: pointer;
`;

const Words = styled.div`
  display: grid;
  align-content: center;
  justify-items: center;
  padding: 3vh 4vw;
  overflow: hidden;
  text-align: center;
  p,
  h1 {
    max-width: 100%;
    font: 500 1em/1.3 ${display};
    text-wrap: balance;
    overflow-wrap: anywhere;
  }
  h1 {
    font-weight: 600;
  }
`;

const Foot = styled.footer`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  min-height: 56px;
  padding: 6px 2vw;
  font-size: 16px;
  color: #c9c9c9;
  > span {
    margin-right: auto;
    overflow-wrap: anywhere;
  }
`;

/** Out of sight of the congregation, until somebody reaches for it. */
const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  @media (hover: hover) {
    opacity: 0;
    &:hover,
    &:focus-within {
      opacity: 1;
    }
  }
  @media print {
    display: none;
  }
`;

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
      const onButton = event.target instanceof Element && event.target.closest('button, dialog');
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
  const slide = slides[at];
  return (
    <Screen
      aria-label={t('Words on the wall')}
      onClick={({ target, clientX, currentTarget }) => {
        if ((target as Element).closest('button')) return;
        go(clientX < currentTarget.clientWidth / 3 ? 'back' : 'on');
      }}
    >
      <Words aria-live="polite" style={slide ? { fontSize: wallSize(slide) } : undefined}>
        {isDark || !slide ? null : (
          <>
            {slide.title ? <h1>{slide.title}</h1> : null}
            {slide.lines.map((line, index) => (
              <p key={index}>{line}</p>
            ))}
          </>
        )}
      </Words>
      <Foot>
        <span>{isDark ? '' : slide?.foot}</span>
        <Tools>
          <Button onPress={() => go('back')}>{t('Back')}</Button>
          <Button onPress={() => go('on')}>{t('On')}</Button>
          <Button onPress={() => setDark(!isDark)}>{isDark ? t('Light') : t('Dark')}</Button>
          <Button onPress={openHelp}>{t('Help')}</Button>
          <Button onPress={onLeave}>{t('Leave')}</Button>
        </Tools>
      </Foot>
    </Screen>
  );
}
