import { noteLanguages, type NoteLanguage } from '@intervallum/core';
import { languageNames } from '../../music/languages.ts';
import { sizeNames } from '../../music/sizeNames.ts';
import { chartSettings, chartSizes, reader } from '../../settings/reader.ts';
import { Picker } from '../../ui/Picker.tsx';
import { Asked, Question } from '../../ui/Question.tsx';
import { t } from '../../words/words.ts';
import { LettersQuestion } from './ReaderQuestions.tsx';

/** How bare numbers are read. @param inMinor asks as well how numbers are counted in minor keys */
export function NumberQuestions({ inMinor }: { inMinor: boolean }) {
  const { reading, minor } = reader.use('reading', 'minor');
  return (
    <>
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
      {inMinor ? (
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
    </>
  );
}

/** What of a chart is shown, and how it is written. */
export function ChartQuestions() {
  const { symbols, language, spelling, words, wordsOnBeats, tune, size, joined, ownNames } =
    reader.use(...chartSettings, 'size', 'joined');
  return (
    <>
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
        label={t('Names of your own')}
        note={t('Names that a chart gives to shapes, as in four = 1 3 4 6.')}
        value={ownNames}
        options={[
          ['names', t('By name')],
          ['symbols', t('As symbols')],
        ]}
        onChange={(chosen) => reader.change({ ownNames: chosen })}
      />
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
    </>
  );
}
