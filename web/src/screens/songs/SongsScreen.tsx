import type { SongListItem } from '@intervallum/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Download, FileUp, Plus } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Input, SearchField } from 'react-aria-components';
import { useNavigate, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { saveFile } from '../../device/saveFile.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames } from '../../queries/kept.ts';
import { songsQuery } from '../../queries/queries.ts';
import { useMay } from '../../queries/session.ts';
import { useSearch } from '../../queries/useSearch.ts';
import { visit } from '../../settings/visit.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { Tool } from '../../ui/Tool.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { phone } from '../../ui/theme.ts';
import { DraftsNotice } from '../parts/DraftsNotice.tsx';
import { beginSong } from '../parts/freshSongs.ts';
import { lookedAt } from '../parts/songsAddress.ts';
import { TrashLink } from '../parts/TrashLink.tsx';
import { ListTools } from './ListTools.tsx';
import { askedOf, noFilters, readListView, writeListView, type ListView } from './listView.ts';
import { SongList } from './SongList.tsx';
import { useChoosing } from './useChoosing.ts';
import { Welcome } from './Welcome.tsx';
import { songsHelp } from './help.ts';
import { t } from '../../words/words.ts';

const Search = styled(SearchField)`
  input {
    width: 260px;
    max-width: 60vw;
    min-height: 40px;
    padding: 8px 14px;
    border: 1px solid var(--rail);
    border-radius: 20px;
    background: var(--card);
    font-size: 15px;
    ${phone} {
      width: calc(100vw - 84px);
      max-width: none;
    }
  }
  input::placeholder {
    color: var(--soft);
    opacity: 1;
  }
`;

/** How many songs a list holds, for those who look and those who listen. */
const Count = styled.p`
  min-height: 24px;
  margin-bottom: 6px;
  font-size: 14px;
  color: var(--soft);
`;

/** The server counts the songs that a search finds up to here. */
const mostCounted = 500;

/** The team's songs: searched, filtered, in an order, each with its key, tempo and first numbers. */
export function SongsScreen() {
  const { view, change, typed, setTyped } = useListView();
  const { opened } = visit.use('opened');
  // What is opened from here comes first only when one is back.
  const [openedThen] = useState(opened);
  const asked = useMemo(() => askedOf(view, openedThen), [view, openedThen]);
  const isNothing = view.shown === 'opened' && openedThen.length === 0;
  const fetched = useInfiniteQuery({ ...songsQuery(asked), enabled: !isNothing });
  const choosing = useChoosing();
  const navigate = useNavigate();
  const isPlain = writeListView(view).size === 0;
  const mayWrite = useMay('write');

  /** It is nowhere until something is written in it. */
  const makeSong = () => void navigate(`/songs/${beginSong()}`);

  async function downloadList() {
    const { songsTable } = await import('./songsTable.ts');
    const table = await songsTable(asked);
    if (table !== null) saveFile(table, 'Songs.csv', 'text/csv');
    else notify(t('The list could not be fetched. Try again in a moment.'));
  }

  const tools = (
    <>
      <Search aria-label={t('Search songs')} value={typed} onChange={setTyped}>
        <Input placeholder={t('Search titles, words, numbers')} maxLength={200} />
      </Search>
      <Tool name={t('Download the list as CSV')} onPress={() => void downloadList()}>
        <Download size={18} strokeWidth={1.5} />
      </Tool>
      {mayWrite ? (
        <>
          <Button onPress={() => void navigate('/songs/import')}>
            <FileUp size={18} strokeWidth={1.5} aria-hidden /> {t('Import a song')}
          </Button>
          <PrimaryButton onPress={makeSong}>
            <Plus size={18} strokeWidth={1.5} aria-hidden /> {t('New song')}
          </PrimaryButton>
        </>
      ) : null}
    </>
  );
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = fetched;
  const more = useCallback(() => void fetchNextPage(), [fetchNextPage]);
  return (
    <Page title={t('Songs')} tools={tools} help={songsHelp}>
      <DraftsNotice />
      {isNothing ? (
        <>
          <ListTools view={view} onChange={change} choosing={choosing} />
          <EmptyState title={t('No song was opened yet')}>
            {t('Songs that are opened on this device are listed here, the last one first.')}
          </EmptyState>
        </>
      ) : (
        <Fetched
          from={fetched}
          what={t('the songs')}
          {...(isPlain ? { kept: keptNames.songs } : {})}
        >
          {({ pages }) => {
            const total = pages[0]?.total ?? 0;
            const songs = inOrder(
              pages.flatMap((page) => page.songs),
              view.shown === 'opened' ? openedThen : null,
            );
            const [first] = songs;
            if (!first && isPlain) return <NoSongs onMake={mayWrite ? makeSong : null} />;
            const isCounted = 'search' in asked && Object.keys(asked).length === 1;
            return (
              <>
                {isPlain && first && mayWrite ? (
                  <Welcome
                    sample={{
                      id: first.id,
                      title: first.summary.title || t('Song without a title'),
                    }}
                    onMake={makeSong}
                  />
                ) : null}
                <ListTools view={view} onChange={change} choosing={choosing} />
                <Count role="status">
                  {isCounted && total >= mostCounted
                    ? t('{{count}} songs or more', { count: mostCounted })
                    : counted(total)}
                </Count>
                {first ? (
                  <SongList
                    songs={songs}
                    total={Math.max(total, songs.length)}
                    order={view.shown === 'opened' ? 'title' : view.order}
                    choosing={choosing}
                    onMore={hasNextPage && !isFetchingNextPage ? more : null}
                  />
                ) : (
                  <NotFound
                    view={view}
                    onAll={() => change({ shown: 'all', filters: noFilters })}
                  />
                )}
                {isFetchingNextPage ? <Count>{t('Fetching more …')}</Count> : null}
              </>
            );
          }}
        </Fetched>
      )}
      <TrashLink />
    </Page>
  );
}

const counted = (count: number) => t('{{count}} songs', { count });

/** What the address says of the list, and how that is changed; what is typed follows it, after a pause. */
function useListView() {
  const [parameters, setParameters] = useSearchParams();
  const address = parameters.toString();
  // The address follows a moment later than what a field shows.
  const [view, setView] = useState(() => readListView(parameters));
  const written = useRef(address);
  const { typed, setTyped, wanted } = useSearch(view.search);
  const { change } = useSteady({
    change: (part: Partial<ListView>) => {
      const next = { ...view, ...part };
      setView(next);
      const said = writeListView(next);
      // A step to the same address would lose the place that one comes back to.
      if (said.toString() === written.current) return;
      written.current = said.toString();
      setParameters(said, { replace: true });
    },
  });
  useEffect(() => lookedAt(writeListView(view)), [view]);
  useEffect(() => change({ search: wanted }), [wanted, change]);
  // The address was changed by something else, as by the rail of rooms.
  useEffect(() => {
    if (address === written.current) return;
    written.current = address;
    const said = readListView(new URLSearchParams(address));
    setView(said);
    setTyped(said.search);
  }, [address, setTyped]);
  return { view, change, typed, setTyped };
}

/** The songs as they were opened, where a list is of those; else as the server has them. */
function inOrder(
  songs: readonly SongListItem[],
  opened: readonly string[] | null,
): readonly SongListItem[] {
  if (!opened) return songs;
  const places = new Map(opened.map((id, place) => [id, place]));
  const placeOf = ({ id }: SongListItem) => places.get(id) ?? opened.length;
  return [...songs].sort((one, other) => placeOf(one) - placeOf(other));
}

function NoSongs({ onMake }: { onMake: (() => void) | null }) {
  return (
    <EmptyState
      title={t('No songs yet')}
      action={
        onMake ? <PrimaryButton onPress={onMake}>{t('Write the first one')}</PrimaryButton> : null
      }
    >
      {t('A song is a chart in numbers: write it once, read it in every key.')}
    </EmptyState>
  );
}

function NotFound({ view, onAll }: { view: ListView; onAll: () => void }) {
  const isFiltered = Object.values(view.filters).some(Boolean);
  if (isFiltered || (view.shown !== 'all' && view.search !== ''))
    return (
      <EmptyState
        title={t('No song is like that')}
        action={<Button onPress={onAll}>{t('Leave out the filters')}</Button>}
      >
        {t('Something else than the filters ask for may be meant.')}
      </EmptyState>
    );
  if (view.shown === 'favourites')
    return (
      <EmptyState title={t('No song is at hand')}>
        {t('The star before a song keeps it here, for you to find at once.')}
      </EmptyState>
    );
  return (
    <EmptyState title={t('No song has that in it')}>
      {t('Search for a title, a word that is sung, or a number.')}
    </EmptyState>
  );
}
