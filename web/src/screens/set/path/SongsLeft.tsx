import type { SongItem } from '@intervallum/contract';
import { nextStep, stepNames, type Key, type SongStep, type StepName } from '@intervallum/core';
import { ArrowRight } from 'lucide-react';
import { Link, type To } from 'react-router';
import styled from 'styled-components';
import { desk } from '../../../settings/desk.ts';
import { reader } from '../../../settings/reader.ts';
import { Hidden } from '../../../ui/hidden.ts';
import { display, phone } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';
import { factsInWords, stepInWords, stepTitles } from '../../parts/path/pathWords.ts';
import { searchFor } from '../../parts/path/stepsFor.ts';
import { StepSign } from '../../parts/path/StepSign.tsx';

/** A song of a set, with what is left of it. */
export interface SongOnItsWay {
  readonly item: SongItem;
  readonly title: string;
  /** The key that it has in the set. */
  readonly key: Key;
  readonly steps: readonly SongStep[];
}

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 16px;
  th,
  td {
    padding: 6px 14px 6px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    vertical-align: middle;
  }
  thead th {
    font-size: 14px;
    font-weight: 500;
    color: var(--soft);
  }
  tbody th {
    font: 600 19px/1.3 ${display};
    overflow-wrap: anywhere;
  }
  td[data-step],
  th[data-step] {
    padding-right: 0;
    text-align: center;
  }
  td[data-step] a {
    display: inline-grid;
    place-items: center;
    width: 44px;
    height: 44px;
  }
  td:last-child,
  th:last-child {
    padding-left: 16px;
  }
  p {
    line-height: 1.4;
  }
  ${phone} {
    thead {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
    tbody tr {
      display: grid;
      grid-template-columns: repeat(5, 1fr);
      padding: 10px 0 8px;
      border-bottom: 1px solid var(--hairline);
    }
    tbody th,
    td:last-child {
      grid-column: 1 / -1;
    }
    th,
    td,
    td:last-child {
      padding: 2px 0;
      border: 0;
    }
    td[data-step] a {
      width: 100%;
      height: 52px;
      font-size: 13px;
      text-decoration: none;
      color: var(--soft);
    }
  }
`;

/** On a phone the step's name stands under its sign: there is no head over the column. */
const Under = styled.span`
  display: none;
  ${phone} {
    display: block;
  }
`;

const Next = styled.p`
  margin-bottom: 16px;
  font-size: 18px;
  a {
    display: inline-flex;
    align-items: center;
    gap: 8px;
    min-height: 48px;
    font-weight: 600;
  }
`;

/** The steps of one song; links are opened to the whole service. */
const ofSongs = stepNames.filter((name) => name !== 'share');

interface SongsProps {
  setId: string;
  songs: readonly SongOnItsWay[];
}

/** Where a step of a song is worked on, with the way back to this service. */
function placeOf(setId: string, { item }: SongOnItsWay, step: StepName): To {
  const lens = step === 'chart' ? '' : `/${step}`;
  return { pathname: `/songs/${item.songId}${lens}`, search: searchFor(setId, item.key) };
}

/** Whoever comes from here has the steps over the song. */
const opened = () => desk.change({ pathOpen: true });

/** What comes next of all songs, in the order of the service. */
export function GoOn({ setId, songs }: SongsProps) {
  const first = songs.find(({ steps }) => nextStep(steps) !== null);
  const step = first && nextStep(first.steps);
  if (!step)
    return songs.length === 0 ? null : <Next>{t('Every song is ready: practise it.')}</Next>;
  return (
    <Next>
      <Link to={placeOf(setId, first, step.name)} onClick={opened}>
        {t('Next: {{step}}', { step: `${first.title}, ${stepTitles[step.name]}` })}
        <ArrowRight size={20} strokeWidth={1.75} aria-hidden />
      </Link>
    </Next>
  );
}

/** Each song with its steps, and what is to be done first. */
export function SongsLeft({ setId, songs }: SongsProps) {
  return (
    <Table>
      <thead>
        <tr>
          <th scope="col">{t('Song')}</th>
          {ofSongs.map((name) => (
            <th key={name} scope="col" data-step>
              {stepTitles[name]}
            </th>
          ))}
          <th scope="col">{t('What is left')}</th>
        </tr>
      </thead>
      <tbody>
        {songs.map((song) => (
          <SongLeft key={song.item.id} setId={setId} song={song} />
        ))}
      </tbody>
    </Table>
  );
}

function SongLeft({ setId, song }: { setId: string; song: SongOnItsWay }) {
  const settings = reader.use('language');
  const { title, steps, key } = song;
  const next = nextStep(steps);
  return (
    <tr>
      <th scope="row">
        <Link to={placeOf(setId, song, 'chart')} onClick={opened}>
          {title}
        </Link>
      </th>
      {steps.map((step) => (
        <td key={step.name} data-step>
          <Link to={placeOf(setId, song, step.name)} onClick={opened}>
            <StepSign state={step.state} size={22} />
            <Under aria-hidden>{stepTitles[step.name]}</Under>
            <Hidden>{`${title}, ${stepInWords(step)}`}</Hidden>
          </Link>
        </td>
      ))}
      <td>
        {next === null ? (
          t('Nothing is left to do.')
        ) : (
          <p>
            <b>{stepTitles[next.name]}:</b> {factsInWords(next, key, settings)}
          </p>
        )}
      </td>
    </tr>
  );
}
