import {
  formatKey,
  transposingInstruments,
  twelveKeys,
  type KeyWeights,
  type TransposingInstrument,
} from '@intervallum/core';
import { may } from '@intervallum/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { useMembership } from '../../queries/session.ts';
import { band, countLevels, type CountLevel } from '../../settings/band.ts';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { shortDate } from '../../ui/dates.ts';
import { Pick } from '../../ui/Pick.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { instrumentNames } from '../../words/instrumentNames.ts';
import { t } from '../../words/words.ts';
import { Details } from '../parts/cards.ts';
import { pitchIn } from './keyFacts.ts';
import { useKeyLens, type KnownVoice } from './keyContext.ts';
import { Grown } from './Grown.tsx';
import { VoiceWindow } from './VoiceWindow.tsx';

const Voices = styled.ul`
  display: grid;
  gap: 4px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
    gap: 8px;
  }
  small {
    grid-column: 1 / -1;
    margin: -6px 0 4px 48px;
    color: var(--soft);
    font-size: 13px;
  }
`;

const Note = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

const Stack = styled.div`
  display: grid;
  gap: 8px;
  justify-items: start;
`;

const Homes = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 10px;
`;

/** Whose voices are asked, who sings and plays along, and what counts how much. */
export function WhoSings() {
  const { voices, others, singing, setSinging } = useKeyLens();
  const membership = useMembership();
  const mayNote = membership !== null && may(membership.role, 'write');
  const [noting, setNoting] = useState<KnownVoice | 'new' | null>(null);
  const names = reader.use('language');
  return (
    <>
      {voices.length === 0 ? (
        <Note>
          {t(
            'No voice is noted yet. Note what somebody sings with comfort, and each key says how the tune lies for them.',
          )}
        </Note>
      ) : (
        <Voices aria-label={t('Whose voices are asked')}>
          {voices.map((voice) => (
            <li key={voice.personId}>
              <Switch
                isSelected={singing.includes(voice)}
                onChange={(sings) => setSinging(voice.personId, sings)}
              >
                {voice.name}
              </Switch>
              {mayNote ? (
                <Button
                  aria-label={t('Change the voice of {{name}}', { name: voice.name })}
                  onPress={() => setNoting(voice)}
                >
                  {t('Change')}
                </Button>
              ) : null}
              <small>
                {t('{{low}} to {{high}}, noted on {{date}}', {
                  low: pitchIn(voice.low, plain, names),
                  high: pitchIn(voice.high, plain, names),
                  date: shortDate(voice.notedAt.slice(0, 10)),
                })}
              </small>
              {mayNote ? <Grown voice={voice} /> : null}
            </li>
          ))}
        </Voices>
      )}
      {mayNote && others.length > 0 ? (
        <Button onPress={() => setNoting('new')}>{t('Note a voice')}</Button>
      ) : null}
      {mayNote && others.length === 0 ? (
        <Note>
          {t('Everybody of the team has a voice noted.')}{' '}
          <Link to="/team">{t('Name somebody')}</Link>
        </Note>
      ) : null}
      <Along />
      <Counts />
      {noting === null ? null : (
        <VoiceWindow
          voice={noting === 'new' ? null : noting}
          others={others}
          onClose={() => setNoting(null)}
        />
      )}
    </>
  );
}

const plain = twelveKeys('major')[0]!;
const instruments = Object.keys(transposingInstruments) as TransposingInstrument[];

/** Who sings and plays along, in this browser. */
function Along() {
  const { congregation, guitar, horns, home } = band.use('congregation', 'guitar', 'horns', 'home');
  const names = reader.use('language');
  const toggled = <One,>(all: readonly One[], one: One, isIn: boolean) =>
    isIn ? [...all, one] : all.filter((other) => other !== one);
  return (
    <>
      <Stack>
        <Switch isSelected={congregation} onChange={(on) => band.change({ congregation: on })}>
          {t('Everybody sings along')}
        </Switch>
        <Switch isSelected={guitar} onChange={(on) => band.change({ guitar: on })}>
          {t('Guitars')}
        </Switch>
      </Stack>
      <Details>
        <summary>{t('Horns')}</summary>
        <Stack>
          {instruments.map((one) => (
            <Switch
              key={one}
              isSelected={horns.includes(one)}
              onChange={(on) => band.change({ horns: toggled(horns, one, on) })}
            >
              {instrumentNames[one]}
            </Switch>
          ))}
        </Stack>
      </Details>
      <Details>
        <summary>{t('Keys you are at home in')}</summary>
        <Homes>
          {twelveKeys('major').map((key) => {
            const name = formatKey(key);
            return (
              <Switch
                key={name}
                isSelected={home.includes(name)}
                onChange={(on) => band.change({ home: toggled(home, name, on) })}
              >
                {keyName(key, names)}
              </Switch>
            );
          })}
        </Homes>
      </Details>
    </>
  );
}

const levelNames: Readonly<Record<CountLevel, string>> = {
  not: t('not at all'),
  little: t('a little'),
  usual: t('as usual'),
  much: t('much'),
};
const countNames: Readonly<Record<keyof KeyWeights, string>> = {
  voices: t('Where it lies for the voices'),
  congregation: t('Everybody'),
  guitar: t('Guitars'),
  horns: t('Horns'),
  reading: t('Sharps and flats'),
  player: t('Keys you are at home in'),
};

/** What counts how much, beside the limits of voices, which always come first. */
function Counts() {
  const { counts } = band.use('counts');
  return (
    <Details>
      <summary>{t('What counts how much')}</summary>
      <Note>{t('What nobody can sing without force always counts most.')}</Note>
      <Stack>
        {(Object.keys(countNames) as (keyof KeyWeights)[]).map((one) => (
          <Pick
            key={one}
            label={countNames[one]}
            value={counts[one]}
            options={countLevels.map((level) => [level, levelNames[level]] as const)}
            onChange={(level) => band.change({ counts: { ...counts, [one]: level } })}
          />
        ))}
      </Stack>
    </Details>
  );
}
