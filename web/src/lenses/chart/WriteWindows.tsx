import { useState } from 'react';
import styled from 'styled-components';
import { SuspendForm } from './SuspendForm.tsx';
import { TuneForm } from './TuneForm.tsx';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { notify } from '../../ui/notices.tsx';
import { Picker } from '../../ui/Picker.tsx';
import { Window } from '../../ui/Window.tsx';
import { useLook } from '../../document/look.tsx';
import { useSong } from '../../document/DocumentContext.tsx';
import { TextureWindow } from '../parts/TextureWindow.tsx';
import { chartCommand } from './commands.ts';
import { inSyllables, wordLanguages, type WordLanguage } from './partWords.ts';
import type { Writing } from './useWriting.ts';
import { t } from '../../words/words.ts';

const Form = styled.form`
  display: grid;
  gap: 14px;
`;

const Names = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

const Foot = styled.div`
  display: flex;
  justify-content: flex-end;
  gap: 10px;
`;

const Note = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

/** What the chart asks for in a window of its own: the name of a section, words, a lyric. */
export function WriteWindows({ writing }: { writing: Writing }) {
  const { opened, close, line, cursor } = writing;
  // Most of the time nothing is open, and typing draws nothing here.
  if (opened === null) return null;
  const name = (id: string) => chartCommand(id).name;
  return (
    <>
      <Window title={name('section')} isOpen={opened === 'section'} onClose={close}>
        <SectionForm writing={writing} />
      </Window>
      <Window title={name('words')} isOpen={opened === 'words'} onClose={close}>
        <WordsForm writing={writing} />
      </Window>
      <Window title={name('lyric')} isOpen={opened === 'lyric'} onClose={close} width={560}>
        <LyricForm writing={writing} />
      </Window>
      <Window
        title={name('tune')}
        isOpen={opened === 'tune' && line !== null}
        onClose={close}
        width={860}
      >
        <TuneOfLine writing={writing} />
      </Window>
      <Window title={name('suspend')} isOpen={opened === 'suspend'} onClose={close} width={560}>
        <SuspendForm writing={writing} />
      </Window>
      {opened === 'texture' && cursor ? <TextureWindow cursor={cursor} onClose={close} /> : null}
    </>
  );
}

function TuneOfLine({ writing }: { writing: Writing }) {
  const { view } = useLook();
  const song = useSong((state) => state.read.song);
  if (!writing.line) return null;
  return (
    <TuneForm
      song={song}
      line={writing.line}
      view={view}
      onSet={(tune) => {
        writing.setTune(tune);
        writing.close();
      }}
    />
  );
}

const usualNames = ['Intro', 'Verse 1', 'Chorus', 'Bridge', 'Tag', 'Ending'];

function SectionForm({ writing }: { writing: Writing }) {
  const [name, setName] = useState('');
  const add = (chosen: string) => {
    writing.addSection(chosen);
    writing.close();
  };
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') add(name);
      }}
    >
      <TextField label={t('Its name')} value={name} onChange={setName} maxLength={60} autoFocus />
      <Names>
        {usualNames.map((usual) => (
          <Button key={usual} onPress={() => add(usual)}>
            {usual}
          </Button>
        ))}
      </Names>
      <Foot>
        <PrimaryButton type="submit" isDisabled={name.trim() === ''}>
          {t('Begin it')}
        </PrimaryButton>
      </Foot>
    </Form>
  );
}

function WordsForm({ writing }: { writing: Writing }) {
  const [lines, setLines] = useState<readonly string[]>([...writing.words, '']);
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        writing.setWords(lines);
        writing.close();
      }}
    >
      {lines.map((line, index) => (
        <TextField
          key={index}
          label={index === 0 ? t('Words') : t('Words of line {{number}}', { number: index + 1 })}
          value={line}
          maxLength={200}
          autoFocus={index === 0}
          onChange={(typed) => setLines(lines.map((old, place) => (place === index ? typed : old)))}
        />
      ))}
      <Foot>
        <PrimaryButton type="submit">{t('Set the words')}</PrimaryButton>
      </Foot>
    </Form>
  );
}

function LyricForm({ writing }: { writing: Writing }) {
  const [lyric, setLyric] = useState('');
  const [language, setLanguage] = useState<WordLanguage | 'whole'>('whole');
  const spread = async () => {
    try {
      writing.spreadWords(language === 'whole' ? lyric : await inSyllables(lyric, language));
      writing.close();
    } catch (error) {
      console.error('The words could not be parted.', error);
      notify(t('The words could not be parted; they can still be spread whole.'));
    }
  };
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        void spread();
      }}
    >
      <TextField
        label={t('The lyric of this section')}
        lines={8}
        value={lyric}
        onChange={setLyric}
        autoFocus
      />
      <Picker
        label={t('Words in syllables')}
        value={language}
        options={[
          { id: 'whole', name: t('Words stay whole') },
          ...wordLanguages.map((id) => ({ id, name: t('Parted as in {{id}}', { id }) })),
        ]}
        onChange={(id) => setLanguage(id as typeof language)}
      />
      <Note>
        {t(
          'A line of text goes under each line of bars; what is left goes under them once more, for the next time through. Words that stand there now give way; undo brings them back.',
        )}
      </Note>
      <Foot>
        <PrimaryButton type="submit" isDisabled={lyric.trim() === ''}>
          {t('Spread it')}
        </PrimaryButton>
      </Foot>
    </Form>
  );
}
