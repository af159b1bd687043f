import { Download, FileUp, Plus, Trash2 } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { Input, SearchField } from 'react-aria-components';
import { Link, useNavigate } from 'react-router';
import type { SongListItem } from '@intervallum/contract';
import { parseKey, toCsv } from '@intervallum/core';
import styled from 'styled-components';
import { api } from '../api/resources.ts';
import { useResource } from '../api/useResource.ts';
import { keyName } from '../chart/view.ts';
import { useSettings } from '../state/settings.ts';
import { Button, IconButton, PrimaryButton } from '../ui/Button.tsx';
import { Fetched } from '../ui/Fetched.tsx';
import { notify } from '../ui/notices.tsx';
import { saveFile } from '../ui/saveFile.ts';
import { Page } from '../ui/Page.tsx';
import { EmptyState } from '../ui/states.tsx';
import { display, phone } from '../ui/theme.ts';
import { Opening } from './Opening.tsx';
import { newChart } from './newChart.ts';

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
      13px/1 'Atkinson Hyperlegible Next Variable',
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
  const [search, setSearch] = useState('');
  const wanted = useDeferredValue(search);
  const fetched = useResource(`songs:${wanted}`, () => api.songs(wanted));
  const { reload } = fetched;
  const navigate = useNavigate();

  async function makeSong() {
    const made = await api.makeSong({ text: newChart });
    if (made.kind === 'ok') await navigate(`/songs/${made.value.id}`, { state: { isNew: true } });
    else notify('The song could not be made. Try again in a moment.');
  }

  async function downloadList() {
    const list = await api.songs(wanted);
    if (list.kind !== 'ok') return notify('The list could not be fetched. Try again in a moment.');
    const rows = list.value.songs.map(({ summary: { title, singer, key, meter, tempo } }) => ({
      title,
      singer,
      key,
      meter,
      tempo: tempo === null ? '' : String(tempo),
    }));
    saveFile(toCsv(rows), 'Songs.csv', 'text/csv');
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
      <Search aria-label="Search songs" value={search} onChange={setSearch}>
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
      <Fetched from={fetched} what="the songs">
        {({ songs, total }) =>
          songs.length === 0 ? (
            <NoSongs search={wanted} onMake={() => void makeSong()} />
          ) : (
            <>
              <List aria-label="Songs">
                {songs.map((song) => (
                  <SongRow key={song.id} song={song} onDelete={() => void remove(song)} />
                ))}
              </List>
              {total > songs.length ? (
                <p>
                  {songs.length} of {total} songs; search to see the others.
                </p>
              ) : null}
            </>
          )
        }
      </Fetched>
    </Page>
  );
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
  const settings = useSettings();
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
