import { isSong, type SongItem, type SongSet } from '@intervallum/contract';
import { nextStep, parseChart, type ChartResult, type Decisions } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { Check, Circle } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { keyNamed } from '../../../music/rails/view.ts';
import { Fetched } from '../../../queries/Fetched.tsx';
import { keptNames, orKeptApi } from '../../../queries/kept.ts';
import { answered, opening, sharesQuery } from '../../../queries/queries.ts';
import { useMay } from '../../../queries/session.ts';
import { voicesQuery } from '../../../queries/voices.ts';
import { dateInWords, daysBetween, today } from '../../../ui/dates.ts';
import { Button } from '../../../ui/Button.tsx';
import { useHelp } from '../../../ui/help.ts';
import { useTitle } from '../../../ui/useTitle.ts';
import { t } from '../../../words/words.ts';
import { Sheet } from '../../parts/charts/Sheet.tsx';
import { Back, noSet } from '../../parts/SetPage.tsx';
import { ShareWindow } from '../../parts/ShareWindow.tsx';
import { stepsFor } from '../../parts/path/stepsFor.ts';
import { pathHelp } from './help.ts';
import { GoOn, SongsLeft, type SongOnItsWay } from './SongsLeft.tsx';

const Service = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 26px;
  margin: 10px 0 18px;
  li {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 40px;
  }
  svg {
    flex: none;
    color: var(--accent);
  }
  [data-done] svg {
    color: var(--held);
  }
`;

const Day = styled.p`
  color: var(--soft);
`;

/** A song of a set as it was fetched and read. */
interface FetchedSong {
  readonly item: SongItem;
  readonly read: ChartResult;
  readonly decisions: Decisions;
}

interface FetchedPath {
  readonly set: SongSet;
  readonly songs: readonly FetchedSong[];
}

async function fetchPath(id: string): Promise<FetchedPath> {
  const set = await answered(orKeptApi.set(id));
  const items = set.items.filter(isSong).filter(({ removed }) => !removed);
  const ids = [...new Set(items.map(({ songId }) => songId))];
  const fetched = new Map(
    await Promise.all(
      ids.map(async (songId) => {
        const { text, part } = await answered(orKeptApi.song(songId));
        return [songId, { read: parseChart(text), decisions: part.decisions }] as const;
      }),
    ),
  );
  const songs = items.map((item) => ({ item, ...fetched.get(item.songId)! }));
  return { set, songs };
}

/** What is done and what is left for a service, song by song; from here one goes to what is next. */
export function PathScreen() {
  const { setId = '' } = useParams();
  const fetched = useQuery({
    queryKey: ['path', 'set', setId],
    queryFn: () => fetchPath(setId),
    ...opening,
  });
  return (
    <Fetched from={fetched} what={t('the set')} missing={noSet} kept={keptNames.set(setId)}>
      {(found) => <Path {...found} />}
    </Fetched>
  );
}

function Path({ set, songs: found }: FetchedPath) {
  const { id, name, date } = set;
  const title = t('{{name}}: what is left to do', { name });
  useTitle(title);
  useHelp(pathHelp);
  const voices = useQuery(voicesQuery()).data?.voices;
  const songs = useMemo(
    () =>
      found.map(({ item, read, decisions }): SongOnItsWay => {
        const key = keyNamed(item.key, read.song) ?? read.song.key;
        return {
          ...{ item, key, title: read.song.title || t('Song without a title') },
          steps: stepsFor({ read, decisions, key, item, voices: voices ?? [] }),
        };
      }),
    [found, voices],
  );
  const ready = songs.filter(({ steps }) => nextStep(steps) === null).length;
  return (
    <Sheet>
      <Back>
        <Link to={`/sets/${id}`}>{t('Back to the set')}</Link>
        <Link to="/practice">{t('How ready the hands are')}</Link>
      </Back>
      <h1>{title}</h1>
      <Day>{dayInWords(date)}</Day>
      <Service aria-label={t('The service')}>
        <Fact isDone={date !== null}>
          {date === null ? (
            <Link to={`/sets/${id}`}>{t('No day is said')}</Link>
          ) : (
            t('Its day is said')
          )}
        </Fact>
        <Fact isDone={songs.length > 0 && ready === songs.length}>
          {songs.length === 0 ? (
            <Link to={`/sets/${id}`}>{t('No song is in it')}</Link>
          ) : (
            t('{{ready}} of {{count}} songs are ready', { ready, count: songs.length })
          )}
        </Fact>
        <LinksOf set={set} />
      </Service>
      <GoOn setId={id} songs={songs} />
      {songs.length === 0 ? null : <SongsLeft setId={id} songs={songs} />}
    </Sheet>
  );
}

function dayInWords(date: string | null): string {
  if (date === null) return t('It has no day yet.');
  const days = daysBetween(today(), date);
  const said = dateInWords(date);
  if (days < 0) return said;
  return `${said} · ${days === 0 ? t('today') : t('in {{count}} days', { count: days })}`;
}

function Fact({ isDone, children }: { isDone: boolean; children: React.ReactNode }) {
  const Sign = isDone ? Check : Circle;
  return (
    <li data-done={isDone || undefined}>
      <Sign size={18} strokeWidth={2} aria-hidden />
      {children}
    </li>
  );
}

/** Whether the band can read it; for whoever may open links. */
function LinksOf({ set: { id, name } }: { set: SongSet }) {
  const mayShare = useMay('share');
  const [isOpen, setOpen] = useState(false);
  const shares = useQuery({ ...sharesQuery({ kind: 'set', id }), enabled: mayShare });
  if (!mayShare) return null;
  const count = shares.data?.shares.length;
  const words =
    count === undefined
      ? t('Whether a link is open is not known now.')
      : count === 0
        ? t('No link is open.')
        : t('{{count}} links are open.', { count });
  return (
    <Fact isDone={(count ?? 0) > 0}>
      <span>{words}</span>
      <Button onPress={() => setOpen(true)}>{t('Share')}</Button>
      <ShareWindow
        target={{ kind: 'set', id }}
        name={name}
        isOpen={isOpen}
        onClose={() => setOpen(false)}
      />
    </Fact>
  );
}
