import { editBetween } from '@intervallum/core';
import { ChevronLeft, FileUp } from 'lucide-react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import type { SourceHints } from '../../workers/readSource.ts';
import { Bring, NoteNames } from './Bring.tsx';
import { bring, fateOf, firstHints, mostFiles, type Brought } from './brought.ts';
import { keepSongs, requestsFor, type KeepRequest } from './keepSongs.ts';
import { ListReview } from './ListReview.tsx';
import { ManyReview, type ManyItem, type Underway } from './ManyReview.tsx';
import { SongReview } from './SongReview.tsx';
import { useKnown } from './useKnown.ts';
import { useReadings } from './useReadings.ts';
import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const Sides = styled.div<{ $isAlone: boolean }>`
  display: grid;
  grid-template-columns: ${({ $isAlone }) =>
    $isAlone ? 'minmax(0, 1fr)' : 'minmax(0, 300px) minmax(0, 1fr)'};
  gap: 28px;
  align-items: start;
  @media (width < 1000px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 10px 16px;
  margin-bottom: 20px;
  > :last-child {
    min-width: 200px;
  }
`;

const Trouble = styled.p`
  padding: 14px 18px;
  border-left: 4px solid var(--right);
  border-radius: 0 10px 10px 0;
  background: var(--card);
  font-size: 16px;
`;

const Waiting = styled.p`
  padding: 14px 0;
  color: var(--soft);
`;

const help: readonly HelpLine[] = [
  { id: 'file', name: t('Choose files or a folder, or drop them') },
  { id: 'paste', name: t('Paste a text: chords over the words, or a chart') },
  { id: 'key', name: t('Put the key right, if it was guessed') },
  { id: 'beside', name: t('Look at each line beside what it was read from, and play it') },
  { id: 'known', name: t('Say what becomes of a song that is in the library already') },
  { id: 'keep', name: t('Keep the song; nothing is kept before') },
];

/** Songs brought from elsewhere: read, shown beside their sources with what was guessed and left out, and only then kept. */
export function ImportScreen() {
  const { language: usual, chordsInBar } = reader.use('language', 'chordsInBar');
  const navigate = useNavigate();
  const [pasted, setPasted] = useState('');
  const [brought, setBrought] = useState<readonly Brought[]>([]);
  const [language, setLanguage] = useState(usual);
  const [opened, setOpened] = useState<string | null>(null);
  const [keeping, setKeeping] = useState<{ done: number; all: number } | null>(null);
  const isStopped = useRef(false);
  const readings = useReadings(brought);
  const { items, trouble } = useItems(brought, readings);
  const { waiting } = readings;

  const change = (id: string, to: (one: Brought) => Brought) =>
    setBrought((all) => all.map((one) => (one.id === id ? to(one) : one)));
  const onHints = (id: string, hints: Partial<SourceHints>) =>
    change(id, (one) => ({ ...one, hints: { ...one.hints, ...hints } }));
  const choose = (next: readonly Brought[]) => {
    setBrought(next);
    setOpened(null);
  };
  const onFiles = (files: readonly File[]) => {
    if (files.length === 0) return notify(t('There is no file in it of a kind that is read.'));
    if (files.length > mostFiles)
      notify(
        t('Up to {{most}} files are brought at once; these are the first.', { most: mostFiles }),
      );
    setPasted('');
    const hints = firstHints(language, chordsInBar);
    choose(
      files
        .slice(0, mostFiles)
        .map((file) => bring({ name: file.name, bytes: file, isPasted: false }, hints)),
    );
  };
  const onPaste = (text: string) => {
    setPasted(text);
    if (text.trim() === '') return choose([]);
    // While one types it stays the same song, with what was said of it; another text is another song.
    const before = isEdited(pasted, text) ? brought.find(({ isPasted }) => isPasted) : undefined;
    const bytes = new Blob([text]);
    const hints = before?.hints ?? firstHints(language, chordsInBar);
    const next = bring({ name: '', bytes, isPasted: true }, { ...hints });
    choose([before ? { ...next, id: before.id, fate: before.fate } : next]);
  };
  const onLanguage = (to: SourceHints['language']) => {
    setLanguage(to);
    setBrought((all) => all.map((one) => ({ ...one, hints: { ...one.hints, language: to } })));
  };

  const keep = async () => {
    const requests: KeepRequest[] = items.flatMap(({ brought: { id }, read, fate, known }) =>
      read ? [...requestsFor(read, id, fate, known)] : [],
    );
    isStopped.current = false;
    const kept = await keepSongs(requests, undefined, (done) => {
      setKeeping({ done, all: requests.length });
      return !isStopped.current;
    });
    setKeeping(null);
    if (!kept.ok) return notify(t('It could not be kept: {{why}}', { why: kept.why }));
    if (kept.before > 0)
      notify(t('{{count}} songs of the list were there already.', { count: kept.before }));
    const [only] = kept.ids;
    await navigate(kept.ids.length === 1 ? `/songs/${only}` : '/songs');
  };

  const isMany = items.length > 1;
  const shown = isMany ? items.find(({ brought: { id } }) => id === opened) : items[0];
  const isAlone = items.length > 0 && !items[0]!.brought.isPasted;
  const underway: Underway | null = keeping
    ? { what: t('Keeping …'), ...keeping, stop: () => (isStopped.current = true) }
    : waiting > 0 && isMany
      ? {
          what: t('Reading …'),
          done: items.length - waiting,
          all: items.length,
          stop: () => setBrought(items.flatMap((one) => (one.read ? [one.brought] : []))),
        }
      : null;

  return (
    <Page title={t('Import a song')} help={help}>
      {isAlone ? (
        <Bar>
          {isMany && shown ? (
            <Button onPress={() => setOpened(null)}>
              <ChevronLeft size={18} strokeWidth={1.5} aria-hidden />
              {t('All {{count}} files', { count: items.length })}
            </Button>
          ) : null}
          <Button onPress={() => choose([])}>
            <FileUp size={18} strokeWidth={1.5} aria-hidden />
            {t('Bring something else')}
          </Button>
          <NoteNames language={language} onLanguage={onLanguage} />
        </Bar>
      ) : null}
      <Sides $isAlone={isAlone}>
        {isAlone ? null : (
          <Bring
            pasted={pasted}
            onPaste={onPaste}
            onFiles={onFiles}
            language={language}
            onLanguage={onLanguage}
          />
        )}
        <section aria-label={t('What was understood')}>
          {items.length === 0 ? (
            <Waiting>
              {t(
                'What was understood appears here, line by line beside its source, with what was guessed and what was left out. Nothing is kept before you say so.',
              )}
            </Waiting>
          ) : null}
          {trouble === null || items.length === 0 ? null : (
            <Waiting role="status">
              {t('It could not be found out which songs are in the library already: {{why}}', {
                why: trouble,
              })}
            </Waiting>
          )}
          {isMany && !shown ? (
            <ManyReview
              items={items}
              underway={underway}
              onOpen={setOpened}
              onFate={(id, fate) => change(id, (one) => ({ ...one, fate }))}
              onKeep={keep}
            />
          ) : null}
          {shown ? (
            <One
              key={shown.brought.id}
              item={shown}
              onHints={(hints) => onHints(shown.brought.id, hints)}
              onFate={(fate) => change(shown.brought.id, (one) => ({ ...one, fate }))}
              onKeep={isMany ? null : keep}
              isReading={waiting > 0}
            />
          ) : null}
        </section>
      </Sides>
    </Page>
  );
}

/** Whether a text is another one with something changed in it: more of it stands than does not. */
function isEdited(before: string, after: string): boolean {
  const { from, to, insert } = editBetween(before, after);
  return 2 * (to - from + insert.length) <= Math.max(before.length, after.length);
}

/** What is brought, with what was understood of it and what becomes of it. */
function useItems(
  brought: readonly Brought[],
  readings: ReturnType<typeof useReadings>,
): { readonly items: readonly ManyItem[]; readonly trouble: string | null } {
  const read = brought.map((one) => ({ brought: one, read: readings.of(one.id) }));
  const titles = read.flatMap(({ read: is }) => (is?.kind === 'song' ? [is.facts.title] : []));
  const known = useKnown(titles, readings.waiting === 0);
  const items = read.map(({ brought: one, read: is }) => {
    const here = is?.kind === 'song' ? known.of(is.facts.title) : [];
    const fate = fateOf(one, is?.kind === 'song' ? is.chart : '', here);
    return { brought: one, read: is, known: here, fate };
  });
  return { items, trouble: known.trouble };
}

interface OneProps {
  item: ManyItem;
  onHints: (hints: Partial<SourceHints>) => void;
  onFate: (fate: ManyItem['fate']) => void;
  onKeep: (() => Promise<void>) | null;
  isReading: boolean;
}

function One({ item, onHints, onFate, onKeep, isReading }: OneProps) {
  const { brought, read, known, fate } = item;
  if (!read) return <Waiting>{t('Reading …')}</Waiting>;
  switch (read.kind) {
    case 'none':
      return <Trouble role="alert">{read.message}</Trouble>;
    case 'list':
      return <ListReview read={read} onKeep={onKeep} />;
    case 'song':
      return (
        <SongReview
          read={read}
          source={brought.name}
          hints={brought.hints}
          onHints={onHints}
          known={known}
          fate={fate}
          onFate={onFate}
          onKeep={onKeep}
          isReading={isReading}
        />
      );
  }
}
