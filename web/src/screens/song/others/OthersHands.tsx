import type { PlayerPart } from '@intervallum/contract';
import {
  noteNamer,
  nothingSettled,
  plainKeyboard,
  toLetters,
  type VoicedSlot,
} from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { useDocument, useSong } from '../../../document/DocumentContext.tsx';
import { useLook } from '../../../document/look.tsx';
import { useHandsAs } from '../../../document/voicing.ts';
import { Chart } from '../../../music/rails/Chart.tsx';
import { answered } from '../../../queries/queries.ts';
import { Fetched } from '../../../queries/Fetched.tsx';
import { api } from '../../../queries/resources.ts';
import { Button, PrimaryButton } from '../../../ui/Button.tsx';
import { Choice } from '../../../ui/Choice.tsx';
import { momentInWords } from '../../../ui/dates.ts';
import { notify } from '../../../ui/notices.tsx';
import { EmptyState, LoadingState } from '../../../ui/states.tsx';
import { Window, WindowWords } from '../../../ui/Window.tsx';
import { t } from '../../../words/words.ts';
import { wasDone } from '../../parts/said.ts';
import { differentHands, type DifferentHands } from './differentHands.ts';

const Said = styled.p`
  margin: 14px 0;
`;

const Places = styled.ul`
  display: grid;
  gap: 6px;
  margin: 10px 0;
  padding-left: 18px;
  list-style: square;
  font-size: 15px;
  color: var(--soft);
  b {
    font-weight: 600;
    color: var(--ink);
  }
`;

const Look = styled.div`
  max-height: 46vh;
  margin: 12px 0;
  padding: 4px 14px 10px;
  overflow: auto;
  border: 1px solid var(--hairline);
  border-radius: 12px;
`;

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  justify-content: flex-end;
`;

/** More places than these are not listed one by one; the chart shows all. */
const mostListed = 6;

/** The hands that others of the team decided for this song: looked at beside one's own, and taken. */
export function OthersHands({ songId, onClose }: { songId: string; onClose: () => void }) {
  const fetched = useQuery({
    queryKey: ['parts', songId],
    queryFn: () => answered(api.playerParts(songId)),
    gcTime: 0,
  });
  return (
    <Window title={t('Hands of others')} isOpen onClose={onClose} width={860}>
      <WindowWords>
        {t(
          'Each player has hands, runs and fills of their own. Who decided nothing yet goes by the song’s own.',
        )}
      </WindowWords>
      <Fetched from={fetched} what={t('the hands')}>
        {({ parts }) => <Parts songId={songId} parts={parts} onClose={onClose} />}
      </Fetched>
    </Window>
  );
}

interface PartsProps {
  songId: string;
  parts: readonly PlayerPart[];
  onClose: () => void;
}

const nameOf = ({ personId, name }: PlayerPart) =>
  personId === null ? t('The song’s own') : (name ?? t('Somebody'));

function Parts({ songId, parts, onClose }: PartsProps) {
  const songDocument = useDocument();
  const others = parts.filter(({ isYou }) => !isYou);
  const common = parts.find(({ personId }) => personId === null) ?? null;
  const [chosen, setChosen] = useState(0);
  const part = others[chosen];

  function take({ decisions }: PlayerPart) {
    // How the keyboard is set stays, it is of one's own instrument; and so does what is done of one's own work.
    songDocument.decide(({ keyboard, settled }) => ({ ...decisions, keyboard, settled }));
    notify(t('The hands are yours now'), songDocument.undo);
    onClose();
  }
  async function makeCommon() {
    // Whoever decided nothing yet has another instrument, and has looked at nothing yet.
    const own = { keyboard: plainKeyboard, settled: nothingSettled };
    const decisions = { ...songDocument.store.getState().decisions, ...own };
    if (!wasDone(await api.setCommonPart(songId, decisions))) return;
    const back = common && (() => void api.setCommonPart(songId, common.decisions).then(wasDone));
    notify(t('Your hands are the song’s own now'), back ?? undefined);
    onClose();
  }
  return (
    <>
      {part ? (
        <>
          <Choice
            label={t('Whose hands')}
            value={String(chosen)}
            options={others.map((one, place) => [String(place), nameOf(one)] as const)}
            onChange={(place) => setChosen(Number(place))}
          />
          <Compared key={chosen} part={part} />
        </>
      ) : (
        <EmptyState title={t('No others yet')}>
          {t('Nobody else has decided about the hands of this song.')}
        </EmptyState>
      )}
      <Foot>
        <Button onPress={() => void makeCommon()}>{t('Make mine the song’s own')}</Button>
        {part ? (
          <PrimaryButton onPress={() => take(part)}>{t('Take these hands')}</PrimaryButton>
        ) : null}
      </Foot>
    </>
  );
}

/** Where the other's hands differ from one's own, in the chart and in words. */
function Compared({ part: { personId, decisions, savedAt } }: { part: PlayerPart }) {
  const { store } = useDocument();
  const song = useSong(({ read }) => read.song);
  const { view } = useLook();
  const handsAs = useHandsAs();
  const compared = useQuery({
    queryKey: ['hands compared', personId, savedAt],
    queryFn: async () => {
      const [mine, theirs] = [
        await handsAs(store.getState().decisions.hands),
        await handsAs(decisions.hands),
      ];
      return differentHands(song, mine, theirs);
    },
    gcTime: 0,
    staleTime: Infinity,
    structuralSharing: false,
  });
  const places = compared.data;
  if (!places) return <LoadingState what={t('the hands')} />;
  const listed = places.slice(0, mostListed);
  return (
    <>
      <Said>
        {t('Decided last on {{when}}.', { when: momentInWords(Date.parse(savedAt)) })}{' '}
        {places.length === 0
          ? t('They hold every chord as you do.')
          : t('They hold {{count}} chords otherwise:', { count: places.length })}
      </Said>
      {places.length === 0 ? null : (
        <>
          <Places aria-label={t('What differs')}>
            {listed.map((place) => (
              <li key={place.mine.slot}>
                <Place place={place} />
              </li>
            ))}
            {places.length > listed.length ? (
              <li>{t('and {{count}} more', { count: places.length - listed.length })}</li>
            ) : null}
          </Places>
          <Look tabIndex={0} role="region" aria-label={t('Where it differs')}>
            <Chart
              song={song}
              view={view}
              changed={new Set(places.map(({ textBar }) => textBar))}
            />
          </Look>
        </>
      )}
    </>
  );
}

function Place({ place: { section, bar, mine, theirs } }: { place: DifferentHands }) {
  const { view } = useLook();
  const name = noteNamer(mine, view.letterStyle);
  const held = ({ left, right }: VoicedSlot) =>
    [left, right].map((hand) => hand.map(name).join(' ') || '–').join(' | ');
  return (
    <>
      <b>
        {t('{{section}}, bar {{bar}}: {{chord}}', {
          section: section || t('Section without a name'),
          bar,
          chord: toLetters(mine.chord, mine.key, view.letterStyle),
        })}
      </b>{' '}
      {t('you {{mine}}, they {{theirs}}', { mine: held(mine), theirs: held(theirs) })}
    </>
  );
}
