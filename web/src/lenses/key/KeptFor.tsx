import { sameKey, type Key } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { keptKeysQuery } from '../../queries/keptKeys.ts';
import { useMay } from '../../queries/session.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { Tool } from '../../ui/Tool.tsx';
import { keyKept, useKeepKey } from '../parts/useKeepKey.ts';
import { t } from '../../words/words.ts';
import { useKeyLens } from './keyContext.ts';

const Kept = styled.section`
  display: grid;
  gap: 4px;
  font-size: 14px;
  h3 {
    font-size: 15px;
  }
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) auto;
    align-items: center;
    gap: 6px;
    color: var(--soft);
  }
`;

const noKept = [] as const;

/** The keys that are kept of this song, for whom and since when: each is looked at by a press. */
export function KeptFor() {
  const { songId = '' } = useParams();
  const { written, look } = useKeyLens();
  const kept = useQuery(keptKeysQuery([songId])).data?.kept ?? noKept;
  const keep = useKeepKey(songId, kept);
  const mayWrite = useMay('write');
  const names = reader.use('language');
  const shown = kept.flatMap((one) => {
    const key = keyKept(one, written);
    return key ? [{ one, key }] : [];
  });
  if (shown.length === 0) return null;
  return (
    <Kept aria-label={t('Kept keys')}>
      <h3>{t('Kept keys')}</h3>
      <ul>
        {shown.map(({ one, key }) => (
          <li key={one.personId}>
            <QuietButton
              aria-label={t('Look at it in {{key}}', { key: keyName(key, names) })}
              onPress={() => look(key)}
            >
              {keyName(key, names)}
            </QuietButton>
            <span>
              {t('{{name}}, since {{date}}', { name: one.name, date: shortDate(one.keptAt) })}
            </span>
            {mayWrite ? (
              <Tool
                name={t('Forget the key of {{name}}', { name: one.name })}
                onPress={() => void keep(one, null)}
              >
                <X size={16} strokeWidth={1.5} />
              </Tool>
            ) : null}
          </li>
        ))}
      </ul>
    </Kept>
  );
}

/** One press for each of those who sing, that keeps a key as theirs. */
export function KeepIt({ ranked }: { ranked: Key }) {
  const { songId = '' } = useParams();
  const { singing } = useKeyLens();
  const kept = useQuery(keptKeysQuery([songId])).data?.kept ?? noKept;
  const keep = useKeepKey(songId, kept);
  const mayWrite = useMay('write');
  const names = reader.use('language');
  if (!mayWrite) return null;
  return singing
    .filter(({ personId }) => {
      const own = kept.find((one) => one.personId === personId);
      const key = own && keyKept(own, ranked);
      return !key || !sameKey(key, ranked);
    })
    .map((who) => (
      <Button
        key={who.personId}
        aria-label={t('Keep {{key}} for {{name}}', { key: keyName(ranked, names), name: who.name })}
        onPress={() => void keep(who, ranked)}
      >
        {t('Keep it for {{name}}', { name: who.name })}
      </Button>
    ));
}
