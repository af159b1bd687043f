import type { NewVoice, SungKey } from '@intervallum/contract';
import {
  grownBy,
  parseKey,
  pitchClass,
  twelveKeys,
  type Grown as GrownVoice,
} from '@intervallum/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useParams } from 'react-router';
import styled from 'styled-components';
import { sungKeysQuery } from '../../queries/queries.ts';
import { voicesApi, voicesQuery } from '../../queries/voices.ts';
import { reader } from '../../settings/reader.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { isNamed } from '../parts/namedVoices.ts';
import { pitchIn } from './keyFacts.ts';
import { useKeyLens, type KnownVoice } from './keyContext.ts';

const Line = styled.span`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 8px;
  margin-left: 48px;
  font-size: 14px;
  button {
    min-height: 32px;
    padding: 2px 4px;
    font-size: 14px;
  }
`;

const plain = twelveKeys('major')[0]!;
const noKeys: readonly SungKey[] = [];

/** Where somebody sang this song in a service, and went beyond what is noted of their voice: it can be noted. */
export function Grown({ voice }: { voice: KnownVoice }) {
  const { songId = '' } = useParams();
  const { range } = useKeyLens();
  const client = useQueryClient();
  const names = reader.use('language');
  const sung = useQuery(sungKeysQuery(null, [songId])).data?.keys ?? noKeys;
  const found = sung.flatMap((one) => {
    const grown = range && isNamed(one.leader, voice.name) ? grownIn(one, voice, range) : null;
    return grown ? [{ grown, date: one.date }] : [];
  })[0];
  if (!found) return null;
  const { grown, date } = found;
  const notes = [grown.low, grown.high].filter((note) => note !== null);
  const note = async ({ low, high, extremeLow, extremeHigh }: NewVoice) => {
    const answer = await voicesApi.note(voice.personId, { low, high, extremeLow, extremeHigh });
    await client.invalidateQueries(voicesQuery());
    return answer.kind === 'ok';
  };
  const take = async () => {
    if (await note(grown.voice))
      notify(t('The voice of {{name}} is noted', { name: voice.name }), () => {
        void note(noted(voice));
      });
    else notify(t('It could not be noted. Try again in a moment.'));
  };
  return (
    <Line>
      {t('Sang {{notes}} on {{date}}, beyond what is noted.', {
        notes: notes.map((one) => pitchIn(one, plain, names)).join(', '),
        date: shortDate(date),
      })}
      <QuietButton
        aria-label={t('Note that for {{name}}', { name: voice.name })}
        onPress={() => void take()}
      >
        {t('Note that')}
      </QuietButton>
    </Line>
  );
}

/** What is noted of a voice, as it is sent. */
function noted({ low, high, extremeLow, extremeHigh }: KnownVoice): NewVoice {
  return { low, high, extremeLow: extremeLow ?? low, extremeHigh: extremeHigh ?? high };
}

function grownIn(
  { key }: SungKey,
  voice: KnownVoice,
  range: NonNullable<ReturnType<typeof useKeyLens>['range']>,
): GrownVoice | null {
  const read = parseKey(key);
  if (!read.ok || read.value.mode !== range.key.mode) return null;
  return grownBy(voice, range, pitchClass(read.value.tonic) - pitchClass(range.key.tonic));
}
