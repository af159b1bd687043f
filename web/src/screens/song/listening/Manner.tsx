import { formatKey, liftBetween, setField, transposeKey, twelveKeys } from '@intervallum/core';
import { useStore } from 'zustand';
import { longestRead } from '../../../device/recording/recording.ts';
import { useDocument, useSong } from '../../../document/DocumentContext.tsx';
import { KeyStepper } from '../../../music/KeyStepper.tsx';
import { keyName } from '../../../music/rails/view.ts';
import { reader } from '../../../settings/reader.ts';
import { Button, QuietButton } from '../../../ui/Button.tsx';
import { notify } from '../../../ui/notices.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { t } from '../../../words/words.ts';
import { useTap } from '../../parts/useTap.ts';
import { Tools } from './Place.ts';
import { nameOfRound, roundNamed, roundsOf } from './rounds.ts';
import type { ListeningView } from './useListening.ts';

/** In percent. */
const speeds = [40, 50, 60, 70, 75, 80, 85, 90, 95, 100, 110, 120];

/** How fast it goes, and what of it goes round. */
export function SpeedTools({ listening, round, setRound }: ListeningView) {
  const { recording } = listening;
  const speed = useStore(recording.store, (state) => Math.round(100 * state.speed));
  const rounds = roundsOf(round);
  return (
    <>
      <Pick
        label={t('Speed')}
        labelled="beside"
        value={String(speed)}
        options={speeds.map((one) => [String(one), t('{{percent}} %', { percent: one })] as const)}
        onChange={(chosen) => recording.setSpeed(Number(chosen) / 100)}
      />
      <Pick
        label={t('Repeat')}
        labelled="beside"
        value={nameOfRound(round)}
        options={rounds.map(({ name, words }) => [name, words] as const)}
        onChange={(name) => setRound(roundNamed(name, recording.store.getState().at, round))}
      />
    </>
  );
}

/** The key that it was recorded in, and the one that it is heard in. */
export function KeyTools({ listening, recorded }: ListeningView) {
  const { recording } = listening;
  const steps = useStore(recording.store, (state) => state.steps);
  const shift = useStore(recording.store, (state) => state.shift);
  const isShort = useStore(recording.store, ({ seconds }) => seconds <= longestRead);
  const settings = reader.use('language');
  const keys = twelveKeys(recorded.mode);
  return (
    <>
      <Pick
        label={t('Recorded in')}
        labelled="beside"
        value={formatKey(recorded)}
        options={keys.map((key) => [formatKey(key), keyName(key, settings)] as const)}
        onChange={(name) => listening.sayKey(keys.find((key) => formatKey(key) === name)!)}
      />
      {isShort ? (
        <Tools>
          <span>{t('heard in')}</span>
          <KeyStepper
            label={t('Key that it is heard in')}
            value={transposeKey(recorded, steps)}
            written={recorded}
            onChange={(key) => recording.setSteps(liftBetween(recorded, key))}
          />
          {shift === 'reading' ? <span role="status">{t('being made ready')}</span> : null}
          {shift === 'failed' ? (
            <span role="alert">{t('This browser cannot move it to another key.')}</span>
          ) : null}
        </Tools>
      ) : null}
    </>
  );
}

/** How many felt beats it has a minute: as it is marked, tapped, or heard; to be written in the chart. */
export function TempoTools({ listening, tempo }: ListeningView) {
  const songDocument = useDocument();
  const written = useSong(({ read }) => read.song.tempo);
  const tap = useTap();
  const tapped = () => {
    // What goes at half speed is tapped at half speed.
    const { speed, isPlaying } = listening.recording.store.getState();
    const found = tap(performance.now());
    if (found !== null) listening.sayTempo(Math.round(found / (isPlaying ? speed : 1)));
  };
  const whole = tempo === null ? null : Math.round(tempo);
  const write = () => {
    const edited = songDocument.edit((read) => setField(read, 'tempo', String(whole)));
    if (!edited.ok) notify(edited.why);
  };
  return (
    <Tools role="group" aria-label={t('Tempo')}>
      <Button onPress={tapped}>{t('Tap the beat')}</Button>
      <span>
        {whole === null ? t('tempo not known') : t('about {{tempo}} a minute', { tempo: whole })}
      </span>
      {whole !== null && whole !== written ? (
        <QuietButton onPress={write}>
          {t('Write {{tempo}} in the chart', { tempo: whole })}
        </QuietButton>
      ) : null}
    </Tools>
  );
}
