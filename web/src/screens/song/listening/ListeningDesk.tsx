import { barMeant } from '@intervallum/core';
import { Pause, Play, SlidersHorizontal, Trash2, X } from 'lucide-react';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { longestRead } from '../../../device/recording/recording.ts';
import { dropRecording } from '../../../device/storage/listeningBox.ts';
import { announce } from '../../../ui/announce.tsx';
import { IconButton, QuietButton } from '../../../ui/Button.tsx';
import { keepFocus } from '../../../ui/focus.ts';
import { notify } from '../../../ui/notices.tsx';
import { Sheet } from '../../../ui/Picker.tsx';
import { phone } from '../../../ui/theme.ts';
import { Tool } from '../../../ui/Tool.tsx';
import { onPhone, useMedia } from '../../../ui/useMedia.ts';
import { t } from '../../../words/words.ts';
import { BarTools, MarkTools } from './BarTools.tsx';
import { barWords, timeWords } from './barWords.ts';
import { Guesses } from './Guesses.tsx';
import { nameOfRecording, type RecordingOfSong } from './listened.ts';
import { KeyTools, SpeedTools, TempoTools } from './Manner.tsx';
import { Outline } from './Outline.tsx';
import { Place } from './Place.ts';
import { useListening, type ListeningView } from './useListening.ts';

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
`;

const Name = styled.b`
  flex: 1 1 80px;
  min-width: 60px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  ${phone} {
    flex-basis: 0;
    min-width: 0;
  }
`;

const Time = styled.span`
  min-width: 92px;
  font-variant-numeric: tabular-nums;
`;

const More = styled(Dialog)`
  display: grid;
  gap: 10px;
  padding: 10px 12px;
  outline: none;
`;

/** Where there is no room for everything that is seldom set. */
const narrow = '(max-width: 1100px), (max-height: 500px)';

/** After so many milliseconds the window in which it was chosen is gone, with its hold on the focus. */
const windowCloses = 100;

interface ListeningDeskProps {
  songId: string;
  of: RecordingOfSong;
  /** Another recording is to be listened to. */
  onOther: () => void;
  onClose: () => void;
}

/** A recording over the chart: slow, in another key, round and round; marked along the road; its chords guessed, and written. */
export function ListeningDesk({ songId, of, onOther, onClose }: ListeningDeskProps) {
  const view = useListening(songId, of);
  const { listening, bars, laid } = view;
  const { recording } = listening;
  const isNarrow = useMedia(narrow);
  const isPhone = useMedia(onPhone);
  const is = useStore(recording.store, (state) => state.is);
  const mark = (what: 'bar' | 'section') => {
    const { at } = recording.store.getState();
    const isMeant = what === 'bar' ? undefined : ({ bar }: { bar: number }) => bar === 1;
    const place = barMeant(bars, laid, at, isMeant);
    if (place === null) return notify(t('There is no bar behind this one in the chart.'));
    listening.mark(bars, place, at);
    announce(t('{{bar}} begins here', { bar: barWords(bars[place]!) }));
  };
  const onKey = (event: KeyboardEvent) => {
    const isTyped =
      event.target instanceof Element && event.target.closest('select, input:not([type=range])');
    if (isTyped || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key.toLowerCase() !== 'm') return;
    event.preventDefault();
    mark(event.shiftKey ? 'section' : 'bar');
  };
  const close = () => {
    onClose();
    keepFocus();
  };
  const forget = () => {
    if (of.kind !== 'own') return;
    void dropRecording(songId).catch((error: unknown) =>
      console.error('The recording is still kept in this browser.', error),
    );
    close();
    notify(t('“{{name}}” is not kept in this browser any more.', { name: of.file.name }));
  };
  const more = (
    <>
      {is === 'open' ? <KeyTools {...view} /> : null}
      {is === 'open' && isNarrow ? <TempoTools {...view} /> : null}
      <QuietButton onPress={onOther}>{t('Another recording')}</QuietButton>
      {of.kind === 'own' ? <Forget isNamed={isNarrow} onPress={forget} /> : null}
    </>
  );
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    if (is !== 'open') return undefined;
    const focusing = setTimeout(
      () => place.current?.querySelector('button')?.focus(),
      windowCloses,
    );
    return () => clearTimeout(focusing);
  }, [is]);
  return (
    <Place ref={place} aria-label={t('Listening desk')} onKeyDown={onKey}>
      <Row>
        {is === 'open' ? <PlayButton {...view} /> : null}
        <Name>{nameOfRecording(of)}</Name>
        {is === 'open' && !isPhone ? <SpeedTools {...view} /> : null}
        {isNarrow ? (
          <DialogTrigger>
            <IconButton aria-label={t('How it sounds')}>
              <SlidersHorizontal size={20} strokeWidth={1.5} />
            </IconButton>
            <Sheet placement="bottom end">
              <More aria-label={t('How it sounds')}>
                {is === 'open' && isPhone ? <SpeedTools {...view} /> : null}
                {more}
              </More>
            </Sheet>
          </DialogTrigger>
        ) : (
          more
        )}
        <Tool name={t('Close the recording')} onPress={close}>
          <X size={20} strokeWidth={1.5} />
        </Tool>
      </Row>
      {is === 'opening' ? <p role="status">{t('The recording is being opened.')}</p> : null}
      {is === 'unknown' ? (
        <p role="alert">
          {t('This browser cannot play it. Save it as MP3, WAV or Ogg, and choose that file.')}
        </p>
      ) : null}
      {is === 'open' ? (
        <>
          <Outline {...view} />
          <Row>
            <BarTools {...view} />
            <MarkTools {...view} mark={mark} />
            {isNarrow ? null : <TempoTools {...view} />}
          </Row>
          <Guesses {...view} />
        </>
      ) : null}
      <Said {...view} />
    </Place>
  );
}

/** With its words where there is room for them. */
function Forget({ isNamed, onPress }: { isNamed: boolean; onPress: () => void }) {
  const name = t('Do not keep it in this browser');
  if (isNamed) return <QuietButton onPress={onPress}>{name}</QuietButton>;
  return (
    <Tool name={name} onPress={onPress}>
      <Trash2 size={20} strokeWidth={1.5} />
    </Tool>
  );
}

function PlayButton({ listening }: ListeningView) {
  const { store, toggle } = listening.recording;
  const isPlaying = useStore(store, (state) => state.isPlaying);
  const now = useStore(store, ({ at, seconds }) => `${timeWords(at)} / ${timeWords(seconds)}`);
  return (
    <>
      <Tool name={isPlaying ? t('Pause the recording') : t('Play the recording')} onPress={toggle}>
        {isPlaying ? <Pause size={26} strokeWidth={1.5} /> : <Play size={26} strokeWidth={1.5} />}
      </Tool>
      <Time>{now}</Time>
    </>
  );
}

/** What has to be said of a recording. */
function Said({ state: { hearing, isUnkept }, laid, round, chosen, listening }: ListeningView) {
  const { lost } = laid;
  const isShort = useStore(listening.recording.store, ({ seconds }) => seconds <= longestRead);
  const isLoopUnknown =
    (round.kind === 'bars' || round.kind === 'section') &&
    (chosen === null || laid.times[chosen] === null);
  return (
    <>
      {hearing === 'reading' ? (
        <p role="status">{t('The recording is being listened to.')}</p>
      ) : null}
      {hearing === 'silent' ? <p role="status">{t('Nothing sounds in this recording.')}</p> : null}
      {hearing === 'failed' ? (
        <p role="alert">
          {t(
            'It can be played and marked, but not drawn, and nothing of it is guessed: this browser cannot read it.',
          )}
        </p>
      ) : null}
      {isShort ? null : (
        <p role="status">
          {t(
            'Longer than 15 minutes: it is played slowly and marked, but not drawn, moved to another key, or guessed at.',
          )}
        </p>
      )}
      {isLoopUnknown ? (
        <p role="status">{t('Mark where the bars begin, and they go round.')}</p>
      ) : null}
      {isUnkept ? (
        <p role="alert">
          {t('This browser does not keep the marks: they go when this page does.')}
        </p>
      ) : null}
      {lost.length > 0 ? (
        <p role="status">
          {t('Marks of bars that the chart has no more: {{bars}}', {
            bars: lost.map(barWords).join('; '),
          })}{' '}
          <QuietButton onPress={() => listening.unmark(lost)}>{t('Take them away')}</QuietButton>
        </p>
      ) : null}
    </>
  );
}
