import {
  expand,
  isSameSound,
  soundChanges,
  type KeyboardSound,
  type SoundChange,
} from '@intervallum/core';
import { ChevronRight } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { useStore } from 'zustand';
import { simulatedOutput } from '../../device/midi/outputs.ts';
import { outputs, sendSound } from '../../device/midi/soundSender.ts';
import { ModuleShown } from '../../lenses/parts/SoundsTo.tsx';
import { soundInWords } from '../../music/soundWords.ts';
import { reader } from '../../settings/reader.ts';
import { soundsTo } from '../../settings/soundsTo.ts';
import { Button } from '../../ui/Button.tsx';
import { notify } from '../../ui/notices.tsx';
import { phone } from '../../ui/theme.ts';
import { ordinal, t } from '../../words/words.ts';
import { changeAt, placeOfChange } from './soundSteps.ts';
import type { StandSong } from './standing.ts';

const Strip = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px 14px;
  padding: 4px 14px;
  border-top: 1px solid var(--hairline);
  font-size: 15px;
  p {
    min-width: 0;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
  }
  button {
    flex: 0 1 auto;
    min-width: 0;
    min-height: 40px;
    span {
      overflow: hidden;
      white-space: nowrap;
      text-overflow: ellipsis;
    }
    svg {
      flex: none;
    }
  }
  ul {
    flex: none;
    margin: 0;
    padding: 4px 10px;
  }
  ${phone} {
    padding: 4px 8px;
    ul {
      display: none;
    }
  }
`;

interface SoundStripProps {
  standing: StandSong;
  /** The slot of the timeline that sounds now; null where nothing is played here. */
  playingAt: number | null;
}

/**
 * What the keyboard sounds like now and what comes next: sent to the instrument as the song comes there while it plays here, and by a
 * press while the player plays it.
 */
export function SoundStrip({ standing, playingAt }: SoundStripProps) {
  const { id, song, decisions } = standing;
  const { keyboard } = decisions;
  const timeline = useMemo(() => expand(song), [song]);
  const changes = useMemo(() => soundChanges(timeline, keyboard), [timeline, keyboard]);
  const names = reader.use('language');
  const { output } = soundsTo.use('output');
  const found = useStore(outputs);
  // A song whose first section says nothing begins with the sound that was before it.
  const first = changeAt(changes, 0);
  const [step, setStep] = useState({ id, at: first });
  const at = step.id === id ? step.at : first;
  const playingChange = playingAt === null ? null : changeAt(changes, playingAt);
  const now = changes[playingChange ?? at] ?? null;
  const told = useRef<{ id: string; output: string | null; sound: KeyboardSound } | null>(null);
  // Whatever holds now is what the instrument is told: when the song comes on the stand, and with each change. Once: many an
  // instrument cuts off what sounds when it is told the same again.
  useEffect(() => {
    if (!now) return;
    const { current: last } = told;
    if (last?.id === id && last.output === output && isSameSound(last.sound, now.sound)) return;
    const trouble = sendSound(now.sound);
    if (trouble) notify(trouble);
    else told.current = { id, output, sound: now.sound };
    // An instrument that was found meanwhile is told what it could not be.
  }, [id, now, output, found]);
  // Where the playing ends, one goes on from there.
  if (playingChange !== null && (step.id !== id || step.at !== playingChange))
    setStep({ id, at: playingChange });
  if (changes.length === 0) return null;
  const next = changes[(playingChange ?? at) + 1] ?? null;
  const where = (change: SoundChange) => {
    const { name, pass, often } = placeOfChange(timeline, change);
    return often ? t('{{section}}, {{pass}} time', { section: name, pass: ordinal(pass) }) : name;
  };
  return (
    <Strip role="group" aria-label={t('Sounds')}>
      <p role="status">
        {now
          ? t('{{section}}: {{sound}}', {
              section: where(now),
              sound: soundInWords(now.sound, names),
            })
          : t('The sound is as it was.')}
      </p>
      {output === simulatedOutput.id ? <ModuleShown /> : null}
      {next ? (
        <Button onPress={() => setStep({ id, at: (playingChange ?? at) + 1 })}>
          <span>
            {t('next: {{sound}} ({{section}})', {
              sound: soundInWords(next.sound, names),
              section: where(next),
            })}
          </span>
          <ChevronRight size={18} strokeWidth={1.5} aria-hidden />
        </Button>
      ) : changes.length > 1 ? (
        <Button onPress={() => setStep({ id, at: 0 })}>{t('From the first sound')}</Button>
      ) : null}
    </Strip>
  );
}
