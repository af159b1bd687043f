import { noteLanguages, type NoteLanguage, type Song } from '@intervallum/core';
import styled from 'styled-components';
import { chartSettings, chartSizes, reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { languageNames } from '../../music/languages.ts';
import { Picker } from '../../ui/Picker.tsx';
import { Window } from '../../ui/Window.tsx';

const Body = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 16px 24px;
`;

const Question = styled.div`
  h3 {
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    margin-bottom: 2px;
  }
  p {
    margin-bottom: 8px;
    font-size: 13px;
    color: var(--soft);
    max-width: 40ch;
  }
`;

interface ViewWindowProps {
  song: Pick<Song, 'key' | 'reading' | 'minor'>;
  onRewrite: () => void;
  onClose: () => void;
}

/** How this reader looks at charts. It changes no chart, unless the reader asks for the text to be rewritten. */
export function ViewWindow({ song, onRewrite, onClose }: ViewWindowProps) {
  const {
    reading,
    minor,
    symbols,
    language,
    spelling,
    letters,
    words,
    wordsOnBeats,
    tune,
    theme,
    size,
    joined,
  } = reader.use(...chartSettings, 'theme', 'size', 'joined');
  const { mode } = song.key;
  const differs =
    (reading !== 'chart' && reading !== song.reading) ||
    (mode === 'minor' && minor !== 'chart' && minor !== song.minor);
  return (
    <Window title="View" isOpen onClose={onClose} width={760}>
      <Body>
        <Question>
          <h3>A bare number</h3>
          <p>
            As written, a bare 2 is a major chord. In key, it is the chord the key has there: 2
            minor.
          </p>
          <Choice
            label="A bare number"
            value={reading}
            options={[
              ['chart', 'As the chart'],
              ['as written', 'As written'],
              ['in key', 'In key'],
            ]}
            onChange={(chosen) => reader.change({ reading: chosen })}
          />
        </Question>
        {mode === 'minor' ? (
          <Question>
            <h3>Numbers in minor</h3>
            <p>Home is 6m of the relative major, or 1m of its own tonic.</p>
            <Choice
              label="Numbers in minor"
              value={minor}
              options={[
                ['chart', 'As the chart'],
                ['relative', 'Home is 6m'],
                ['own tonic', 'Home is 1m'],
              ]}
              onChange={(chosen) => reader.change({ minor: chosen })}
            />
          </Question>
        ) : null}
        {differs ? <Button onPress={onRewrite}>Write the chart’s text this way</Button> : null}
        <Question>
          <h3>Qualities</h3>
          <Choice
            label="Qualities"
            value={symbols}
            options={[
              ['words', 'm maj7 dim m7♭5'],
              ['signs', '- △ ° ø'],
            ]}
            onChange={(chosen) => reader.change({ symbols: chosen })}
          />
        </Question>
        <Question>
          <Picker
            label="Names of notes"
            value={language}
            options={noteLanguages.map((id) => ({ id, name: languageNames[id] }))}
            onChange={(id) => reader.change({ language: id as NoteLanguage })}
          />
        </Question>
        <Question>
          <h3>Spelling</h3>
          <p>Easy reading avoids double accidentals and C♭, F♭, B♯, E♯; the chart stays right.</p>
          <Choice
            label="Spelling"
            value={spelling}
            options={[
              ['strict', 'Strict'],
              ['easy', 'Easy reading'],
            ]}
            onChange={(chosen) => reader.change({ spelling: chosen })}
          />
        </Question>
        <Question>
          <h3>Letters beneath</h3>
          <Choice
            label="Letters beneath"
            value={letters ? 'on' : 'off'}
            options={[
              ['on', 'Shown'],
              ['off', 'Hidden'],
            ]}
            onChange={(chosen) => reader.change({ letters: chosen === 'on' })}
          />
        </Question>
        <Question>
          <h3>Words</h3>
          <Choice
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
        </Question>
        <Question>
          <h3>Tune</h3>
          <Choice
            label="Tune"
            value={tune}
            options={[
              ['degrees', 'In degrees'],
              ['staff', 'On a staff'],
              ['off', 'Hidden'],
            ]}
            onChange={(chosen) => reader.change({ tune: chosen })}
          />
        </Question>
        <Question>
          <Picker
            label="Size of charts"
            value={size}
            options={chartSizes.map((id) => ({ id, name: id }))}
            onChange={(id) => reader.change({ size: id as (typeof chartSizes)[number] })}
          />
        </Question>
        <Question>
          <h3>Rows</h3>
          <Choice
            label="Rows"
            value={joined ? 'joined' : 'lines'}
            options={[
              ['lines', 'A line each'],
              ['joined', 'As many bars as fit'],
            ]}
            onChange={(chosen) => reader.change({ joined: chosen === 'joined' })}
          />
        </Question>
        <Question>
          <h3>Page</h3>
          <Choice
            label="Page"
            value={theme}
            options={[
              ['system', 'As the device'],
              ['light', 'Paper'],
              ['dark', 'Dark'],
            ]}
            onChange={(chosen) => reader.change({ theme: chosen })}
          />
        </Question>
      </Body>
    </Window>
  );
}
