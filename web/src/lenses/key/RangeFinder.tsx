import type { NewVoice } from '@intervallum/contract';
import { afterSung, beginRange, rangeFound, twelveKeys, type HowSung } from '@intervallum/core';
import { Volume2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { microphone, simulatedSinger, type SingingSource } from '../../device/audio/singing.ts';
import { reader } from '../../settings/reader.ts';
import { announce } from '../../ui/announce.tsx';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { notify } from '../../ui/notices.tsx';
import { display } from '../../ui/theme.ts';
import { usePlayed } from '../parts/usePlayed.ts';
import { t } from '../../words/words.ts';
import { pitchIn } from './keyFacts.ts';
import { useNote } from '../../device/audio/useNote.ts';
import { useSungNote } from './useSungNote.ts';

const Guide = styled.section`
  display: grid;
  gap: 12px;
  margin-bottom: 14px;
  padding: 14px 16px;
  border: 1px solid var(--accent);
  border-radius: 12px;
  background: var(--card);
  p {
    font-size: 15px;
    line-height: 1.45;
  }
  small {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Asked = styled.p`
  display: flex;
  align-items: baseline;
  gap: 14px;
  b {
    font: 600 44px/1 ${display};
    font-variant-numeric: tabular-nums;
  }
`;

const Answers = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

const plain = twelveKeys('major')[0]!;
const singer = simulatedSinger();
const listeners = { none: null, microphone, simulated: singer } as const;
type Listener = keyof typeof listeners;

interface RangeFinderProps {
  /** A note where speaking is easy, as a MIDI number. */
  begins: number;
  onFound: (voice: NewVoice) => void;
  onLeave: () => void;
}

/** Guides somebody from an easy note up until it would strain, then down: each note is heard, sung, and answered. */
export function RangeFinder({ begins, onFound, onLeave }: RangeFinderProps) {
  const names = reader.use('language');
  const [search, setSearch] = useState(() => beginRange(begins));
  const [listener, setListener] = useState<Listener>('none');
  const source: SingingSource | null = listeners[listener];
  const sound = useNote();
  const { note, way } = search;
  const name = pitchIn(note, plain, names);

  const answer = (how: HowSung) => {
    const next = afterSung(search, how);
    setSearch(next);
    if (next.way !== 'found') {
      sound(next.note);
      announce(pitchIn(next.note, plain, names));
      return;
    }
    const voice = rangeFound(next);
    if (voice) onFound(voice);
    else {
      notify(t('That is too narrow to be noted: warm up, and try it another time.'));
      onLeave();
    }
  };
  const heard = useSungNote(source, note, () => answer('easy'));
  // A keyboard at hand goes to a note by itself: what is played on it was found easy.
  const played = usePlayed(({ kind, note: key }) => {
    if (kind === 'down' && way === (key > note ? 'up' : 'down'))
      setSearch({ ...search, note: key });
  });
  useEffect(() => {
    // The stand-in sings what it is asked, up to where its voice ends.
    singer.sing(note >= standIn.low && note <= standIn.high ? note : null);
    return () => singer.sing(null);
  }, [note]);

  return (
    <Guide aria-label={t('Find the range')} onKeyDown={played.onKey} onKeyUp={played.onKey}>
      <Asked>
        <b>{name}</b>
        <Button aria-label={t('Hear {{note}}', { note: name })} onPress={() => sound(note)}>
          <Volume2 size={18} strokeWidth={1.5} aria-hidden /> {t('Hear')}
        </Button>
      </Asked>
      <p>
        {way === 'up'
          ? t(
              'Sing it on “ah”, in your own octave as it is heard. Up by half steps, for as long as it is easy.',
            )
          : t('Now down again from where you began, for as long as it is easy.')}
      </p>
      <Choice
        label={t('Who listens')}
        value={listener}
        options={[
          ['none', t('Nobody: I say it')],
          ['microphone', microphone.name],
          ['simulated', singer.name],
        ]}
        onChange={setListener}
      />
      {source ? (
        <small role="status">
          {heard === null
            ? t('Nothing is heard yet.')
            : t('Heard: {{note}}. Hold it for a moment.', {
                note: pitchIn(Math.round(heard), plain, names),
              })}
        </small>
      ) : null}
      <Answers>
        <PrimaryButton onPress={() => answer('easy')}>{t('Easy: on')}</PrimaryButton>
        <Button onPress={() => answer('strains')}>{t('It begins to strain: stop here')}</Button>
        <Button onPress={() => void played.findKeyboards()}>{t('Find a MIDI keyboard')}</Button>
        <QuietButton onPress={onLeave}>{t('Leave it')}</QuietButton>
      </Answers>
      <small>
        {t(
          'Nothing that is heard is kept or sent. Comfort is noted a whole step inside of what was easy.',
        )}
      </small>
    </Guide>
  );
}

/** The voice of the stand-in: an alto. */
const standIn = { low: 55, high: 74 } as const;
