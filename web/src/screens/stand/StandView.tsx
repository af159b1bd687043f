import { expand, playedKey } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { leaveFullScreen } from '../../device/fullScreen.ts';
import { listenToPedals, type Turn } from '../../device/pedal.ts';
import { runMarks } from '../../lenses/parts/fillMarks.ts';
import { withSoundsSaid } from '../../music/soundWords.ts';
import { PageColumns } from '../../music/rails/PageColumns.tsx';
import { noMarks } from '../../music/rails/SectionView.tsx';
import { pageOfSlot, standSizes, type StandPage } from '../../music/rails/standPages.ts';
import { letterStyle, numberStyle, shapesUnder, type ChartView } from '../../music/rails/view.ts';
import { chartSettings, reader } from '../../settings/reader.ts';
import { stand } from '../../settings/stand.ts';
import { Hidden } from '../../ui/hidden.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { StandPlace, StandSong } from './standing.ts';
import { ScreenPedal } from './ScreenPedal.tsx';
import { StandFoot } from './StandFoot.tsx';
import { SoundStrip } from './SoundStrip.tsx';
import { StandHead } from './StandHead.tsx';
import { usePageGestures } from './usePageGestures.ts';
import { useStandSound } from './useStandSound.ts';
import { desk } from '../../settings/desk.ts';
import { useHelp } from '../../ui/help.ts';
import { columnGap, pagePad, useRoom, useStandPages } from '../../music/rails/standRoom.ts';
import { standHelp } from './help.ts';
import { t } from '../../words/words.ts';

interface StandViewProps {
  standing: StandSong;
  place: StandPlace;
  /** Where one comes back to. */
  leaveTo: string;
}

const Frame = styled.main`
  display: grid;
  grid-template: auto minmax(0, 1fr) auto auto auto / minmax(0, 1fr);
  height: 100vh;
  height: 100dvh;
  overflow: hidden;
`;

/** The music: what is tapped turns the page. */
const Music = styled.div`
  position: relative;
  overflow: hidden auto;
  padding: ${pagePad.down}px ${pagePad.across}px;
  /* The keys act wherever the focus is; a frame around all the music would only disturb. */
  &:focus-visible {
    outline: none;
    box-shadow: inset 0 2px 0 var(--accent);
  }
  touch-action: none;
  user-select: none;
`;

/** Nothing but music: the song fitted to the screen, turned by tap, swipe, pedal, or by itself while it plays. */
export function StandView({ standing, place, leaveTo }: StandViewProps) {
  const { decisions } = standing;
  const names = reader.use('language');
  const song = useMemo(
    () => withSoundsSaid(standing.song, decisions.keyboard, names),
    [standing.song, decisions.keyboard, names],
  );
  const music = useRef<HTMLDivElement>(null);
  const room = useRoom(music, pagePad);
  const view = useStandView(standing);
  const over = useMemo(
    () =>
      decisions.fills.placed.length > 0
        ? runMarks(expand(song, { key: view.key }), decisions.fills, false)
        : null,
    [song, view.key, decisions.fills],
  );
  const { numeral: asked, pedal } = stand.use('numeral', 'pedal');
  const { pages, numeral } = useStandPages(song, view, {
    room,
    numeral: asked,
    withOver: over !== null,
    pencil: standing.pencil,
  });
  const sound = useStandSound(standing, view);
  /** Which page of a song one comes to: who turns back comes to its last one. */
  const [comesTo, setComesTo] = useState<'first' | 'last'>('first');
  const { page, turnTo } = useTurned(standing.id, pages, sound.playingSlot, comesTo);
  const navigate = useNavigate();
  useHelp(standHelp);
  useTitle(song.title ? t('{{title}} on the stand', { title: song.title }) : t('Music stand'));

  const { turn, size, leave, toSong } = useSteady({
    toSong: (song: number) => {
      setComesTo('first');
      place.go(song);
    },
    turn: (way: Turn) => {
      const to = page + (way === 'on' ? 1 : -1);
      if (to >= 0 && to < pages.length) turnTo(to);
      else {
        setComesTo(way === 'on' ? 'first' : 'last');
        const song = place.at + (way === 'on' ? 1 : -1);
        if (song >= 0 && song < place.titles.length) place.go(song);
      }
    },
    size: (way: 1 | -1 | 0) => stand.change({ numeral: way === 0 ? null : stepped(numeral, way) }),
    leave: () => {
      leaveFullScreen();
      void navigate(leaveTo);
    },
  });
  useEffect(() => listenToPedals(turn), [turn]);
  const gestures = usePageGestures(turn, size);
  const { onKey } = useSteady({
    onKey: (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const isSign = '+-0'.includes(event.key);
      const does = {
        ' ': sound.toggle,
        '+': () => size(1),
        '-': () => size(-1),
        '0': () => size(0),
        Escape: leave,
      }[event.key];
      if (isSign && !desk.now().signKeys) return;
      const on = event.target instanceof Element ? event.target : null;
      const isTaken =
        on?.closest('[role="dialog"]') || (event.key === ' ' && on?.closest('button, a'));
      if (!does || isTaken) return;
      event.preventDefault();
      does();
    },
  });
  // Wherever the focus is: at a stand nothing else has the keys.
  useEffect(() => {
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onKey]);
  // The focus never falls to the page.
  useEffect(() => music.current?.focus(), [standing.id]);

  const shown = pages[page];
  const marks = { ...noMarks, over, playing: sound.playingSlot, pencil: standing.pencil };
  return (
    <Frame>
      <StandHead
        standing={standing}
        sound={sound}
        isFitted={asked === null}
        onSize={size}
        onLeave={leave}
      />
      <Music
        ref={music}
        tabIndex={0}
        role="region"
        aria-label={t('Chart')}
        data-numeral={shown?.set.sizes.numeral}
        {...gestures}
      >
        <Hidden role="status">
          {pages.length > 1
            ? t('Page {{page}} of {{count}}', { page: page + 1, count: pages.length })
            : t('The whole song on one page')}
        </Hidden>
        {shown ? (
          <PageColumns
            set={shown.set}
            page={shown.page}
            columnGap={columnGap}
            viewOf={() => view}
            marks={marks}
          />
        ) : null}
      </Music>
      <StandFoot
        song={song}
        place={{ ...place, go: toSong }}
        page={page}
        pages={pages}
        onTurn={turn}
        onPage={turnTo}
        awake={sound.awake}
      />
      <SoundStrip standing={standing} playingAt={sound.playingAt} />
      {pedal ? <ScreenPedal /> : null}
    </Frame>
  );
}

/** The next larger or smaller size from the one that is shown. */
function stepped(now: number, way: 1 | -1): number {
  const larger = standSizes.find((size) => size > now);
  const smaller = standSizes.findLast((size) => size < now);
  return (way > 0 ? larger : smaller) ?? now;
}

function useStandView({ song, key, capo, decisions }: StandSong): ChartView {
  const { playedIn } = decisions.keyboard;
  const settings = reader.use(...chartSettings);
  const { hero } = stand.use('hero');
  return useMemo(
    () => ({
      key: shapesUnder(playedKey(key, playedIn), capo),
      style: numberStyle(song, settings),
      letterStyle: letterStyle(settings),
      hero,
      letters: settings.letters,
      dictation: settings.dictation,
      words: settings.words,
      wordsOnBeats: settings.wordsOnBeats,
      tune: settings.tune,
    }),
    [song, key, playedIn, capo, settings, hero],
  );
}

/** The page that one turned to, until what sounds goes to another one. */
function useTurned(
  id: string,
  pages: readonly StandPage[],
  playingSlot: number | null,
  comesTo: 'first' | 'last',
): { page: number; turnTo: (page: number) => void } {
  const sounding = playingSlot === null ? null : pageOfSlot(pages, playingSlot);
  const [turned, setTurned] = useState({ id, page: 0, sounding });
  let { page } = turned;
  if (turned.id !== id) page = comesTo === 'first' ? 0 : pages.length - 1;
  if (sounding !== null && sounding !== turned.sounding) page = sounding;
  page = Math.max(0, Math.min(page, pages.length - 1));
  if (turned.id !== id || turned.sounding !== sounding) setTurned({ id, page, sounding });
  return { page, turnTo: (to) => setTurned({ id, page: to, sounding }) };
}
