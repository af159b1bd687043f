import { ChevronLeft, ChevronRight } from 'lucide-react';
import styled from 'styled-components';
import { pressSimulatedPedal } from '../../device/pedal.ts';
import { Button } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';

const Pedal = styled.div`
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 10px;
  padding: 6px 14px 10px;
  background: var(--panel);
  button {
    min-height: 52px;
  }
`;

/** A foot pedal for whoever has none at hand: it sends the keys that a real one sends. */
export function ScreenPedal() {
  return (
    <Pedal role="group" aria-label={t('Pedal on the screen')}>
      <Button onPress={() => pressSimulatedPedal('back')}>
        <ChevronLeft size={22} strokeWidth={1.5} aria-hidden /> {t('Back')}
      </Button>
      <Button onPress={() => pressSimulatedPedal('on')}>
        {t('On')} <ChevronRight size={22} strokeWidth={1.5} aria-hidden />
      </Button>
    </Pedal>
  );
}
