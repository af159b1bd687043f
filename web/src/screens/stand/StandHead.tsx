import { CircleHelp, Minus, Play, Plus, Settings2, Square } from 'lucide-react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { keyName, shapesUnder } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { stand } from '../../settings/stand.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Sheet } from '../../ui/Picker.tsx';
import { Asked, AskedShown, Question } from '../../ui/Question.tsx';
import { display, phone } from '../../ui/theme.ts';
import { SoundsTo } from '../../lenses/parts/SoundsTo.tsx';
import { LettersQuestion, ThemeQuestion } from '../parts/ReaderQuestions.tsx';
import { KeyboardChip } from './KeyboardChip.tsx';
import type { StandSong } from './standing.ts';
import type { StandSound } from './useStandSound.ts';
import { openHelp } from '../../ui/help.ts';
import { t } from '../../words/words.ts';

const Head = styled.header`
  display: flex;
  align-items: center;
  gap: 6px 12px;
  min-height: 52px;
  padding: 4px 14px;
  border-bottom: 1px solid var(--hairline);
  ${phone} {
    gap: 4px;
    padding: 4px 8px;
  }
`;

const KeyMark = styled.b`
  flex: none;
  min-width: 44px;
  padding: 3px 10px;
  border: 1px solid var(--rail);
  border-radius: 10px;
  text-align: center;
  font: 600 19px/1.4 ${display};
`;

/** Whoever holds shapes has to know where, on the smallest screen. */
const Capo = styled.span`
  flex: none;
  font-size: 15px;
  font-weight: 600;
  white-space: nowrap;
`;

const Naming = styled.div`
  flex: 1;
  min-width: 0;
  display: flex;
  align-items: baseline;
  gap: 12px;
  h1 {
    flex: 0 1 auto;
    min-width: 4em;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
    font-size: 23px;
    line-height: 1.3;
  }
  p {
    flex: 1 100 0;
    min-width: 0;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
    font-size: 15px;
    color: var(--soft);
  }
  ${phone} {
    h1 {
      font-size: 19px;
      min-width: 0;
    }
    p {
      display: none;
    }
  }
`;

const SizeRow = styled.div`
  display: flex;
  align-items: center;
`;

/** On a phone they are in the menu; fingers pinch. */
const Sizes = styled.div`
  flex: none;
  ${phone} {
    display: none;
  }
`;

const Questions = styled(Dialog)`
  display: grid;
  gap: 12px;
  padding: 12px 14px 16px;
  outline: none;
`;

interface StandHeadProps {
  standing: StandSong;
  sound: StandSound;
  /** The size is the largest at which the song fits. */
  isFitted: boolean;
  onSize: (way: 1 | -1 | 0) => void;
  onLeave: () => void;
}

/** One line over the music: the key, the song, and the few things that are done at a stand. */
export function StandHead({ standing, sound, isFitted, onSize, onLeave }: StandHeadProps) {
  const settings = reader.use('language');
  const { song, key, capo, note } = standing;
  const facts = [
    capo === 0 ? '' : t('shapes of {{key}}', { key: keyName(shapesUnder(key, capo), settings) }),
    song.tempo === null ? '' : `♩ ${song.tempo}`,
    song.details.singer,
    note,
  ];
  return (
    <Head>
      <KeyMark aria-label={t('Key {{key}}', { key: keyName(key, settings) })}>
        {keyName(key, settings)}
      </KeyMark>
      {capo === 0 ? null : <Capo>{t('capo {{capo}}', { capo })}</Capo>}
      <KeyboardChip standing={standing} />
      <Naming>
        <h1>{song.title || t('Song without a title')}</h1>
        <p>{facts.filter(Boolean).join(' · ')}</p>
      </Naming>
      {sound.canPlay ? (
        <IconButton
          aria-label={sound.state === 'silent' ? t('Play') : t('Stop')}
          onPress={sound.toggle}
        >
          {sound.state === 'silent' ? (
            <Play size={20} strokeWidth={1.5} />
          ) : (
            <Square size={20} strokeWidth={1.5} />
          )}
        </IconButton>
      ) : null}
      <Sizes>
        <SizeTools onSize={onSize} isFitted={isFitted} />
      </Sizes>
      <StandMenu
        onSize={onSize}
        isFitted={isFitted}
        hasSounds={standing.decisions.keyboard.sounds.length > 0}
      />
      <Button onPress={onLeave}>{t('Leave')}</Button>
    </Head>
  );
}

function SizeTools({ onSize, isFitted }: Pick<StandHeadProps, 'onSize' | 'isFitted'>) {
  return (
    <SizeRow role="group" aria-label={t('Size')}>
      <IconButton aria-label={t('Smaller')} onPress={() => onSize(-1)}>
        <Minus size={20} strokeWidth={1.5} />
      </IconButton>
      <Button isDisabled={isFitted} onPress={() => onSize(0)}>
        {t('Fit')}
      </Button>
      <IconButton aria-label={t('Larger')} onPress={() => onSize(1)}>
        <Plus size={20} strokeWidth={1.5} />
      </IconButton>
    </SizeRow>
  );
}

interface StandMenuProps extends Pick<StandHeadProps, 'onSize' | 'isFitted'> {
  /** The player said what the keyboard sounds like: here it is said, too, on which instrument that is set. */
  hasSounds: boolean;
}

function StandMenu({ onSize, isFitted, hasSounds }: StandMenuProps) {
  const { words } = reader.use('words');
  const { hero, pedal } = stand.use('hero', 'pedal');
  return (
    <DialogTrigger>
      <IconButton aria-label={t('How it is shown')}>
        <Settings2 size={20} strokeWidth={1.5} />
      </IconButton>
      <Sheet placement="bottom end" style={{ maxHeight: '82vh' }}>
        <Questions aria-label={t('How it is shown')}>
          <Question>
            <h3>{t('Size')}</h3>
            <SizeTools onSize={onSize} isFitted={isFitted} />
          </Question>
          <ThemeQuestion />
          <Asked
            label={t('Chords as')}
            value={hero}
            options={[
              ['numbers', t('Numbers')],
              ['letters', t('Letters')],
            ]}
            onChange={(chosen) => stand.change({ hero: chosen })}
          />
          <LettersQuestion />
          <AskedShown
            label={t('Words')}
            isShown={words}
            onChange={(isShown) => reader.change({ words: isShown })}
          />
          <AskedShown
            label={t('Pedal on the screen')}
            isShown={pedal}
            onChange={(isShown) => stand.change({ pedal: isShown })}
          />
          {hasSounds ? <SoundsTo /> : null}
          <Button onPress={openHelp}>
            <CircleHelp size={18} strokeWidth={1.5} aria-hidden /> {t('Help')}
          </Button>
        </Questions>
      </Sheet>
    </DialogTrigger>
  );
}
