import type { SongListItem } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { Fetched } from '../../queries/Fetched.tsx';
import { songsQuery } from '../../queries/queries.ts';
import { useSearch } from '../../queries/useSearch.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader, type ReaderSettings } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { display } from '../../ui/theme.ts';
import { Switch } from '../../ui/Switch.tsx';
import { Window } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

const List = styled.ul`
  display: grid;
  gap: 6px;
  margin-top: 12px;
  height: 46vh;
  align-content: start;
  overflow: auto;
`;

const Row = styled(Button)`
  width: 100%;
  justify-content: space-between;
  b {
    font: 600 18px/1.25 ${display};
    white-space: normal;
    text-align: left;
  }
  span {
    color: var(--soft);
    font-size: 14px;
  }
`;

interface AddSongsProps {
  isOpen: boolean;
  onClose: () => void;
  onAdd: (song: SongListItem) => void;
}

/** Finds songs and puts them at the end of the set, one press each. */
export function AddSongs({ isOpen, onClose, onAdd }: AddSongsProps) {
  return (
    <Window title={t('Add songs')} isOpen={isOpen} onClose={onClose}>
      <Finder onAdd={onAdd} />
    </Window>
  );
}

/** Three months, as the list of songs is asked for them. */
const restedWeeks = '13';

function Finder({ onAdd }: Pick<AddSongsProps, 'onAdd'>) {
  const { typed, setTyped, wanted } = useSearch();
  const settings = reader.use('language');
  const [isRested, setRested] = useState(false);
  const fetched = useInfiniteQuery(
    songsQuery({
      ...(wanted === '' ? {} : { search: wanted }),
      ...(isRested ? { rested: restedWeeks } : {}),
    }),
  );
  return (
    <>
      <TextField
        label={t('Search songs')}
        labelHidden
        placeholder={t('Search titles, words, numbers')}
        value={typed}
        onChange={setTyped}
        maxLength={200}
        autoFocus
      />
      <Switch isSelected={isRested} onChange={setRested}>
        {t('Only songs that were not used for three months')}
      </Switch>
      <Fetched from={fetched} what={t('the songs')}>
        {({ pages }) => (
          <List aria-label={t('Songs to add')}>
            {pages
              .flatMap(({ songs }) => songs)
              .map((song) => (
                <li key={song.id}>
                  <Row
                    onPress={() => {
                      onAdd(song);
                      notify(t('“{{title}}” added', { title: song.summary.title }));
                    }}
                  >
                    <b>{song.summary.title || t('Song without a title')}</b>
                    <span>
                      {keyInWords(song.summary.key, settings)}
                      {song.usedOn === null
                        ? ''
                        : ` · ${t('used {{date}}', { date: shortDate(song.usedOn) })}`}
                    </span>
                  </Row>
                </li>
              ))}
            {pages[0]?.songs.length === 0 ? <li>{t('No song has that in it.')}</li> : null}
            {fetched.hasNextPage ? (
              <li>
                <Button
                  onPress={() => void fetched.fetchNextPage()}
                  isPending={fetched.isFetchingNextPage}
                >
                  {t('Show more')}
                </Button>
              </li>
            ) : null}
          </List>
        )}
      </Fetched>
    </>
  );
}

function keyInWords(name: string, settings: Pick<ReaderSettings, 'language'>): string {
  const read = parseKey(name);
  return read.ok ? keyName(read.value, settings) : name;
}
