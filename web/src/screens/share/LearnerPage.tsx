import type { LearnerPreset, SharedPage } from '@intervallum/contract';
import { parseChart, shapesOfSong, standInSong, type Song, type Voiced } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { findFreeHands } from '../../document/voicing.ts';
import { PracticeContext, usePracticeLens } from '../../lenses/practice/practiceContext.ts';
import { PracticePanel } from '../../lenses/practice/PracticePanel.tsx';
import { PracticeStrip } from '../../lenses/practice/PracticeStrip.tsx';
import { usePractice } from '../../lenses/practice/usePractice.ts';
import { useSpokenCalls } from '../../lenses/practice/useSpokenCalls.ts';
import { octavesAround } from '../../music/keys/MiniKeys.tsx';
import { Chart } from '../../music/rails/Chart.tsx';
import { keyNamed, viewAsWritten, type ChartView } from '../../music/rails/view.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { notingOfLink } from '../../queries/logbook.ts';
import { chartSettings, reader } from '../../settings/reader.ts';
import { useHelp, type HelpLine } from '../../ui/help.ts';
import { phone } from '../../ui/theme.ts';
import { useTitle } from '../../ui/useTitle.ts';
import { t } from '../../words/words.ts';
import { ShapeCard } from '../parts/ShapeCard.tsx';

/** High enough for the chord that is called to stay where it is while the chart below it follows. */
const tall = '@media (min-height: 700px)';

const Frame = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 0 20px;
  max-width: 1240px;
  margin: 0 auto;
  > header,
  > article {
    grid-column: 1;
    padding: 14px 20px 0;
  }
  > aside {
    grid-area: 1 / 2 / span 3 / 2;
  }
  ${phone} {
    display: flex;
    flex-direction: column;
    > header,
    > article {
      padding: 12px 14px 0;
    }
    > article {
      order: 3;
    }
  }
`;

const Top = styled.header`
  h1 {
    font-size: 28px;
    line-height: 1.15;
    overflow-wrap: anywhere;
  }
  p {
    margin-top: 4px;
    font-size: 15px;
    color: var(--soft);
  }
`;

const Called = styled.div`
  grid-column: 1;
  position: sticky;
  bottom: 0;
  z-index: 2;
  ${phone} {
    position: static;
    order: 1;
    ${tall} {
      position: sticky;
      top: 0;
      bottom: auto;
    }
  }
`;

const Beside = styled.aside`
  background: var(--panel);
  ${phone} {
    order: 2;
    ${tall} {
      [role='status'] {
        scroll-margin-top: 350px;
      }
    }
  }
`;

const Shapes = styled.div`
  --numeral: 32px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(160px, 1fr));
  gap: 14px 18px;
  padding: 12px 0 24px;
`;

const Rights = styled.p`
  padding: 8px 0 20px;
  font-size: 14px;
  color: var(--soft);
`;

const help: readonly HelpLine[] = [
  { id: 'called', name: t('Have the chords called, and play each') },
  { id: 'time', name: t('Then in time, then from memory; it gets faster by itself') },
  { id: 'told', name: t('Whoever sent the link sees what was practised, and nothing else') },
];

/** One song for one person to practise: its shapes, its chords called, rounds that get faster. What is practised is told to whoever sent the link. */
export function LearnerPage({
  page,
  learner,
  token,
}: {
  page: SharedPage;
  learner: LearnerPreset;
  token: string;
}) {
  const [shared] = page.songs;
  const text = shared?.text ?? '';
  const isPlain = learner.chords === 'plain';
  const song = useMemo(() => {
    const read = parseChart(text).song;
    return isPlain ? standInSong(read) : read;
  }, [text, isPlain]);
  const settings = reader.use(...chartSettings);
  const key = keyNamed(shared?.key ?? null, song) ?? song.key;
  const view = useMemo<ChartView>(
    () => ({ ...viewAsWritten(song, settings), key }),
    [song, settings, key],
  );
  const hands = useQuery({
    queryKey: ['learner', token, text, isPlain, view.key],
    queryFn: () => findFreeHands(song, view),
    staleTime: Infinity,
  });
  useTitle(page.name);
  useHelp(useMemo(() => ({ title: page.name, lines: help, charts: 'read' }), [page.name]));
  return (
    <Fetched from={hands} what={t('the shapes')}>
      {(voiced) => (
        <Learner {...{ page, learner, token, song, view, voiced }} songId={shared?.id ?? ''} />
      )}
    </Fetched>
  );
}

function Learner({
  page,
  learner,
  token,
  song,
  songId,
  view,
  voiced,
}: {
  page: SharedPage;
  learner: LearnerPreset;
  token: string;
  song: Song;
  songId: string;
  view: ChartView;
  voiced: Voiced;
}) {
  const [noting] = useState(() => notingOfLink(token));
  const noted = useStore(noting.store);
  useEffect(() => noting.sendWhenReached(), [noting]);
  const [section, setSection] = useState(0);
  const state = usePractice({
    ...{ song, songId, section, view, onSection: setSection },
    whole: () => Promise.resolve(voiced),
    log: (entry) => void noting.noteDown([entry]),
    begins: { rung: learner.hands === 'right' ? 'right' : 'written', tempo: learner.tempo },
  });
  useSpokenCalls(state, view);
  const { reader: forWhom, team } = page;
  return (
    <PracticeContext.Provider value={state}>
      <Frame>
        <Top>
          <h1>{page.name || t('Song without a title')}</h1>
          <p>
            {[forWhom?.who && t('for {{who}}', { who: forWhom.who }), team]
              .filter(Boolean)
              .join(' · ')}
          </p>
          <p>
            {t(
              'What you practise here is told to whoever sent you this link: which bars, how fast, how clean. Nothing else is.',
            )}
          </p>
          {noted.waiting > 0 ? (
            <p role="status">
              {t('{{count}} entries wait in this browser for the server.', {
                count: noted.waiting,
              })}
            </p>
          ) : null}
          {noted.refused ? (
            <p role="alert">{t('Not written down: {{message}}', { message: noted.refused })}</p>
          ) : null}
        </Top>
        <SongToPractise song={song} voiced={voiced} isRightAlone={learner.hands === 'right'} />
        <Beside>
          <PracticePanel isOwn={false} />
        </Beside>
        <Called>
          <PracticeStrip openPanel={null} />
        </Called>
      </Frame>
    </PracticeContext.Provider>
  );
}

/** The chart, empty where it is to be known, and its shapes. */
function SongToPractise({
  song,
  voiced,
  isRightAlone,
}: {
  song: Song;
  voiced: Voiced;
  isRightAlone: boolean;
}) {
  const { view, running, way, called } = usePracticeLens();
  const shapes = useMemo(() => shapesOfSong(voiced), [voiced]);
  const range = useMemo(
    () =>
      octavesAround(
        shapes.flatMap(({ left, right }) => (isRightAlone ? right : [...left, ...right])),
      ),
    [shapes, isRightAlone],
  );
  if (running && way === 'from memory') return null;
  const at = called?.now?.at ?? null;
  const playing = at === null ? null : (running?.step.timeline.slots[at]?.slot ?? null);
  const { rights } = song.details;
  return (
    <article>
      <Chart song={song} view={view} playing={playing} />
      <h2>{t('The shapes of this song')}</h2>
      <Shapes>
        {shapes.map((shape, place) => (
          <ShapeCard
            key={place}
            shape={shape}
            isRightAlone={isRightAlone}
            range={range}
            view={view}
          />
        ))}
      </Shapes>
      {rights ? <Rights>{rights}</Rights> : null}
    </article>
  );
}
