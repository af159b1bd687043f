import {
  cursorAt,
  expand,
  formatChord,
  harmonyRates,
  hymnSchools,
  sectionOfBar,
  type Stanza,
} from '@intervallum/core';
import { Square, Volume2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useSong } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { arranging } from '../../settings/arranging.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { harmonyRateNames, hymnSchoolNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { About, Card, Details, List, Steps } from '../parts/cards.ts';
import { AroundHymn } from './AroundHymn.tsx';
import { Field, Waiting } from './panelParts.ts';
import { useHymn } from './useHymn.ts';

const Chords = styled.p`
  && {
    font-size: 17px;
    line-height: 1.5;
    color: var(--ink);
    overflow-wrap: anywhere;
  }
`;

/** Chords and four parts under the tune of a section. */
export function Hymn() {
  const song = useSong(({ read }) => read.song);
  const here = useSong(({ read, place }) => {
    const bar = cursorAt(read, place)?.bar ?? 0;
    return sectionOfBar(read.song, bar)?.section ?? 0;
  });
  const [chosen, setChosen] = useState<number | null>(null);
  const section = Math.min(chosen ?? here, Math.max(0, song.sections.length - 1));
  const { school, rate } = arranging.use('school', 'rate');
  const { songId = '' } = useParams();
  const isWritten = song.sections[section]?.phrases.some(({ played }) => played) ?? false;
  const [isForLast, setForLast] = useState(false);
  const times = useMemo(
    () => expand(song).parts.filter((part) => part.section === section).length,
    [song, section],
  );
  const hymn = useHymn(section, isForLast && times > 1);
  return (
    <>
      <About>
        {t(
          'A chord under each note of a bare tune, in four parts, by the rules of the textbooks; written for both hands.',
        )}
      </About>
      <Pick
        label={t('Section')}
        value={String(section)}
        options={song.sections.map(
          ({ name }, place) => [String(place), name || t('Section without a name')] as const,
        )}
        onChange={(place) => setChosen(Number(place))}
      />
      <Field>
        <p aria-hidden>{t('How it is harmonised')}</p>
        <Choice
          label={t('How it is harmonised')}
          value={school}
          options={hymnSchools.map((one) => [one, hymnSchoolNames[one]] as const)}
          onChange={(wanted) => arranging.change({ school: wanted })}
        />
      </Field>
      <Field>
        <p aria-hidden>{t('The chord may change')}</p>
        <Choice
          label={t('The chord may change')}
          value={rate}
          options={harmonyRates.map((one) => [one, harmonyRateNames[one]] as const)}
          onChange={(wanted) => arranging.change({ rate: wanted })}
        />
      </Field>
      {times > 1 ? (
        <Switch isSelected={isForLast} onChange={setForLast}>
          {t('For the last time only')}
        </Switch>
      ) : null}
      {hymn.isAsking ? (
        <Waiting>
          <progress aria-label={t('Harmonising the tune')} />
          <Button onPress={hymn.stopAsking}>{t('Stop')}</Button>
        </Waiting>
      ) : (
        <PrimaryButton onPress={hymn.ask}>{t('Harmonise the tune')}</PrimaryButton>
      )}
      {isWritten ? (
        <Link to={`/songs/${songId}/print?what=staves`}>{t('On two staves')}</Link>
      ) : null}
      {hymn.why ? <p role="alert">{hymn.why}</p> : null}
      {hymn.stanza ? <Found stanza={hymn.stanza} hymn={hymn} /> : null}
      {isWritten ? <AroundHymn section={section} /> : null}
    </>
  );
}

function Found({ stanza, hymn }: { stanza: Stanza; hymn: ReturnType<typeof useHymn> }) {
  const { view } = useLook();
  const others = [...new Set(stanza.chords.flatMap((one) => (one?.why ? [one.why] : [])))];
  const count = stanza.chords.filter((one) => one?.why).length;
  return (
    <>
      <Steps>
        <PrimaryButton onPress={hymn.write}>{t('Write it')}</PrimaryButton>
        <Button onPress={hymn.isHeard ? hymn.silence : hymn.hear}>
          {hymn.isHeard ? (
            <Square size={18} strokeWidth={1.5} aria-hidden />
          ) : (
            <Volume2 size={18} strokeWidth={1.5} aria-hidden />
          )}
          {hymn.isHeard ? t('Stop') : t('Hear it')}
        </Button>
      </Steps>
      {stanza.faults > 0 ? (
        <p role="status">
          {t('{{count}} steps break a rule of four parts: the tune leaves no other way.', {
            count: stanza.faults,
          })}
        </p>
      ) : null}
      <List aria-label={t('Phrases')}>
        {phrasesOf(stanza).map(({ chords, cadence }, place) => (
          <Card key={place}>
            <Chords>{chords.map((chord) => formatChord(chord, view.style)).join('  ')}</Chords>
            <p>{cadence}</p>
          </Card>
        ))}
      </List>
      {count > 0 ? (
        <Details>
          <summary>{t('{{count}} inner notes are not in the left hand', { count })}</summary>
          <ul>
            {others.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        </Details>
      ) : null}
    </>
  );
}

/** The chords of each phrase, and how it ends. */
function phrasesOf({ chords, cadences }: Stanza) {
  const found = chords.flatMap((one) => (one ? [one] : []));
  let from = 0;
  return cadences.map((cadence) => {
    const end = found.findIndex(({ ends }, at) => at >= from && ends !== null);
    const phrase = found.slice(from, end + 1).map(({ chord }) => chord);
    from = end + 1;
    return { chords: phrase, cadence };
  });
}
