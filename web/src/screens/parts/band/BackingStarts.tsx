import {
  backingVoices,
  nameDegree,
  nameNote,
  noteOfDegree,
  type BackingNote,
  type BackingVoice,
  type NumberStyle,
  type Timeline,
} from '@intervallum/core';
import { Volume2 } from 'lucide-react';
import styled from 'styled-components';
import { useNote } from '../../../device/audio/useNote.ts';
import { reader } from '../../../settings/reader.ts';
import { QuietButton } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import { backingNames } from './roleNames.ts';

const Starts = styled.ol`
  display: grid;
  gap: 6px;
  margin: 8px 0 14px;
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 10px;
    font-size: 16px;
  }
  b {
    min-width: 96px;
  }
`;

interface BackingStartsProps {
  timeline: Timeline;
  backing: readonly BackingNote[];
  voice: BackingVoice;
  style: NumberStyle;
}

/** On which notes the parts begin each section, to be heard: one's own, and all three. */
export function BackingStarts({ timeline, backing, voice, style }: BackingStartsProps) {
  const { language } = reader.use('language');
  const sound = useNote();
  const starts = timeline.parts.flatMap((part, index) => {
    const first = backing.find((note) => note.part === index);
    return first ? [{ part, index, first }] : [];
  });
  return (
    <Starts aria-label={t('Starting notes')} role="list">
      {starts.map(({ part, index, first }) => {
        const own = first.notes[backingVoices.indexOf(voice)]!;
        const { name } = timeline.song.sections[part.section]!;
        return (
          <li key={index}>
            <b>{name}</b>
            <QuietButton onPress={() => sound(own.note)}>
              <Volume2 size={18} strokeWidth={1.5} aria-hidden />
              {t('{{voice}} begins on {{degree}}, {{letter}}', {
                voice: backingNames[voice],
                degree: nameDegree(own.degree, style),
                letter: nameNote(noteOfDegree(own.degree, part.key), {
                  language,
                  signs: 'printed',
                }),
              })}
            </QuietButton>
            <QuietButton
              aria-label={t('All three of {{name}}', { name })}
              onPress={() => sound(...first.notes.map(({ note }) => note).reverse())}
            >
              {t('All three')}
            </QuietButton>
          </li>
        );
      })}
    </Starts>
  );
}
