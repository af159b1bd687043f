import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { visit } from '../../settings/visit.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { display } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Card = styled.section`
  margin-bottom: 22px;
  padding: 18px 22px;
  border: 1px solid var(--hairline);
  border-left: 4px solid var(--accent);
  border-radius: 12px;
  background: var(--card);
  h2 {
    font-size: 21px;
    line-height: 1.3;
  }
  > p {
    margin-top: 6px;
    max-width: 66ch;
    font: 400 16.5px/1.45 ${display};
  }
`;

const Doing = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 14px;
  /* The title of a song is as long as it is. */
  button {
    max-width: 100%;
    white-space: normal;
  }
`;

interface WelcomeProps {
  /** A song to look at; null where there is none. */
  sample: { readonly id: string; readonly title: string } | null;
  onMake: () => void;
}

/** At a first visit: what this is, a song to look at, a song to begin. */
export function Welcome({ sample, onMake }: WelcomeProps) {
  const { welcomed } = visit.use('welcomed');
  const navigate = useNavigate();
  if (welcomed) return null;
  const begun = (does: () => void) => () => {
    visit.change({ welcomed: true });
    does();
  };
  return (
    <Card aria-labelledby="welcome">
      <h2 id="welcome">{t('Song charts in numbers, for keyboardists in church')}</h2>
      <p>
        {t(
          'Write a song once in the degrees of its key and read it in every key, see and hear what two hands play, put songs in the order of a service, and give each to the band by a link.',
        )}
      </p>
      <Doing>
        {sample ? (
          <PrimaryButton onPress={begun(() => void navigate(`/songs/${sample.id}`))}>
            {t('Look at “{{title}}”', { title: sample.title })}
          </PrimaryButton>
        ) : null}
        <Button onPress={begun(onMake)}>{t('Begin a song')}</Button>
        <QuietButton onPress={begun(() => undefined)}>{t('Close')}</QuietButton>
      </Doing>
    </Card>
  );
}
