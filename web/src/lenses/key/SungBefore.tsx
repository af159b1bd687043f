import type { SungKey } from '@intervallum/contract';
import { formatKey, parseKey } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { sungKeysQuery } from '../../queries/queries.ts';
import { reader } from '../../settings/reader.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { t } from '../../words/words.ts';
import { useKeyLens } from './keyContext.ts';

const Before = styled.section`
  display: grid;
  gap: 4px;
  font-size: 14px;
  h3 {
    font-size: 15px;
  }
  li {
    display: flex;
    align-items: baseline;
    gap: 6px;
    color: var(--soft);
  }
  button {
    margin-left: -8px;
  }
`;

/** So many of them are told: who led in earlier years is found in the list of uses. */
const most = 5;

/** The keys that the song was sung in, by who led, the latest first: each is looked at by a press. */
export function SungBefore() {
  const { songId = '' } = useParams();
  const { data } = useQuery(sungKeysQuery(null, [songId]));
  const { written, look } = useKeyLens();
  const names = reader.use('language');
  const sung = (data?.keys ?? []).slice(0, most).flatMap((one) => {
    const read = parseKey(one.key);
    // A song that was minor once and is major now has no key of that time.
    return read.ok && read.value.mode === written.mode ? [{ one, key: read.value }] : [];
  });
  if (sung.length === 0) return null;
  return (
    <Before aria-label={t('Sung before')}>
      <h3>{t('Sung before')}</h3>
      <ul>
        {sung.map(({ one, key }) => (
          <li key={`${formatKey(key)} ${one.leader}`}>
            <QuietButton
              aria-label={t('Look at it in {{key}}', { key: keyName(key, names) })}
              onPress={() => look(key)}
            >
              {keyName(key, names)}
            </QuietButton>
            {whenInWords(one)}
          </li>
        ))}
      </ul>
    </Before>
  );
}

function whenInWords({ leader, date }: SungKey): string {
  return leader === ''
    ? t('sung on {{date}}', { date: shortDate(date) })
    : t('sung with {{leader}} on {{date}}', { leader, date: shortDate(date) });
}
