import { usualTempo, type Cue, type StageState } from '@intervallum/core';
import { Minus, Plus, Timer } from 'lucide-react';
import styled from 'styled-components';
import { Button, IconButton } from '../../ui/Button.tsx';
import type { StageItem } from './stageSongs.ts';
import { t } from '../../words/words.ts';

const Group = styled.div`
  display: flex;
  align-items: center;
  padding: 0 4px;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  > b {
    min-width: 3.2em;
    text-align: center;
    font-size: 16px;
    font-weight: 600;
    white-space: nowrap;
  }
`;

interface SongToolsProps {
  items: readonly StageItem[];
  state: StageState;
  say: (cue: Cue) => void;
  onTap: () => void;
}

/** The key, the tempo and the click of the song that is on. */
export function SongTools({ items, state, say, onTap }: SongToolsProps) {
  const { item: at, part, nextLift, isClicking, isStopped } = state;
  const inProgram = at === null ? null : (items[at]?.inProgram ?? null);
  if (!inProgram || inProgram.parts.length === 0) return null;
  const tempo = state.tempo ?? inProgram.tempo ?? usualTempo;
  const click = isClicking ? 'off' : part === null || isStopped ? 'count' : 'on';
  return (
    <>
      <Group role="group" aria-label={t('Key from the next part on')}>
        <IconButton
          aria-label={t('Half step down')}
          onPress={() => say({ kind: 'lift', semitones: -1 })}
        >
          <Minus size={20} strokeWidth={1.5} />
        </IconButton>
        <b>{t('Key {{lift}}', { lift: signed(nextLift) })}</b>
        <IconButton
          aria-label={t('Half step up')}
          onPress={() => say({ kind: 'lift', semitones: 1 })}
        >
          <Plus size={20} strokeWidth={1.5} />
        </IconButton>
      </Group>
      <Button onPress={onTap} aria-label={t('Tap {{tempo}}: the tempo', { tempo })}>
        {t('Tap {{tempo}}', { tempo })}
      </Button>
      {click === 'count' ? (
        <Button onPress={() => say({ kind: 'count' })}>
          <Timer size={20} strokeWidth={1.5} aria-hidden /> {t('Count in')}
        </Button>
      ) : (
        <Button
          aria-pressed={isClicking}
          onPress={() => say({ kind: 'click', isOn: click === 'on' })}
        >
          <Timer size={20} strokeWidth={1.5} aria-hidden /> {t('Click')}
        </Button>
      )}
    </>
  );
}

/** @example signed(2) // '+2' */
function signed(lift: number): string {
  if (lift === 0) return '±0';
  return lift > 0 ? `+${lift}` : `−${-lift}`;
}
