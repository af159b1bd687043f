import { formatKey, sameKey, type RankedKey } from '@intervallum/core';
import { useId, useState } from 'react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { display } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import { Card, CardHead, List, Steps } from '../parts/cards.ts';
import { reasonInWords, remedyInWords, stepsInWords, verdictInWords } from './keyFacts.ts';
import { useKeyLens } from './keyContext.ts';
import { PlayedInChoice } from '../parts/PlayedInChoice.tsx';
import { KeepIt, KeptFor } from './KeptFor.tsx';
import { SungBefore } from './SungBefore.tsx';

const KeyOf = styled.b`
  font: 600 20px/1.2 ${display};
`;

const Reasons = styled.ul`
  display: grid;
  gap: 6px;
  font-size: 14px;
  line-height: 1.4;
  margin-bottom: 12px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
  }
  i {
    font-style: normal;
    font-variant-numeric: tabular-nums;
    color: var(--soft);
  }
`;

const For = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

const None = styled.section`
  display: grid;
  gap: 8px;
  padding: 4px 0 4px 12px;
  border-left: 4px solid var(--right);
  font-size: 14px;
  h3 {
    font-size: 15px;
  }
  li + li {
    margin-top: 6px;
  }
`;

const Keyboard = styled.section`
  display: grid;
  gap: 4px;
  h3 {
    font-size: 15px;
  }
`;

/** So many keys are seen at first. */
const first = 3;

/** The keys for those who sing and play, the best first, each with why. */
export function RankedKeys({ onWho }: { onWho: () => void }) {
  const { ranked, singing, range, trouble } = useKeyLens();
  const [opened, setOpened] = useState<string | null>(null);
  const [isAll, setAll] = useState(false);
  const shown = isAll ? ranked : ranked.slice(0, first);
  // What was opened may be none of the first three any more.
  const open = shown.find(({ key }) => formatKey(key) === opened) ?? shown[0];
  return (
    <>
      <For>
        {singing.length > 0
          ? t('For {{names}}.', { names: singing.map(({ name }) => name).join(', ') })
          : t('Nobody is named who sings it: choose whose voice is asked.')}{' '}
        <QuietButton onPress={onWho}>{t('Who sings')}</QuietButton>
      </For>
      {trouble === null ? null : <For role="alert">{trouble}</For>}
      {range ? null : (
        <For>
          {t(
            'This song has no tune yet. Write it in the chart, “Tune of this line”, and the voices are asked as well.',
          )}
        </For>
      )}
      <NoKey />
      <List aria-label={t('Keys, the best first')}>
        {shown.map((one) => (
          <KeyCard
            key={formatKey(one.key)}
            ranked={one}
            isOpen={one === open}
            onOpen={() => setOpened(formatKey(one.key))}
          />
        ))}
      </List>
      <Button onPress={() => setAll(!isAll)}>
        {isAll ? t('The best three only') : t('All twelve keys')}
      </Button>
      <Keyboard aria-label={t('Your keyboard')}>
        <h3>{t('Your keyboard')}</h3>
        <PlayedInChoice />
      </Keyboard>
      <KeptFor />
      <SungBefore />
    </>
  );
}

interface KeyCardProps {
  ranked: RankedKey;
  isOpen: boolean;
  onOpen: () => void;
}

function KeyCard({ ranked, isOpen, onOpen }: KeyCardProps) {
  const { current, written, look, write } = useKeyLens();
  const names = reader.use('language');
  const id = useId();
  const { key, reasons, score } = ranked;
  const name = keyName(key, names);
  const isCurrent = sameKey(key, current);
  const isWritten = sameKey(key, written);
  const verdict = verdictInWords(ranked);
  return (
    <Card $open={isOpen}>
      <CardHead aria-expanded={isOpen} aria-controls={id} onClick={onOpen}>
        <KeyOf>{name}</KeyOf>
        <span>{isWritten ? t('as written') : ''}</span>
        <small>{verdict}</small>
      </CardHead>
      {isOpen ? (
        <div id={id}>
          <Reasons aria-label={t('Why {{key}}', { key: name })}>
            {reasons.map((reason, place) => (
              <li key={place}>
                <span>{reasonInWords(reason, key, names)}</span>
                {/* What cannot be sung takes more than there is: the sentence says it. */}
                <i>{reason.weight > 0 && reason.weight < 100 ? `−${reason.weight}` : ''}</i>
              </li>
            ))}
            {score > 0 ? (
              <li>
                <b>{t('What is left of 100')}</b>
                <i>{score}</i>
              </li>
            ) : (
              <li>
                <b>{t('Not to be sung so')}</b>
              </li>
            )}
          </Reasons>
          <Steps>
            {isCurrent ? null : (
              <PrimaryButton onPress={() => look(key)}>
                {t('Look at it in {{key}}', { key: name })}
              </PrimaryButton>
            )}
            {isWritten ? null : (
              <Button onPress={() => write(key)}>{t('Write it in {{key}}', { key: name })}</Button>
            )}
            <KeepIt ranked={key} />
          </Steps>
        </div>
      ) : null}
    </Card>
  );
}

/** Where no key suits everybody: by how much, and what would help. */
function NoKey() {
  const { why } = useKeyLens();
  const names = reader.use('language');
  if (!why) return null;
  const { by, tooWide, remedies } = why;
  return (
    <None aria-label={t('No key suits everybody')}>
      <h3>{t('No key suits everybody')}</h3>
      <p>
        {t('The nearest misses by {{steps}}.', { steps: stepsInWords(by) })}{' '}
        {tooWide
          ? t('What is held spans {{steps}} more than {{who}} has.', {
              who: tooWide.who,
              steps: stepsInWords(tooWide.by),
            })
          : ''}
      </p>
      {remedies.length > 0 ? (
        <ul aria-label={t('What would help')}>
          {remedies.map((remedy) => (
            <li key={remedy.words}>{remedyInWords(remedy, names)}</li>
          ))}
        </ul>
      ) : (
        <p>{t('Somebody else could sing it, or a line of it could be sung otherwise.')}</p>
      )}
    </None>
  );
}
