import type { Song, Voiced } from '@intervallum/core';
import { useState } from 'react';
import styled from 'styled-components';
import type { ChartView } from '../chart/view.ts';
import { TextureForm } from '../texture/TextureForm.tsx';
import { TuneForm } from '../tune/TuneForm.tsx';
import { Button, PrimaryButton } from '../ui/Button.tsx';
import { TextField } from '../ui/fields.tsx';
import { notify } from '../ui/notices.tsx';
import { Picker } from '../ui/Picker.tsx';
import { Window } from '../ui/Window.tsx';
import { commands, openers } from './commands.ts';
import { inSyllables, wordLanguages, type WordLanguage } from './syllables.ts';
import type { Writing } from './useWriting.ts';

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

const Keys = styled.dl`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2px 28px;
  font-size: 15px;
  div {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    padding: 4px 0;
    border-bottom: 1px solid var(--hairline);
  }
  dd {
    font-weight: 700;
    white-space: nowrap;
  }
`;

interface WriteWindowsProps {
  writing: Writing;
  song: Song;
  view: ChartView;
  /** The whole song with its hands, to hear how they play. */
  whole: () => Promise<Voiced>;
}

/** What the chart asks for in a window of its own: the name of a section, words, a lyric; and all its keys. */
export function WriteWindows({ writing, song, view, whole }: WriteWindowsProps) {
  const { opened, close, line } = writing;
  // Most of the time nothing is open, and typing draws nothing here.
  if (opened === null) return null;
  return (
    <>
      <Window title={openers.section.name} isOpen={opened === 'section'} onClose={close}>
        <SectionForm writing={writing} />
      </Window>
      <Window title={openers.words.name} isOpen={opened === 'words'} onClose={close}>
        <WordsForm writing={writing} />
      </Window>
      <Window title={openers.lyric.name} isOpen={opened === 'lyric'} onClose={close} width={560}>
        <LyricForm writing={writing} />
      </Window>
      <Window
        title={openers.tune.name}
        isOpen={opened === 'tune' && line !== null}
        onClose={close}
        width={860}
      >
        {line ? (
          <TuneForm
            song={song}
            line={line}
            view={view}
            onSet={(tune) => {
              writing.setTune(tune);
              close();
            }}
          />
        ) : null}
      </Window>
      <Window
        title={`How the hands play ${(line && song.sections[line.section]?.name) || 'this section'}`}
        isOpen={opened === 'texture' && line !== null}
        onClose={close}
        width={1080}
      >
        {line ? (
          <TextureForm
            song={song}
            section={line.section}
            meter={line.meters[0]!}
            whole={whole}
            onKeep={(textures, of) => {
              writing.setTextures(textures, of);
              close();
            }}
          />
        ) : null}
      </Window>
      <Window title="Keys on the chart" isOpen={opened === 'keys'} onClose={close} width={720}>
        <AllKeys />
      </Window>
    </>
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
      <TextField label="Its name" value={name} onChange={setName} maxLength={60} autoFocus />
      <Names>
        {usualNames.map((usual) => (
          <Button key={usual} onPress={() => add(usual)}>
            {usual}
          </Button>
        ))}
      </Names>
      <Foot>
        <PrimaryButton type="submit" isDisabled={name.trim() === ''}>
          Begin it
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
          label={index === 0 ? 'Words' : `Words of line ${index + 1}`}
          value={line}
          maxLength={200}
          autoFocus={index === 0}
          onChange={(typed) => setLines(lines.map((old, place) => (place === index ? typed : old)))}
        />
      ))}
      <Foot>
        <PrimaryButton type="submit">Set the words</PrimaryButton>
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
      notify('The words could not be parted; they can still be spread whole.');
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
        label="The lyric of this section"
        lines={8}
        value={lyric}
        onChange={setLyric}
        autoFocus
      />
      <Picker
        label="Words in syllables"
        value={language}
        options={[
          { id: 'whole', name: 'Words stay whole' },
          ...wordLanguages.map((id) => ({ id, name: `Parted as in ${id}` })),
        ]}
        onChange={(id) => setLanguage(id as typeof language)}
      />
      <Note>
        A line of text goes under each line of bars; what is left goes under them once more, for the
        next time through. Words that stand there now give way; undo brings them back.
      </Note>
      <Foot>
        <PrimaryButton type="submit" isDisabled={lyric.trim() === ''}>
          Spread it
        </PrimaryButton>
      </Foot>
    </Form>
  );
}

const always: readonly (readonly [string, string])[] = [
  ['Type a chord', '1 to 7, # b, A to G'],
  ['Change the chord here', 'Enter'],
  ['Take it and go on', 'Space'],
  ['Go from slot to slot, line to line', '← → ↑ ↓'],
  ['Choose more slots', 'Shift ← →'],
  ['Undo, redo', 'Ctrl Z, Ctrl Y'],
  ['Play from here, stop playing', 'P'],
  ['Go on, while an open section sounds', 'G'],
];

function AllKeys() {
  const rows = [
    ...always,
    ...[...Object.values(commands), ...Object.values(openers)].map(
      ({ name, keyName }) => [name, keyName] as const,
    ),
  ];
  return (
    <Keys>
      {rows.map(([name, key]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{key}</dd>
        </div>
      ))}
    </Keys>
  );
}
