import styled from 'styled-components';
import { restToday, useBreakDue, useResting } from '../../settings/care.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

const Note = styled.div`
  display: grid;
  justify-items: start;
  gap: 8px;
  padding: 12px 16px;
  border: 1px solid var(--hairline);
  border-left: 4px solid var(--held);
  border-radius: 12px;
  background: var(--card);
  h3 {
    font-size: 17px;
  }
  p {
    font-size: 15px;
    line-height: 1.4;
  }
`;

/** What is said in the place of exercises to somebody whose hands hurt. */
export function RestNote() {
  return (
    <Note role="note">
      <h3>{t('No exercises today')}</h3>
      <p>
        {t(
          'Pain, numbness or tingling in hands, arms or shoulders means stop. Rest them; do not stretch against it. If it stays or comes back, see a clinician.',
        )}
      </p>
      <Button onPress={() => restToday(false)}>{t('It is gone')}</Button>
    </Note>
  );
}

/** After 25 minutes: a break does more than another round. */
export function BreakNote() {
  const minutes = useBreakDue();
  const isResting = useResting();
  if (minutes === null || isResting) return null;
  return (
    <Note role="status">
      <h3>{t('{{count}} minutes without a break', { count: minutes })}</h3>
      <p>
        {t('Take five. Shake your hands out; look far away. What you practised settles meanwhile.')}
      </p>
    </Note>
  );
}

/** Whoever says it rests, and can take it back. */
export function HurtsButton() {
  const isResting = useResting();
  if (isResting) return null;
  return (
    <QuietButton
      onPress={() => {
        restToday(true);
        notify(t('Stop for today, and rest.'), () => restToday(false));
      }}
    >
      {t('Something hurts')}
    </QuietButton>
  );
}
