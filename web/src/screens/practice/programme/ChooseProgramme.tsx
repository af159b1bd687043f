import {
  barsOfSection,
  formatMeter,
  mostProgrammeBars,
  mostRounds,
  parseMeter,
  patternNames,
  programmeOf,
  secondsOfProgramme,
  usualTempo,
  type KeyRound,
  type Meter,
  type PatternName,
} from '@intervallum/core';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { PrimaryButton } from '../../../ui/Button.tsx';
import { Choice, Several } from '../../../ui/Choice.tsx';
import { CountField } from '../../../ui/fields.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { t } from '../../../words/words.ts';
import type { PractisedSong } from '../material.ts';
import type { Programme } from './programme.ts';

const Form = styled.div`
  display: grid;
  gap: 16px;
  justify-items: start;
  max-width: 780px;
  padding: 18px 22px;
  border: 1px solid var(--hairline);
  border-radius: 14px;
  background: var(--card);
  h2 {
    margin-bottom: 6px;
    font-size: 17px;
  }
`;

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 10px 16px;
`;

const Tempos = styled(Line)`
  > * {
    width: 110px;
  }
`;

const commonMeters = ['4/4', '3/4', '6/8', '12/8'] as const;
const patterns = [...new Set([...patternNames('right'), ...patternNames('left')])];
const keyRoundNames: readonly (readonly [KeyRound, string])[] = [
  ['own', t('its own key')],
  ['fifths', t('all twelve, by fifths')],
  ['half steps', t('all twelve, by half steps')],
];

const meterNamed = (text: string): Meter[] => {
  const read = parseMeter(text);
  return read.ok ? [read.value] : [];
};

interface ChooseProgrammeProps {
  songs: readonly PractisedSong[];
  /** The id of the song that one came from; null where one came from none. */
  asked: string | null;
  onBegin: (programme: Programme) => void;
}

/** What a programme is made of, and how long it takes. */
export function ChooseProgramme({ songs, asked, onBegin }: ChooseProgrammeProps) {
  const [songId, setSong] = useState(asked ?? '');
  const chosen = songs.find(({ id }) => id === songId) ?? songs[0]!;
  const { song, key, title } = chosen;
  const [place, setPlace] = useState(0);
  const section = song.sections[place] ? place : 0;
  const own = formatMeter(song.meter);
  const goal = song.sections[section]?.tempo ?? song.tempo ?? usualTempo;
  const [keys, setKeys] = useState<KeyRound>('fifths');
  const [meters, setMeters] = useState<readonly string[] | null>(null);
  const [hands, setHands] = useState<readonly PatternName[]>(['block']);
  const [from, setFrom] = useState<number | null>(null);
  const [to, setTo] = useState<number | null>(null);
  const [by, setBy] = useState(8);
  const slow = from ?? Math.round(0.6 * goal);
  const fast = to ?? goal;
  const bars = useMemo(() => barsOfSection(song, section), [song, section]);
  const steps = useMemo(
    () =>
      programmeOf({
        ...{ bars, key, keys, patterns: hands, from: slow, to: Math.max(slow, fast), by },
        meters: (meters ?? [own]).flatMap(meterNamed),
      }),
    [bars, key, keys, hands, slow, fast, by, meters, own],
  );
  const minutes = Math.max(1, Math.round(secondsOfProgramme(steps) / 60));
  const sectionName = song.sections[section]?.name ?? '';
  const meterOptions = [...new Set([own, ...commonMeters])].map((one) => [one, one] as const);
  return (
    <Form>
      <Line>
        <Pick
          label={t('Song')}
          value={chosen.id}
          options={songs.map((one) => [one.id, one.title || t('Song without a title')] as const)}
          onChange={setSong}
        />
        <Pick
          label={t('Section')}
          value={String(section)}
          options={song.sections.map(
            ({ name }, at) => [String(at), name || t('Section without a name')] as const,
          )}
          onChange={(at) => setPlace(Number(at))}
        />
      </Line>
      <div>
        <h2>{t('Keys')}</h2>
        <Choice label={t('Keys')} value={keys} options={keyRoundNames} onChange={setKeys} />
      </div>
      <div>
        <h2>{t('Metres')}</h2>
        <Several
          label={t('Metres')}
          values={meters ?? [own]}
          options={meterOptions}
          onChange={setMeters}
        />
      </div>
      <div>
        <h2>{t('Patterns')}</h2>
        <Several
          label={t('Patterns')}
          values={hands}
          options={patterns.map((name) => [name, name] as const)}
          onChange={setHands}
        />
      </div>
      <Tempos role="group" aria-label={t('Tempo')}>
        <CountField label={t('From tempo')} value={slow} least={20} most={300} onChange={setFrom} />
        <CountField label={t('up to')} value={fast} least={20} most={300} onChange={setTo} />
        <CountField
          label={t('each time by')}
          value={by}
          least={1}
          most={60}
          onChange={(count) => setBy(count ?? 8)}
        />
      </Tempos>
      <p>
        {bars.length === 0
          ? t('There is no chord in this section to practise.')
          : steps.length === 0
            ? t('Choose a metre and a pattern.')
            : `${t('{{count}} rounds', { count: steps.length })}, ${t('about {{count}} minutes', { count: minutes })}. ${
                steps.length === mostRounds
                  ? t('More than these are for another evening.')
                  : bars.length === mostProgrammeBars
                    ? t('The first eight bars of the section.')
                    : ''
              }`}
      </p>
      <PrimaryButton
        isDisabled={steps.length === 0}
        onPress={() => onBegin({ songId: chosen.id, title, section: sectionName, steps })}
      >
        {t('Begin the programme')}
      </PrimaryButton>
    </Form>
  );
}
