import { formatDegree, type Run } from '@intervallum/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Search, Square } from 'lucide-react';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { setsQuery } from '../../../queries/queries.ts';
import { Button } from '../../../ui/Button.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { t } from '../../../words/words.ts';
import { Details, Steps } from '../../parts/cards.ts';
import { useFillsLens, useSigned } from '../state/fillsContext.ts';
import { placeWords } from '../state/placeInWords.ts';
import { useOtherSongs, type OtherSongsFound } from './useOtherSongs.ts';

/** Where, and the word for it, on one line. */
const Ask = styled(Steps)`
  flex-wrap: nowrap;
  > span {
    flex: 1;
  }
  select {
    width: 100%;
  }
`;

const Found = styled.ul`
  display: grid;
  gap: 6px;
  padding-top: 4px;
  a {
    display: block;
    padding: 4px 0;
  }
`;

/** The library, where no set is chosen. */
const everySong = 'all';

/** Where a run fits in other songs, those of a set or all of them: each place leads there. */
export function OtherSongs({ run }: { run: Run }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Details
      onToggle={({ currentTarget }) => setOpen(currentTarget.open)}
      aria-label={t('In other songs')}
    >
      <summary>{t('In other songs')}</summary>
      {isOpen ? <Looked run={run} /> : null}
    </Details>
  );
}

function Looked({ run }: { run: Run }) {
  const { view } = useFillsLens();
  const signed = useSigned();
  const sets = useInfiniteQuery(setsQuery()).data?.pages.flatMap((page) => page.sets) ?? [];
  const [where, setWhere] = useState(everySong);
  const { told, look, stop } = useOtherSongs(run);
  const { state, found } = told;
  const status = useId();
  return (
    <div>
      <Ask>
        <Pick
          label={t('Where to look')}
          labelled="hidden"
          value={where}
          options={[
            [everySong, t('all songs')],
            ...sets.map(({ id, name }) => [id, name, t('Set lists')] as const),
          ]}
          onChange={setWhere}
        />
        {state === 'looking' ? (
          <Button onPress={stop}>
            <Square size={16} strokeWidth={1.5} aria-hidden /> {t('Stop')}
          </Button>
        ) : (
          <Button onPress={() => void look(where === everySong ? null : where)}>
            <Search size={16} strokeWidth={1.5} aria-hidden /> {t('Look there')}
          </Button>
        )}
      </Ask>
      <p id={status} role="status">
        {saidOf(told)}
      </p>
      <Found aria-describedby={status}>
        {found.map(({ id, title, count, first }, place) => (
          <li key={`${id} ${place}`}>
            <b>{title}</b> · {count}
            {first.map((one) => (
              <Link key={one.at} to={`/songs/${id}/fills`} state={{ at: one.at }}>
                {signed(formatDegree(one.as, view.style.signs))} · {placeWords(one)}
              </Link>
            ))}
          </li>
        ))}
      </Found>
    </div>
  );
}

/** How far it was looked, and what was found. */
function saidOf({ state, looked, all, found, why }: OtherSongsFound): string {
  const places = found.reduce((sum, { count }) => sum + count, 0);
  const fits = t('It fits at {{places}} places of {{songs}} songs.', {
    places,
    songs: found.length,
  });
  switch (state) {
    case 'nothing':
      return '';
    case 'looking':
      return t('{{looked}} of {{all}} songs', { looked, all });
    case 'failed':
      return why ?? '';
    case 'stopped':
      return `${t('Stopped after {{looked}} of {{all}} songs.', { looked, all })} ${found.length > 0 ? fits : ''}`;
    case 'done':
      return found.length === 0 ? t('It fits nowhere there.') : fits;
  }
}
