import { ChevronRight } from 'lucide-react';
import { ProgressBar } from 'react-aria-components';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { phone } from '../../ui/theme.ts';
import type { Understood } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import type { Brought, Fate } from './brought.ts';
import { FatePick } from './FateOfSong.tsx';
import { Card, Keep, Top } from './parts.tsx';
import { formatNames } from './SongReview.tsx';
import type { KnownSong } from './useKnown.ts';

const Files = styled.ul`
  display: grid;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 300px);
    gap: 4px 16px;
    align-items: center;
    padding: 8px 0;
    border-top: 1px solid var(--hairline);
    ${phone} {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  p {
    color: var(--soft);
    font-size: 14px;
    overflow-wrap: anywhere;
  }
  select {
    width: 100%;
  }
  p[data-trouble] {
    color: var(--right);
  }
`;

const Open = styled(QuietButton)`
  justify-content: flex-start;
  max-width: 100%;
  padding-left: 0;
  font-size: 17px;
  white-space: normal;
  text-align: left;
`;

const Progress = styled(ProgressBar)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  font-size: 15px;
  color: var(--soft);
  > div {
    flex: 1 1 160px;
    height: 8px;
    border-radius: 4px;
    background: var(--panel);
    overflow: hidden;
  }
  i {
    display: block;
    height: 100%;
    background: var(--accent);
  }
`;

export interface ManyItem {
  readonly brought: Brought;
  readonly read: Understood | null;
  readonly known: readonly KnownSong[];
  readonly fate: Fate;
}

/** Work that takes a while: how much of it is done, and how it is stopped. */
export interface Underway {
  readonly what: string;
  readonly done: number;
  readonly all: number;
  readonly stop: () => void;
}

interface ManyReviewProps {
  items: readonly ManyItem[];
  underway: Underway | null;
  onOpen: (id: string) => void;
  onFate: (id: string, fate: Fate) => void;
  onKeep: () => Promise<void>;
}

/** Several files: what each became, and what becomes of it. */
export function ManyReview({ items, underway, onOpen, onFate, onKeep }: ManyReviewProps) {
  const songs = items.reduce((sum, item) => sum + songsOf(item), 0);
  return (
    <Card>
      <Top>
        <div>
          <h2>{t('{{count}} files', { count: items.length })}</h2>
          <p>
            {t(
              'Look at each before it is kept: what was guessed, and its lines beside their source.',
            )}
          </p>
        </div>
        <Keep onKeep={onKeep} isDisabled={songs === 0 || underway !== null}>
          {t('Keep {{count}} songs', { count: songs })}
        </Keep>
      </Top>
      {underway ? <UnderwayBar {...underway} /> : null}
      <Files aria-label={t('What is brought')}>
        {items.map((item) => (
          <li key={item.brought.id}>
            <FileLine item={item} onOpen={() => onOpen(item.brought.id)} />
            {item.read?.kind === 'song' || item.read?.kind === 'list' ? (
              <FatePick
                known={item.known}
                fate={item.fate}
                onFate={(fate) => onFate(item.brought.id, fate)}
              />
            ) : null}
          </li>
        ))}
      </Files>
    </Card>
  );
}

/** How many songs are kept of it. */
function songsOf({ read, fate }: ManyItem): number {
  if (fate.kind === 'left out' || !read || read.kind === 'none') return 0;
  return read.kind === 'list' ? read.charts.length : 1;
}

function UnderwayBar({ what, done, all, stop }: Underway) {
  return (
    <Progress aria-label={what} value={done} maxValue={all}>
      {({ percentage }) => (
        <>
          <span>
            {what} {t('{{done}} of {{all}}', { done, all })}
          </span>
          <div>
            <i style={{ width: `${percentage ?? 0}%` }} />
          </div>
          <Button onPress={stop}>{t('Stop')}</Button>
        </>
      )}
    </Progress>
  );
}

function FileLine({ item, onOpen }: { item: ManyItem; onOpen: () => void }) {
  const { brought, read, known } = item;
  const settings = reader.use('language');
  if (!read) return <p>{`${brought.name} · ${t('Reading …')}`}</p>;
  if (read.kind === 'none') return <p data-trouble="">{`${brought.name}: ${read.message}`}</p>;
  if (read.kind === 'list')
    return (
      <div>
        <Open onPress={onOpen}>
          {t('{{count}} songs', { count: read.charts.length })}
          <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
        </Open>
        <p>{brought.name}</p>
      </div>
    );
  const { facts, guessed, dropped, format } = read;
  const isThere = known.some(({ text }) => text === read.chart);
  const said = [
    formatNames[format],
    brought.name,
    keyName(facts.key, settings),
    t('{{count}} bars', { count: facts.bars }),
    guessed.length > 0 ? t('{{count}} guesses', { count: guessed.length }) : '',
    dropped.length > 0 ? t('{{count}} things left out', { count: dropped.length }) : '',
    facts.problems > 0 ? t('{{count}} problems', { count: facts.problems }) : '',
  ];
  return (
    <div>
      <Open onPress={onOpen}>
        {facts.title || t('Song without a title')}
        <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
      </Open>
      <p>{said.filter(Boolean).join(' · ')}</p>
      {known.length > 0 ? (
        <p data-trouble={isThere ? undefined : ''}>
          {isThere
            ? t('In the library already, exactly so.')
            : t('The library has another song of this title.')}
        </p>
      ) : null}
    </div>
  );
}
