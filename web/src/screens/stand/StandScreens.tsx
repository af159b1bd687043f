import {
  bridgeInto,
  isSong,
  type MomentItem,
  type SharedPage,
  type Song,
} from '@intervallum/contract';
import {
  noDecisions,
  parseChart,
  standInSong,
  type Arrangement,
  type BandRole,
  type Decisions,
} from '@intervallum/core';
import { useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query';
import { useEffect, useMemo, type ReactNode } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Fetched } from '../../queries/Fetched.tsx';
import { keptNames, useKeptAt } from '../../queries/kept.ts';
import { pencilName, usePencilMarks } from '../../queries/pencil.ts';
import { setQuery, sharedQuery, songQuery } from '../../queries/queries.ts';
import { nameInLink, setAsLink, useLink } from '../../settings/links.ts';
import { keyNamed } from '../../music/rails/view.ts';
import { momentInWords } from '../../ui/dates.ts';
import { Notices, notify } from '../../ui/notices.tsx';
import { NotFoundState } from '../../ui/states.tsx';
import { capoFor, roleOf } from '../parts/band/roles.ts';
import { useChartPlayed, useDecisionsPlayed } from '../parts/service/played.ts';
import { StandView } from './StandView.tsx';
import { t } from '../../words/words.ts';

/** A song on the music stand, at its address. */
export function SongStand() {
  const { songId = '' } = useParams();
  const [parameters] = useSearchParams();
  const fetched = useQuery(songQuery(songId));
  const search = parameters.size > 0 ? `?${parameters}` : '';
  return (
    <Fetched from={fetched} what={t('the song')} missing={missing('song')}>
      {(song) => (
        <Stand
          charts={[
            {
              id: song.id,
              text: song.text,
              arrangement: asWritten,
              key: parameters.get('key'),
              capo: null,
              note: '',
              decisions: song.part.decisions,
              pencilAs: null,
            },
          ]}
          titles={['']}
          leaveTo={`/songs/${song.id}${search}`}
          kept={keptNames.song(song.id)}
        />
      )}
    </Fetched>
  );
}

/** A set on the music stand: its songs in their order, each in its key. */
export function SetStand() {
  const { setId = '' } = useParams();
  const fetched = useQuery(setQuery(setId));
  const all = fetched.data?.items ?? [];
  // What is played under words has its page as a song has.
  const items = all.filter((item) => (isSong(item) ? !item.removed : item.bed !== null));
  const songIds = [...new Set(items.filter(isSong).map(({ songId }) => songId))];
  const songs = useQueries({ queries: songIds.map((id) => songQuery(id)) });
  const at = usePlace(items.length);
  const there = items[at];
  const queryOf = (songId: string) => songs[songIds.indexOf(songId)]!;
  return (
    <Fetched from={fetched} what={t('the set')} missing={missing('set')}>
      {(set) =>
        !there ? (
          <NotFoundState title={t('No songs in this set')}>
            {t('Add songs to it first.')}
          </NotFoundState>
        ) : (
          <WithSong from={isSong(there) ? queryOf(there.songId) : null}>
            <Stand
              charts={items.map((item) => {
                if (!isSong(item)) return bedChart(item);
                const { id, key, road, notes } = item;
                const song = queryOf(item.songId).data;
                return {
                  id,
                  text: song?.text ?? '',
                  arrangement: { road, bridge: bridgeInto(all, item)?.text ?? null },
                  key,
                  capo: null,
                  note: notes,
                  decisions: song?.part.decisions ?? noDecisions,
                  pencilAs: pencilName(setAsLink(set.id), id),
                };
              })}
              titles={items.map((item) => (isSong(item) ? item.summary.title : item.name))}
              leaveTo={`/sets/${set.id}`}
              kept={keptNames.set(set.id)}
            />
          </WithSong>
        )
      }
    </Fetched>
  );
}

interface WithSongProps {
  /** Null where what is on the stand is no song. */
  from: UseQueryResult<Song> | null;
  children: ReactNode;
}

/** The stand, once the song on it is there. */
function WithSong({ from, children }: WithSongProps) {
  if (!from) return children;
  return (
    <Fetched from={from} what={t('the song')} missing={missing('song')}>
      {() => children}
    </Fetched>
  );
}

/** What is played under words, as a chart on the stand. */
function bedChart({ id, name, bed, notes }: Pick<MomentItem, 'id' | 'name' | 'bed' | 'notes'>) {
  const text = `title: ${name}\n${bed ?? ''}`;
  return {
    ...{ id, text, key: null, capo: null, note: notes },
    arrangement: asWritten,
    decisions: noDecisions,
    pencilAs: null,
  };
}

/** What is played under the words before the song at a place. */
const bedsBefore = (moments: SharedPage['moments'], at: number) =>
  moments.filter(({ place, bed }) => place === at && bed !== null).map(bedChart);

/** What a link opens, on the music stand. */
export function LinkStand() {
  const { token = '' } = useParams();
  const fetched = useQuery(sharedQuery(token));
  const [link] = useLink(token);
  return (
    <Fetched
      from={fetched}
      what={t('the charts')}
      missing={
        <NotFoundState title={t('This link opens nothing')} home={false}>
          {t(
            'It may have been taken back, or the address is not complete. Ask whoever sent it for a new one.',
          )}
        </NotFoundState>
      }
    >
      {({ songs, moments, reader: given }) => {
        const role = roleOf(link.role, given?.role);
        const charts = songs.flatMap((song, place) => {
          const { text, key, notes, road, bridge } = song;
          const id = nameInLink(song.id, place);
          return [
            ...bedsBefore(moments, place),
            {
              id,
              text,
              arrangement: { road, bridge },
              key: link.keys[id] ?? key,
              capo: link.capos[id] ?? null,
              note: notes,
              decisions: noDecisions,
              pencilAs: pencilName(token, song.id),
            },
          ];
        });
        charts.push(...bedsBefore(moments, songs.length));
        return (
          <Stand
            charts={charts}
            titles={charts.map(({ text }) => parseChart(text).song.title)}
            role={role}
            leaveTo={`/s/${token}`}
            kept={keptNames.shared(token)}
          />
        );
      }}
    </Fetched>
  );
}

const asWritten: Arrangement = { road: null, bridge: null };

interface StoodChart {
  readonly id: string;
  readonly text: string;
  /** How it goes in the service. */
  readonly arrangement: Arrangement;
  readonly key: string | null;
  /** The fret of a capo; null where nobody chose. */
  readonly capo: number | null;
  readonly note: string;
  readonly decisions: Decisions;
  /** Under which name it is kept what its reader pencilled; null where nobody pencils. */
  readonly pencilAs: string | null;
}

interface StandProps {
  charts: readonly StoodChart[];
  titles: readonly string[];
  /** Who stands there; null for whoever reads the whole chart. */
  role?: BandRole | null;
  leaveTo: string;
  /** Under which name it is kept for when there is no network. */
  kept: string;
}

function Stand({ charts, titles, role = null, leaveTo, kept }: StandProps) {
  const keptAt = useKeptAt(kept);
  // Nothing takes room from the music.
  useEffect(() => {
    if (keptAt !== null)
      notify(t('No network. This is how it was on {{when}}.', { when: momentInWords(keptAt) }));
  }, [keptAt]);
  const [, setParameters] = useSearchParams();
  const at = usePlace(charts.length);
  const { id, text, arrangement, key, capo, note: said, decisions: own, pencilAs } = charts[at]!;
  const { song: whole, text: after, problems } = useChartPlayed(text, arrangement);
  const decisions = useDecisionsPlayed(own, { before: text, after });
  const marks = usePencilMarks(pencilAs, after);
  const note = [said, ...problems].filter(Boolean).join(' · ');
  const standing = useMemo(() => {
    const song = role === 'stand-in' ? standInSong(whole) : whole;
    const sounding = keyNamed(key, song) ?? song.key;
    const fret = capoFor(role, sounding, capo ?? undefined);
    return { id, song, key: sounding, capo: fret, decisions, pencil: marks, note };
  }, [id, whole, role, key, capo, decisions, marks, note]);
  const go = (to: number) =>
    setParameters(
      (before) => {
        const after = new URLSearchParams(before);
        after.set('at', String(to + 1));
        return after;
      },
      { replace: true },
    );
  return (
    <>
      <StandView standing={standing} place={{ at, titles, go }} leaveTo={leaveTo} />
      <Notices />
    </>
  );
}

/** Which song of a set is on the stand; the address says it, so that it is the same one after a reload. */
function usePlace(count: number): number {
  const [parameters] = useSearchParams();
  const asked = Number(parameters.get('at') ?? '1') - 1;
  return Number.isInteger(asked) ? Math.max(0, Math.min(asked, count - 1)) : 0;
}

function missing(what: 'song' | 'set') {
  return (
    <NotFoundState
      title={what === 'song' ? t('No song at this address') : t('No set at this address')}
    >
      {t('It may have been deleted, or the address is not complete.')}
    </NotFoundState>
  );
}
