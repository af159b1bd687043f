import { formatKey, parseKey } from '@intervallum/core';
import { FileUp } from 'lucide-react';
import { useMemo, useState } from 'react';
import { DropZone, FileTrigger, type FileDropItem } from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { languageNames } from '../../music/languages.ts';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { phone, tablet } from '../../ui/theme.ts';
import type { Source, SourceHints } from '../../workers/readSource.ts';
import { keepSongs, requestsFor } from './keepSongs.ts';
import { ListReview, SongReview } from './Review.tsx';
import { useReading } from './useReading.ts';
import type { HelpLine } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const Sides = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 340px) minmax(0, 1fr);
  gap: 28px;
  align-items: start;
  ${tablet} {
    grid-template-columns: minmax(0, 280px) minmax(0, 1fr);
    gap: 20px;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Bring = styled.div`
  display: grid;
  gap: 16px;
`;

const Drop = styled(DropZone)`
  display: grid;
  justify-items: center;
  gap: 10px;
  padding: 24px 16px;
  border: 2px dashed var(--rail);
  border-radius: 14px;
  background: var(--card);
  text-align: center;
  font-size: 15px;
  color: var(--soft);
  &[data-drop-target] {
    border-color: var(--accent);
    background: color-mix(in srgb, var(--accent) 10%, var(--card));
  }
`;

/** Chords stand over their words only where all letters are as wide. */
const Aligned = styled.div`
  textarea {
    font:
      14px/1.5 'Music Signs',
      monospace;
    white-space: pre;
    overflow-x: auto;
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

/** Kinds of files that are read; what is in a file counts, not its name. */
const accepted = ['.musicxml', '.xml', '.mxl', '.mid', '.midi', '.txt', '.json', '.csv'];

const help: readonly HelpLine[] = [
  { id: 'file', name: t('Choose a file, or drop one') },
  { id: 'paste', name: t('Paste a text: chords over the words, or a chart') },
  { id: 'key', name: t('Put the key right, if it was guessed') },
  { id: 'keep', name: t('Keep the song; nothing is kept before') },
];

/** A song brought from elsewhere: read, shown with what was guessed and left out, and only then kept. */
export function ImportScreen() {
  const { language: usual } = reader.use('language');
  const navigate = useNavigate();
  const [pasted, setPasted] = useState('');
  const [source, setSource] = useState<Source | null>(null);
  const [language, setLanguage] = useState(usual);
  const [keyText, setKeyText] = useState<string | null>(null);
  const hints = useMemo<SourceHints>(() => {
    const key = keyText === null ? null : parseKey(keyText);
    return { key: key?.ok ? key.value : null, language };
  }, [keyText, language]);
  const read = useReading(source, hints);

  const bring = (next: Source | null) => {
    setKeyText(null);
    setSource(next);
  };
  const bringFile = async (file: File | undefined) => {
    if (!file) return;
    try {
      bring({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) });
      setPasted('');
    } catch (error) {
      console.error('The file could not be opened.', error);
      notify(t('The file could not be opened. Choose it again.'));
    }
  };

  /** What is read is asked for under the same ids however often it is sent. */
  const requests = useMemo(() => (read ? requestsFor(read) : []), [read]);
  const keep = async () => {
    const kept = await keepSongs(requests);
    if (!kept.ok) return notify(t('It could not be kept: {{why}}', { why: kept.why }));
    if (kept.before > 0)
      notify(t('{{count}} songs of the list were there already.', { count: kept.before }));
    const [only] = kept.ids;
    await navigate(kept.ids.length === 1 ? `/songs/${only}` : '/songs');
  };

  return (
    <Page title={t('Import a song')} help={help}>
      <Sides>
        <Bring>
          <Drop
            aria-label={t('Drop a file here')}
            onDrop={(event) => {
              const item = event.items.find((one): one is FileDropItem => one.kind === 'file');
              void item?.getFile().then(bringFile);
            }}
          >
            <FileUp size={28} strokeWidth={1.4} aria-hidden />
            <span>
              {t(
                'A file: MusicXML, MIDI, text with chords over the words, a song’s own JSON, a list as CSV',
              )}
            </span>
            <FileTrigger
              acceptedFileTypes={accepted}
              onSelect={(files) => void bringFile(files?.[0])}
            >
              <Button>{t('Choose a file')}</Button>
            </FileTrigger>
          </Drop>
          <Aligned>
            <TextField
              label={t('Or paste a text: chords over the words, or a chart')}
              lines={9}
              value={pasted}
              onChange={(text) => {
                setPasted(text);
                bring(
                  text.trim() === ''
                    ? null
                    : { name: 'pasted', bytes: new TextEncoder().encode(text) },
                );
              }}
            />
          </Aligned>
          <Picker
            label={t('Its notes have names in')}
            value={language}
            options={Object.entries(languageNames).map(([id, name]) => ({ id, name }))}
            onChange={(id) => setLanguage(id as typeof language)}
          />
        </Bring>
        <section aria-label={t('What was understood')} aria-live="polite">
          {source && !read ? <Waiting>{t('Reading …')}</Waiting> : null}
          {read?.kind === 'none' ? <Trouble role="alert">{read.message}</Trouble> : null}
          {read?.kind === 'song' ? (
            <SongReview
              read={read}
              source={source?.name ?? ''}
              hasKeyHint={hints.key !== null}
              onKey={(key) => setKeyText(formatKey(key))}
              onKeep={keep}
            />
          ) : null}
          {read?.kind === 'list' ? <ListReview read={read} onKeep={keep} /> : null}
          {!source ? (
            <Waiting>
              {t(
                'What was understood appears here, with what was guessed and what was left out. Nothing is kept before you say so.',
              )}
            </Waiting>
          ) : null}
        </section>
      </Sides>
    </Page>
  );
}
