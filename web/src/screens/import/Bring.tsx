import { FileUp } from 'lucide-react';
import { DropZone, FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { languageNames } from '../../music/languages.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { Picker } from '../../ui/Picker.tsx';
import type { SourceHints } from '../../workers/readSource.ts';
import { t } from '../../words/words.ts';
import { mostFiles } from './brought.ts';
import { accepted, filesIn, isAccepted } from './filesIn.ts';

const Column = styled.div`
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

const Buttons = styled.div`
  display: flex;
  flex-wrap: wrap;
  justify-content: center;
  gap: 8px;
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

interface BringProps {
  pasted: string;
  onPaste: (text: string) => void;
  onFiles: (files: readonly File[]) => void;
  language: SourceHints['language'];
  onLanguage: (language: SourceHints['language']) => void;
}

/** Where files are chosen or dropped, and a text is pasted. */
export function Bring({ pasted, onPaste, onFiles, language, onLanguage }: BringProps) {
  const bring = (files: Promise<readonly File[]> | readonly File[]) => {
    Promise.resolve(files).then(onFiles, (error: unknown) => {
      console.error('The files could not be opened.', error);
      notify(t('The file could not be opened. Choose it again.'));
    });
  };
  const chosen = (list: FileList | null) => [...(list ?? [])];
  return (
    <Column>
      <Drop
        aria-label={t('Drop files here')}
        onDrop={(event) => bring(filesIn(event.items, mostFiles))}
      >
        <FileUp size={28} strokeWidth={1.4} aria-hidden />
        <span>
          {t(
            'Files, or a folder of them: MusicXML, MIDI, text with chords over the words, a song’s own JSON, a list as CSV',
          )}
        </span>
        <Buttons>
          <FileTrigger
            acceptedFileTypes={accepted}
            allowsMultiple
            onSelect={(files) => bring(chosen(files))}
          >
            <Button>{t('Choose files')}</Button>
          </FileTrigger>
          <FileTrigger
            acceptDirectory
            onSelect={(files) => bring(chosen(files).filter(({ name }) => isAccepted(name)))}
          >
            <Button>{t('Choose a folder')}</Button>
          </FileTrigger>
        </Buttons>
        <span>{t('Not read: pictures, printed pages, and sound.')}</span>
      </Drop>
      <Aligned>
        <TextField
          label={t('Or paste a text: chords over the words, or a chart')}
          lines={9}
          value={pasted}
          onChange={onPaste}
        />
      </Aligned>
      <NoteNames language={language} onLanguage={onLanguage} />
    </Column>
  );
}

/** The language of the names of notes: it is said, never guessed. */
export function NoteNames({ language, onLanguage }: Pick<BringProps, 'language' | 'onLanguage'>) {
  return (
    <Picker
      label={t('Its notes have names in')}
      value={language}
      options={Object.entries(languageNames).map(([id, name]) => ({ id, name }))}
      onChange={(id) => onLanguage(id as SourceHints['language'])}
    />
  );
}
