import { memo } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { short } from '../../ui/theme.ts';
import type { HandsSearch } from './useHands.ts';
import { t } from '../../words/words.ts';

const Line = styled.div`
  flex: none;
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 42px;
  padding: 4px 16px;
  border-top: 1px solid var(--hairline);
  background: var(--panel);
  font-size: 13px;
  color: var(--soft);
  kbd {
    font: inherit;
    font-weight: 700;
    color: var(--ink);
  }
  button {
    min-height: 32px;
    padding: 3px 10px;
    font-size: 14px;
  }
`;

/** Where there is no room for it there is no keyboard. */
const Hints = styled(Line)`
  ${short} {
    display: none;
  }
`;

const Bar = styled.progress`
  flex: 1;
  height: 8px;
  accent-color: var(--accent);
`;

/** At the foot of the tools: the keys, or how the search is doing. A search that takes longer than a moment shows how far it is and can be stopped; one that broke off can be tried again. */
export const SearchState = memo(function SearchState({ search }: { search: HandsSearch }) {
  const { progress, failure, stopped, stop, again } = search;
  if (failure || stopped) {
    return (
      <Line role="alert">
        <span>{failure ?? t('The search was stopped; what you see is from before.')}</span>
        <Button onPress={again}>{t('Search again')}</Button>
      </Line>
    );
  }
  if (progress === null) {
    return (
      <Hints>
        <span>
          <kbd>1</kbd>–<kbd>9</kbd> {t('another way')} · <kbd>P</kbd> {t('pin')} · <kbd>←</kbd>{' '}
          <kbd>→</kbd> {t('chord')} · <kbd>Ctrl Z</kbd> {t('undo')}
        </span>
      </Hints>
    );
  }
  return (
    <Line>
      <Bar aria-label={t('Finding the hands')} value={progress} max={1} />
      <Button onPress={stop}>{t('Stop')}</Button>
    </Line>
  );
});
