import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import styled from 'styled-components';
import { announce } from '../../../ui/announce.tsx';
import { Button, QuietButton } from '../../../ui/Button.tsx';
import { Tool } from '../../../ui/Tool.tsx';
import { t } from '../../../words/words.ts';
import { barWords } from './barWords.ts';
import { Tools } from './Place.ts';
import { useBarHeard, type ListeningView } from './useListening.ts';

const Bar = styled.div`
  min-width: 132px;
  text-align: center;
  font-weight: 600;
  small {
    display: block;
    font-size: 13px;
    font-weight: 400;
    color: var(--soft);
  }
`;

const There = styled(QuietButton)`
  min-height: 24px;
  padding: 0 6px;
  font-size: 13px;
`;

/** Steps through the bars, and says where the chosen one begins. */
export function BarTools(view: ListeningView) {
  const { bars, chosen, choose, laid, listening } = view;
  const heard = useBarHeard(view);
  if (chosen === null)
    return <p>{t('The chart has no bars yet: write a section, and mark where its bars begin.')}</p>;
  const bar = bars[chosen]!;
  const begin = () => {
    const { at } = listening.recording.store.getState();
    listening.mark(bars, chosen, at);
    announce(t('{{bar}} begins here', { bar: barWords(bar) }));
  };
  return (
    <Tools role="group" aria-label={t('Chosen bar')}>
      <Tool name={t('Previous bar')} isDisabled={chosen === 0} onPress={() => choose(chosen - 1)}>
        <ChevronLeft size={22} strokeWidth={1.5} />
      </Tool>
      <Bar>
        {barWords(bar)}
        {heard === null ? (
          <small>{t('not heard yet')}</small>
        ) : heard === chosen ? (
          <small>{t('heard now')}</small>
        ) : (
          <There onPress={() => choose(heard)}>
            {t('heard: {{bar}}', { bar: barWords(bars[heard]!) })}
          </There>
        )}
      </Bar>
      <Tool
        name={t('Next bar')}
        isDisabled={chosen === bars.length - 1}
        onPress={() => choose(chosen + 1)}
      >
        <ChevronRight size={22} strokeWidth={1.5} />
      </Tool>
      <Button onPress={begin}>{t('It begins here')}</Button>
      {laid.marked.has(chosen) ? (
        <QuietButton onPress={() => listening.unmark([bar])}>{t('Take its mark away')}</QuietButton>
      ) : null}
    </Tools>
  );
}

/** Marks as it plays: the next bar, the next section. */
export function MarkTools({
  listening,
  state,
  mark,
}: ListeningView & { mark: (what: 'bar' | 'section') => void }) {
  return (
    <Tools role="group" aria-label={t('Marks')}>
      <Button onPress={() => mark('bar')}>
        {t('Mark a bar')} <kbd>M</kbd>
      </Button>
      <Button onPress={() => mark('section')}>
        {t('Mark a section')} <kbd>{t('Shift M')}</kbd>
      </Button>
      <Tool name={t('Undo mark')} isDisabled={state.before.length === 0} onPress={listening.undo}>
        <Undo2 size={20} strokeWidth={1.5} />
      </Tool>
    </Tools>
  );
}
