import { noteLanguages, type NoteLanguage, type Song } from '@intervallum/core';
import styled from 'styled-components';
import { chartSettings, chartSizes, reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { languageNames } from '../../music/languages.ts';
import { Picker } from '../../ui/Picker.tsx';
import { Asked, Question } from '../../ui/Question.tsx';
import { Window } from '../../ui/Window.tsx';
import { LettersQuestion, ThemeQuestion } from '../parts/ReaderQuestions.tsx';
import { t } from '../../words/words.ts';

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

const sizeNames: Readonly<Record<(typeof chartSizes)[number], string>> = {
  smallest: t('smallest'),
  small: t('small'),
  usual: t('usual'),
  large: t('large'),
  largest: t('largest'),
};

/** How this reader looks at charts. It changes no chart, unless the reader asks for the text to be rewritten. */
export function ViewWindow({ song, onRewrite, onClose }: ViewWindowProps) {
  const { reading, minor, symbols, language, spelling, words, wordsOnBeats, tune, size, joined } =
    reader.use(...chartSettings, 'size', 'joined');
  const { mode } = song.key;
  const differs =
    (reading !== 'chart' && reading !== song.reading) ||
    (mode === 'minor' && minor !== 'chart' && minor !== song.minor);
  return (
    <Window title={t('View')} isOpen onClose={onClose} width={760}>
      <Body>
        <Asked
          label={t('A number alone')}
          note={t(
            'As written, a bare 2 is a major chord. In key, it is the chord the key has there: 2 minor.',
          )}
          value={reading}
          options={[
            ['chart', t('As the chart')],
            ['as written', t('As written')],
            ['in key', t('In key')],
          ]}
          onChange={(chosen) => reader.change({ reading: chosen })}
        />
        {mode === 'minor' ? (
          <Asked
            label={t('Numbers in minor')}
            note={t('Home is 6m of the relative major, or 1m of its own tonic.')}
            value={minor}
            options={[
              ['chart', t('As the chart')],
              ['relative', t('Home is 6m')],
              ['own tonic', t('Home is 1m')],
            ]}
            onChange={(chosen) => reader.change({ minor: chosen })}
          />
        ) : null}
        {differs ? (
          <Button onPress={onRewrite}>{t('Write the chart’s text this way')}</Button>
        ) : null}
        <Asked
          label={t('Qualities')}
          value={symbols}
          options={[
            ['words', 'm maj7 dim m7♭5'],
            ['signs', '- △ ° ø'],
          ]}
          onChange={(chosen) => reader.change({ symbols: chosen })}
        />
        <Question>
          <Picker
            label={t('Names of notes')}
            value={language}
            options={noteLanguages.map((id) => ({ id, name: languageNames[id] }))}
            onChange={(id) => reader.change({ language: id as NoteLanguage })}
          />
        </Question>
        <Asked
          label={t('Spelling')}
          note={t(
            'Easy reading avoids double accidentals and C♭, F♭, B♯, E♯; the chart stays right.',
          )}
          value={spelling}
          options={[
            ['strict', t('Strict')],
            ['easy', t('Easy reading')],
          ]}
          onChange={(chosen) => reader.change({ spelling: chosen })}
        />
        <LettersQuestion />
        <Asked
          label={t('Words')}
          value={!words ? 'off' : wordsOnBeats ? 'beats' : 'bars'}
          options={[
            ['bars', t('Under the bars')],
            ['beats', t('On the beats')],
            ['off', t('Hidden')],
          ]}
          onChange={(chosen) =>
            reader.change({ words: chosen !== 'off', wordsOnBeats: chosen === 'beats' })
          }
        />
        <Asked
          label={t('Tune')}
          value={tune}
          options={[
            ['degrees', t('In degrees')],
            ['staff', t('On a staff')],
            ['off', t('Hidden')],
          ]}
          onChange={(chosen) => reader.change({ tune: chosen })}
        />
        <Question>
          <Picker
            label={t('Size of charts')}
            value={size}
            options={chartSizes.map((id) => ({ id, name: sizeNames[id] }))}
            onChange={(id) => reader.change({ size: id as (typeof chartSizes)[number] })}
          />
        </Question>
        <Asked
          label={t('Rows')}
          value={joined ? 'joined' : 'lines'}
          options={[
            ['lines', t('A line each')],
            ['joined', t('As many bars as fit')],
          ]}
          onChange={(chosen) => reader.change({ joined: chosen === 'joined' })}
        />
        <ThemeQuestion />
      </Body>
    </Window>
  );
}
