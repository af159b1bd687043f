import type { Song } from '@intervallum/core';
import styled from 'styled-components';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { Window } from '../../ui/Window.tsx';
import { ChartQuestions, NumberQuestions } from '../parts/ChartQuestions.tsx';
import { ThemeQuestion } from '../parts/ReaderQuestions.tsx';
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

/** How this reader looks at charts. It changes no chart, unless the reader asks for the text to be rewritten. */
export function ViewWindow({ song, onRewrite, onClose }: ViewWindowProps) {
  const { reading, minor } = reader.use('reading', 'minor');
  const inMinor = song.key.mode === 'minor';
  const differs =
    (reading !== 'chart' && reading !== song.reading) ||
    (inMinor && minor !== 'chart' && minor !== song.minor);
  return (
    <Window title={t('View')} isOpen onClose={onClose} width={760}>
      <Body>
        <ThemeQuestion />
        <NumberQuestions inMinor={inMinor} />
        {differs ? (
          <Button onPress={onRewrite}>{t('Write the chart’s text this way')}</Button>
        ) : null}
        <ChartQuestions />
      </Body>
    </Window>
  );
}
