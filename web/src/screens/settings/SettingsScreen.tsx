import { parseChart } from '@intervallum/core';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { canKeepFiles } from '../../device/offline/keptFiles.ts';
import { Chart } from '../../music/rails/Chart.tsx';
import { viewAsWritten } from '../../music/rails/view.ts';
import { useWho } from '../../queries/session.ts';
import { desk } from '../../settings/desk.ts';
import { chartSettings, reader } from '../../settings/reader.ts';
import { QuietButton } from '../../ui/Button.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { notify } from '../../ui/notices.tsx';
import { Page } from '../../ui/Page.tsx';
import { Asked, Question } from '../../ui/Question.tsx';
import { phone } from '../../ui/theme.ts';
import { roleNames } from '../../words/roleNames.ts';
import { wordLanguages, type WordLanguage } from '../../words/languages.ts';
import { chooseLanguage, t, wordLanguage } from '../../words/words.ts';
import { ChartQuestions, NumberQuestions } from '../parts/ChartQuestions.tsx';
import { KeepSounds } from '../parts/KeepSounds.tsx';
import { ThemeQuestion } from '../parts/ReaderQuestions.tsx';
import { sampleText } from './sampleText.ts';

const Part = styled.section`
  padding: 18px 0 22px;
  border-top: 1px solid var(--hairline);
  h2 {
    margin-bottom: 12px;
    font-size: 22px;
  }
`;

const Questions = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(330px, 100%), 1fr));
  gap: 18px 28px;
`;

const Sample = styled.div`
  margin-bottom: 18px;
  padding: 2px 18px 16px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  ${phone} {
    padding: 2px 10px 12px;
  }
`;

const YouLine = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  b {
    font-weight: 600;
    font-size: 17px;
  }
  span {
    color: var(--soft);
  }
  a {
    padding: 9px 0;
  }
`;

const help: readonly HelpLine[] = [
  { id: 'language', name: t('Choose the language of the pages') },
  { id: 'theme', name: t('Choose light or dark pages') },
  { id: 'sounds', name: t('Keep sounds for when there is no network') },
  { id: 'charts', name: t('Choose how charts are shown; the sample shows it at once') },
  { id: 'keys', name: t('Switch off keys of one sign') },
];

/** Who is signed in, and how the pages of this browser speak and look: that stays on this device. */
export function SettingsScreen() {
  return (
    <Page title={t('Settings')} help={help}>
      <You />
      <Part>
        <h2>{t('All pages')}</h2>
        <Questions>
          <LanguageQuestion />
          <ThemeQuestion />
          <KeysQuestion />
        </Questions>
      </Part>
      {canKeepFiles() ? (
        <Part>
          <h2>{t('Without a network')}</h2>
          <KeepSounds who="player" />
        </Part>
      ) : null}
      <Part>
        <h2>{t('Charts')}</h2>
        <SampleChart />
        <Questions>
          <ChartQuestions />
          <NumberQuestions inMinor />
        </Questions>
      </Part>
    </Page>
  );
}

/** Who is signed in here, and the way to their account. */
function You() {
  const who = useWho();
  if (!who) return null;
  return (
    <Part>
      <h2>{t('You')}</h2>
      <YouLine>
        <b>{who.name}</b>
        <span>{who.team ? `${roleNames[who.team.role]}, ${who.team.team}` : t('in no team')}</span>
        <Link to="/account">{t('Your account')}</Link>
      </YouLine>
    </Part>
  );
}

const languages = Object.entries(wordLanguages).map(
  ([id, { name }]) => [id as WordLanguage, name] as const,
);

/** The language of the pages. Who reads them in it may want the names of notes in it as well. */
function LanguageQuestion() {
  const { language } = reader.use('language');
  const [chosen, setChosen] = useState(wordLanguage);
  const choose = (asked: WordLanguage) => {
    setChosen(asked);
    if (chooseLanguage(asked)) return;
    setChosen(wordLanguage);
    notify(t('This browser remembers nothing for pages, so their language stays.'));
  };
  return (
    <div>
      <Asked label={t('Language')} value={chosen} options={languages} onChange={choose} />
      {wordLanguage !== 'english' && language === 'english' ? (
        <Question>
          <QuietButton onPress={() => reader.change({ language: wordLanguage })}>
            {t('Name the notes in this language too')}
          </QuietButton>
        </Question>
      ) : null}
    </div>
  );
}

function KeysQuestion() {
  const { signKeys } = desk.use('signKeys');
  return (
    <Asked
      label={t('Keys of one sign, as ? for help')}
      note={t('Off, if speech or a slip of the hand sets them off. On the chart they stay.')}
      value={signKeys ? 'on' : 'off'}
      options={[
        ['on', t('In use')],
        ['off', t('Switched off')],
      ]}
      onChange={(value) => desk.change({ signKeys: value === 'on' })}
    />
  );
}

/** A few bars as all charts are shown now. */
function SampleChart() {
  const settings = reader.use(...chartSettings);
  const { song } = useMemo(() => parseChart(sampleText), []);
  const view = useMemo(() => {
    const { letters, dictation, words, wordsOnBeats, tune } = settings;
    return { ...viewAsWritten(song, settings), letters, dictation, words, wordsOnBeats, tune };
  }, [song, settings]);
  return (
    <Sample role="img" aria-label={t('A few bars as charts are shown now')}>
      <Chart song={song} view={view} />
    </Sample>
  );
}
