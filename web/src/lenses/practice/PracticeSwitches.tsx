import styled from 'styled-components';
import { useCanSpeak } from '../../device/audio/speech.ts';
import { practice } from '../../settings/practice.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { t } from '../../words/words.ts';
import { usePracticeLens } from './practiceContext.ts';
import { TapWindow } from './TapWindow.tsx';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 14px;
`;

/** What stays as one likes it, whatever is practised. */
export function PracticeSwitches() {
  const { way, running, isSearching, tapping } = usePracticeLens();
  const { again, spoken, counted, rhythm, latency } = practice.use(
    'again',
    'spoken',
    'counted',
    'rhythm',
    'latency',
  );
  const canSpeak = useCanSpeak();
  const isOn = running !== null || isSearching;
  return (
    <>
      {way === 'in time' || way === 'from memory' ? (
        <Row>
          <Switch
            isSelected={rhythm}
            onChange={(isOnNow) => practice.change({ rhythm: isOnNow })}
            isDisabled={isOn}
          >
            {t('The rhythm alone: any key is a tap')}
          </Switch>
          <QuietButton isDisabled={isOn} onPress={tapping.open}>
            {latency > 0 ? t('Keys: {{ms}} ms late', { ms: latency }) : t('Are the keys late?')}
          </QuietButton>
        </Row>
      ) : null}
      <TapWindow />
      {way === 'improvise' ? null : (
        <Switch isSelected={again} onChange={(isOnNow) => practice.change({ again: isOnNow })}>
          {t('Again and again, until I stop it')}
        </Switch>
      )}
      {canSpeak && way !== 'called' ? (
        <Switch isSelected={counted} onChange={(isOnNow) => practice.change({ counted: isOnNow })}>
          {t('It is counted aloud')}
        </Switch>
      ) : null}
      {canSpeak && (way === 'called' || way === 'in time') ? (
        <Switch isSelected={spoken} onChange={(isOnNow) => practice.change({ spoken: isOnNow })}>
          {t('The chords are said aloud')}
        </Switch>
      ) : null}
    </>
  );
}
