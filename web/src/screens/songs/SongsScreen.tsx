import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { Download, FileUp, Plus, Trash2 } from 'lucide-react';
import { useEffect } from 'react';
import { Input, SearchField } from 'react-aria-components';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { SongListItem } from '@intervallum/contract';
import { parseKey, toCsv, type SongRow as CsvRow } from '@intervallum/core';
import styled from 'styled-components';
import { api } from '../../queries/resources.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { songsKey, songsQuery } from '../../queries/queries.ts';
import { useSearch } from '../../queries/useSearch.ts';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button, IconButton, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { saveFile } from '../../device/saveFile.ts';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { display, phone } from '../../ui/theme.ts';
import { DraftsNotice } from '../parts/DraftsNotice.tsx';
import { Opening } from '../parts/Opening.tsx';
import { beginSong } from '../parts/freshSongs.ts';
import { lookedAt } from '../parts/songsAddress.ts';
import { TrashLink } from '../parts/TrashLink.tsx';
import { Welcome } from './Welcome.tsx';

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
  }
  input::placeholder {
    color: var(--soft);
    opacity: 1;
  }
`;

const List = styled.ul`
  border-top: 1px solid var(--hairline);
`;

const Row = styled.li`
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1.35fr) 64px 116px 44px;
  align-items: center;
  gap: 6px 18px;
  padding: 12px 6px;
  border-bottom: 1px solid var(--hairline);
  &:hover {
    background: color-mix(in srgb, var(--card) 70%, transparent);
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr) auto 44px;
  }
`;

const Title = styled.div`
  a {
    font: 600 20px/1.25 ${display};
    text-decoration: none;
    overflow-wrap: anywhere;
  }
  /* The whole row opens the song. */
  a::after {
    content: '';
    position: absolute;
    inset: 0 50px 0 0;
  }
  p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Key = styled.span`
  font: 600 20px/1 ${display};
  white-space: nowrap;
  small {
    font:
      13px/1 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    color: var(--soft);
  }
`;

const Feel = styled.span`
  font-size: 14px;
  color: var(--soft);
  white-space: nowrap;
  ${phone} {
    display: none;
  }
`;

const First = styled.div`
  overflow: hidden;
  ${phone} {
    grid-column: 1 / -1;
    grid-row: 2;
  }
`;

const Problems = styled.span`
  color: var(--right);
`;

/** The team's songs: found by a word of their charts, each with its key, tempo and first numbers. */
export function SongsScreen() {
  const [parameters, setParameters] = useSearchParams();
  const { typed, setTyped, wanted } = useSearch(parameters.get('search') ?? '');
  // The address says what is searched for, so that Back returns to it.
  useEffect(() => {
    lookedAt(wanted);
    setParameters(wanted === '' ? {} : { search: wanted }, { replace: true });
  }, [wanted, setParameters]);
  const fetched = useInfiniteQuery(songsQuery(wanted));
  const client = useQueryClient();
  const reload = () => void client.invalidateQueries({ queryKey: songsKey });
  const navigate = useNavigate();

  /** It is nowhere until something is written in it. */
  const makeSong = () => navigate(`/songs/${beginSong()}`);

  async function downloadList() {
    const rows = await allRows(wanted);
    if (rows) saveFile(toCsv(rows), 'Songs.csv', 'text/csv');
    else notify('The list could not be fetched. Try again in a moment.');
  }

  async function remove({ id, summary }: SongListItem) {
    const answer = await api.deleteSong(id);
    if (answer.kind !== 'ok')
      return notify('The song could not be deleted. Try again in a moment.');
    reload();
    notify(`“${summary.title || 'Song without a title'}” deleted`, () => {
      void api.restoreSong(id).then(reload);
    });
  }

  const tools = (
    <>
      <Search aria-label="Search songs" value={typed} onChange={setTyped}>
        <Input placeholder="Search titles, words, numbers" maxLength={200} />
      </Search>
      <IconButton aria-label="Download the list as CSV" onPress={() => void downloadList()}>
        <Download size={18} strokeWidth={1.5} />
      </IconButton>
      <Button onPress={() => void navigate('/songs/import')}>
        <FileUp size={18} strokeWidth={1.5} aria-hidden /> Bring a song
      </Button>
      <PrimaryButton onPress={() => void makeSong()}>
        <Plus size={18} strokeWidth={1.5} aria-hidden /> New song
      </PrimaryButton>
    </>
  );
  return (
    <Page title="Songs" tools={tools}>
      <DraftsNotice />
      <Fetched from={fetched} what="the songs">
        {({ pages }) => {
          const songs = pages.flatMap((page) => page.songs);
          if (songs.length === 0) return <NoSongs search={wanted} onMake={() => void makeSong()} />;
          const [first] = songs;
          return (
            <>
              {wanted === '' && first ? (
                <Welcome
                  sample={{ id: first.id, title: first.summary.title || 'Song without a title' }}
                  onMake={() => void makeSong()}
                />
              ) : null}
              <List aria-label="Songs">
                {songs.map((song) => (
                  <SongRow key={song.id} song={song} onDelete={() => void remove(song)} />
                ))}
              </List>
              <More
                shown={songs.length}
                total={pages[0]?.total ?? 0}
                isSearch={wanted !== ''}
                isLoading={fetched.isFetchingNextPage}
                onMore={fetched.hasNextPage ? () => void fetched.fetchNextPage() : null}
              />
            </>
          );
        }}
      </Fetched>
      <TrashLink />
    </Page>
  );
}

/** A server counts the songs that a search finds up to here. */
const mostCounted = 500;

const Below = styled.p`
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 16px 0;
  color: var(--soft);
`;

interface MoreProps {
  shown: number;
  total: number;
  isSearch: boolean;
  isLoading: boolean;
  /** Null where all of them are shown. */
  onMore: (() => void) | null;
}

/** How many of the songs are shown, and the next ones. */
function More({ shown, total, isSearch, isLoading, onMore }: MoreProps) {
  if (!onMore) return null;
  const all = isSearch && total >= mostCounted ? `${mostCounted} or more` : String(total);
  return (
    <Below>
      {shown} of {all} songs
      <Button onPress={onMore} isDisabled={isLoading}>
        {isLoading ? 'Fetching …' : 'Show more'}
      </Button>
    </Below>
  );
}

/** Every song of a search as a row of a list; null where they cannot be had. */
async function allRows(search: string) {
  const rows: CsvRow[] = [];
  for (let after: string | null = null; ;) {
    const page = await api.songs(search, { after });
    if (page.kind !== 'ok') return null;
    for (const { summary } of page.value.songs) {
      const { title, singer, key, meter, tempo } = summary;
      rows.push({ title, singer, key, meter, tempo: tempo === null ? '' : String(tempo) });
    }
    after = page.value.next;
    if (after === null) return rows;
  }
}

function NoSongs({ search, onMake }: { search: string; onMake: () => void }) {
  if (search.trim() !== '') {
    return (
      <EmptyState title="No song has that in it">
        Search for a title, a word that is sung, or a number.
      </EmptyState>
    );
  }
  return (
    <EmptyState
      title="No songs yet"
      action={<PrimaryButton onPress={onMake}>Write the first one</PrimaryButton>}
    >
      A song is a chart in numbers: write it once, read it in every key.
    </EmptyState>
  );
}

function SongRow({
  song: { id, summary },
  onDelete,
}: {
  song: SongListItem;
  onDelete: () => void;
}) {
  const settings = reader.use('reading', 'minor', 'symbols', 'language', 'spelling');
  const key = parseKey(summary.key);
  const title = summary.title || 'Song without a title';
  return (
    <Row>
      <Title>
        <Link to={`/songs/${id}`}>{title}</Link>
        <p>
          {summary.singer ? `sung by ${summary.singer}` : ''}
          {summary.problems > 0 ? (
            <Problems>
              {summary.singer ? ' · ' : ''}
              {summary.problems === 1 ? '1 problem' : `${summary.problems} problems`} in the chart
            </Problems>
          ) : null}
        </p>
      </Title>
      <First>
        <Opening summary={summary} settings={settings} />
      </First>
      <Key>{key.ok ? <KeyName name={keyName(key.value, settings)} /> : summary.key}</Key>
      <Feel>
        {summary.meter}
        {summary.tempo === null ? '' : ` · ${summary.tempo}`}
      </Feel>
      <IconButton aria-label={`Delete ${title}`} onPress={onDelete}>
        <Trash2 size={18} strokeWidth={1.5} />
      </IconButton>
    </Row>
  );
}

function KeyName({ name }: { name: string }) {
  const [tonic, mode] = name.split(' ');
  return (
    <>
      {tonic}
      {mode ? <small> {mode}</small> : null}
    </>
  );
}
