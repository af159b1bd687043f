import { soundOf, withSound, type KeyboardSound } from '@intervallum/core';
import { AudioLines } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { useDocument, useSong } from '../../document/DocumentContext.tsx';
import { soundInWords } from '../../music/soundWords.ts';
import { reader } from '../../settings/reader.ts';
import { Button } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';
import { useHandsLens } from './HandsState.tsx';
import { SoundWindow } from './SoundWindow.tsx';

const Card = styled.section`
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 10px 12px 12px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  font-size: 14px;
  button {
    min-height: 36px;
    padding: 5px 12px;
    font-size: 14px;
  }
`;

/** What the player's keyboard sounds like in the chosen section. */
export function SectionSound() {
  const songDocument = useDocument();
  const { sectionName, sectionSlots, slotsOfAll } = useHandsLens();
  const keyboard = useSong(({ decisions }) => decisions.keyboard);
  const names = reader.use('language');
  const [isOpen, setOpen] = useState(false);
  const sound = soundOf(keyboard, sectionSlots);
  const keep = (next: KeyboardSound | null, where: 'section' | 'song') => {
    const sections = where === 'song' ? slotsOfAll : [sectionSlots];
    songDocument.decide((decisions) => ({
      ...decisions,
      keyboard: sections.reduce((now, slots) => withSound(now, slots, next), decisions.keyboard),
    }));
    setOpen(false);
    notify(
      next
        ? where === 'song'
          ? t('Every section has this sound.')
          : t('{{section}} has this sound.', { section: sectionName })
        : t('{{section}} goes on with the sound before it.', { section: sectionName }),
      songDocument.undo,
    );
  };
  return (
    <Card aria-label={t('Sound of the keyboard')}>
      <h3>{t('Sound of the keyboard')}</h3>
      <p>{sound ? soundInWords(sound, names) : t('The sound before it goes on.')}</p>
      <Button onPress={() => setOpen(true)}>
        <AudioLines size={16} strokeWidth={1.5} aria-hidden /> {t('Choose the sound')}
      </Button>
      {isOpen ? (
        <SoundWindow
          section={sectionName}
          sound={sound}
          onKeep={keep}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </Card>
  );
}
