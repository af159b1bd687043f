import styled from 'styled-components';
import { practice } from '../../settings/practice.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { Window, WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';
import { usePracticeLens } from './practiceContext.ts';
import { clicks } from './useTapping.ts';

const Pad = styled.button`
  width: 100%;
  min-height: 120px;
  margin: 6px 0 12px;
  border: 2px solid var(--rail);
  border-radius: 16px;
  background: var(--card);
  font-size: 22px;
  touch-action: manipulation;
  cursor: pointer;
  &:active {
    border-color: var(--accent);
  }
`;

const Said = styled.p`
  min-height: 52px;
  font-size: 17px;
  line-height: 1.4;
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
`;

/** So late, in milliseconds, the simulated keyboard taps: to see what it is like. */
const simulatedDelay = 60;

/** How late keys and sound come together, found by tapping to clicks: on the keyboard itself, or on the pad. */
export function TapWindow() {
  const { tapping, played } = usePracticeLens();
  const { isOpen, isOn, taps, delay, close, begin, tap } = tapping;
  const start = () =>
    begin((beats) => {
      if (played.sourceId !== 'simulated') return;
      const now = performance.now() - simulatedDelay;
      played.simulateInTime(beats.map((at) => ({ note: 60, from: at - now, to: at - now + 80 })));
    });
  const take = (ms: number) => {
    const before = practice.now().latency;
    practice.change({ latency: ms });
    notify(t('The delay of the keyboard is counted from now on.'), () =>
      practice.change({ latency: before }),
    );
    close();
  };
  return (
    <Window title={t('How late do keys and sound come?')} isOpen={isOpen} onClose={close}>
      <WindowWords>
        {t(
          'Twelve clicks sound. Listen to two, then tap with the others: on any key of your keyboard, or on the pad.',
        )}
      </WindowWords>
      <Pad
        type="button"
        disabled={!isOn}
        onPointerDown={(event) => tap(event.timeStamp)}
        onKeyDown={(event) => {
          if (!event.repeat && (event.key === ' ' || event.key === 'Enter')) tap(event.timeStamp);
        }}
      >
        {isOn ? t('{{taps}} of {{clicks}} taps', { taps, clicks }) : t('Tap here')}
      </Pad>
      <Said role="status">
        {delay?.kind === 'found'
          ? t('They come {{ms}} ms late together; your taps lay {{spread}} ms around that.', {
              ms: delay.ms,
              spread: delay.spread,
            })
          : delay?.kind === 'too few'
            ? t('Too few taps were heard: {{count}}. Once more.', { count: delay.count })
            : delay?.kind === 'uneven'
              ? t('The taps lie too far apart to tell. Once more, with the clicks.')
              : ''}
      </Said>
      <Line>
        {delay?.kind === 'found' ? (
          <PrimaryButton onPress={() => take(delay.ms)}>
            {t('Count {{ms}} ms', { ms: delay.ms })}
          </PrimaryButton>
        ) : null}
        <Button onPress={start} isDisabled={isOn}>
          {delay ? t('Once more') : t('Let it click')}
        </Button>
      </Line>
    </Window>
  );
}
