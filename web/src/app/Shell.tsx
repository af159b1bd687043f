import { CircleHelp, ListOrdered, Metronome, Music, Settings, Users } from 'lucide-react';
import { NavLink, Outlet } from 'react-router';
import styled, { css } from 'styled-components';
import { Notices } from '../ui/notices.tsx';
import { hiddenStyle } from '../ui/hidden.ts';
import { PlainHttpNote } from '../ui/PlainHttpNote.tsx';
import { openHelp } from '../ui/help.ts';
import { display, phone } from '../ui/theme.ts';
import { t } from '../words/words.ts';

const Frame = styled.div`
  display: grid;
  grid-template-columns: minmax(76px, max-content) minmax(0, 1fr);
  min-height: 100vh;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    padding-bottom: 60px;
  }
  @media print {
    display: block;
  }
`;

const Rail = styled.nav`
  position: sticky;
  top: 0;
  height: 100vh;
  padding: 12px 8px;
  background: var(--panel);
  border-right: 1px solid var(--hairline);
  ${phone} {
    position: fixed;
    inset: auto 0 0;
    z-index: 10;
    height: 60px;
    padding: 4px 12px;
    border-right: 0;
    border-top: 1px solid var(--hairline);
  }
  @media print {
    display: none;
  }
`;

const Mark = styled.p`
  margin: 2px 0 14px;
  text-align: center;
  font: 700 26px/1.2 ${display};
  color: var(--accent);
  ${phone} {
    ${hiddenStyle}
  }
`;

const Rooms = styled.ul`
  display: grid;
  gap: 6px;
  ${phone} {
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
  }
`;

const room = css`
  display: grid;
  justify-items: center;
  gap: 3px;
  padding: 9px 4px;
  border-radius: 10px;
  border-left: 3px solid transparent;
  border-right: 3px solid transparent;
  font-size: 13px;
  text-decoration: none;
  color: var(--soft);
  &.active {
    background: var(--card);
    border-left-color: var(--accent);
    color: var(--ink);
  }
  ${phone} {
    min-width: 0;
    padding: 5px 2px;
  }
`;

const Room = styled(NavLink)`
  ${room}
`;

const Help = styled.button`
  ${room}
  width: 100%;
  border-top: 0;
  border-bottom: 0;
  background: none;
  cursor: pointer;
`;

/** With a note over it the screen has what is left of the window. */
const Main = styled.main`
  &:has(> aside) {
    display: flex;
    flex-direction: column;
    height: 100vh;
    > :last-child {
      flex: 1;
      width: 100%;
      height: auto;
      min-height: 0;
      overflow: auto;
    }
    ${phone} {
      display: block;
      height: auto;
    }
    @media print {
      display: block;
      height: auto;
    }
  }
`;

const Skip = styled.a`
  &:not(:focus) {
    ${hiddenStyle}
  }
  position: absolute;
  z-index: 40;
  padding: 10px 16px;
  background: var(--card);
`;

const lacking = t(
  'MIDI keyboards, the microphone, a screen that stays awake and a copy for when there is no network',
);

/** The screen alone, for what has a frame of its own: a song's desk. */
export function DeskShell() {
  return (
    <>
      <Skip href="#main">{t('Skip to the page')}</Skip>
      <Main id="main">
        <PlainHttpNote lacks={lacking} />
        <Outlet />
      </Main>
      <Notices />
    </>
  );
}

/** The rail of rooms, and beside it the screen. */
export function Shell() {
  return (
    <>
      <Skip href="#main">{t('Skip to the page')}</Skip>
      <Frame>
        <Rail aria-label={t('Rooms')}>
          <Mark aria-hidden>IV</Mark>
          <Rooms>
            <li>
              <Room to="/songs">
                <Music size={20} strokeWidth={1.5} aria-hidden />
                {t('Songs')}
              </Room>
            </li>
            <li>
              <Room to="/sets">
                <ListOrdered size={20} strokeWidth={1.5} aria-hidden />
                {t('Sets')}
              </Room>
            </li>
            <li>
              <Room to="/practice">
                <Metronome size={20} strokeWidth={1.5} aria-hidden />
                {t('Practice')}
              </Room>
            </li>
            <li>
              <Room to="/team">
                <Users size={20} strokeWidth={1.5} aria-hidden />
                {t('Team')}
              </Room>
            </li>
            <li>
              <Room to="/settings">
                <Settings size={20} strokeWidth={1.5} aria-hidden />
                {t('Settings')}
              </Room>
            </li>
            <li>
              <Help type="button" onClick={openHelp}>
                <CircleHelp size={20} strokeWidth={1.5} aria-hidden />
                {t('Help')}
              </Help>
            </li>
          </Rooms>
        </Rail>
        <Main id="main">
          <PlainHttpNote lacks={lacking} />
          <Outlet />
        </Main>
      </Frame>
      <Notices />
    </>
  );
}
