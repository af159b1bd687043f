import { noteLanguages, type NoteLanguage, type Song } from '@intervallum/core';
import styled from 'styled-components';
import { chartSettings, chartSizes, reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { languageNames } from '../../music/languages.ts';
import { Picker } from '../../ui/Picker.tsx';
import { Asked, Question } from '../../ui/Question.tsx';
import { Window } from '../../ui/Window.tsx';
import { LettersQuestion, ThemeQuestion } from '../parts/ReaderQuestions.tsx';

const Body = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 16px 24px;
`;

interface ViewWindowProps {
  song: Pick<Song, 'key' | 'reading' | 'minor'>;
  onRewrite: () => void;
  onClose: () => void;
}

/** How this reader looks at charts. It changes no chart, unless the reader asks for the text to be rewritten. */
export function ViewWindow({ song, onRewrite, onClose }: ViewWindowProps) {
  const { reading, minor, symbols, language, spelling, words, wordsOnBeats, tune, size, joined } =
    reader.use(...chartSettings, 'size', 'joined');
  const { mode } = song.key;
  const differs =
    (reading !== 'chart' && reading !== song.reading) ||
    (mode === 'minor' && minor !== 'chart' && minor !== song.minor);
  return (
    <Window title="View" isOpen onClose={onClose} width={760}>
      <Body>
        <Asked
          label="A bare number"
          note="As written, a bare 2 is a major chord. In key, it is the chord the key has there: 2 minor."
          value={reading}
          options={[
            ['chart', 'As the chart'],
            ['as written', 'As written'],
            ['in key', 'In key'],
          ]}
          onChange={(chosen) => reader.change({ reading: chosen })}
        />
        {mode === 'minor' ? (
          <Asked
            label="Numbers in minor"
            note="Home is 6m of the relative major, or 1m of its own tonic."
            value={minor}
            options={[
              ['chart', 'As the chart'],
              ['relative', 'Home is 6m'],
              ['own tonic', 'Home is 1m'],
            ]}
            onChange={(chosen) => reader.change({ minor: chosen })}
          />
        ) : null}
        {differs ? <Button onPress={onRewrite}>Write the chart’s text this way</Button> : null}
        <Asked
          label="Qualities"
          value={symbols}
          options={[
            ['words', 'm maj7 dim m7♭5'],
            ['signs', '- △ ° ø'],
          ]}
          onChange={(chosen) => reader.change({ symbols: chosen })}
        />
        <Question>
          <Picker
            label="Names of notes"
            value={language}
            options={noteLanguages.map((id) => ({ id, name: languageNames[id] }))}
            onChange={(id) => reader.change({ language: id as NoteLanguage })}
          />
        </Question>
        <Asked
          label="Spelling"
          note="Easy reading avoids double accidentals and C♭, F♭, B♯, E♯; the chart stays right."
          value={spelling}
          options={[
            ['strict', 'Strict'],
            ['easy', 'Easy reading'],
          ]}
          onChange={(chosen) => reader.change({ spelling: chosen })}
        />
        <LettersQuestion />
        <Asked
          label="Words"
          value={!words ? 'off' : wordsOnBeats ? 'beats' : 'bars'}
          options={[
            ['bars', 'Under the bars'],
            ['beats', 'On the beats'],
            ['off', 'Hidden'],
          ]}
          onChange={(chosen) =>
            reader.change({ words: chosen !== 'off', wordsOnBeats: chosen === 'beats' })
          }
        />
        <Asked
          label="Tune"
          value={tune}
          options={[
            ['degrees', 'In degrees'],
            ['staff', 'On a staff'],
            ['off', 'Hidden'],
          ]}
          onChange={(chosen) => reader.change({ tune: chosen })}
        />
        <Question>
          <Picker
            label="Size of charts"
            value={size}
            options={chartSizes.map((id) => ({ id, name: id }))}
            onChange={(id) => reader.change({ size: id as (typeof chartSizes)[number] })}
          />
        </Question>
        <Asked
          label="Rows"
          value={joined ? 'joined' : 'lines'}
          options={[
            ['lines', 'A line each'],
            ['joined', 'As many bars as fit'],
          ]}
          onChange={(chosen) => reader.change({ joined: chosen === 'joined' })}
        />
        <ThemeQuestion />
      </Body>
    </Window>
  );
}
