import { partName, type Cue, type StageState } from '@intervallum/core';
import { ArrowRight, Repeat, Repeat1, SkipForward, Square, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import styled from 'styled-components';
import { listenToPedals } from '../../device/pedal.ts';
import { desk } from '../../settings/desk.ts';
import { Button, PrimaryButton } from '../../ui/Button.tsx';
import { phone, short, tablet } from '../../ui/theme.ts';
import { oneLine } from './oneLine.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { Band } from './useBand.ts';
import { partTitle } from './partWords.ts';
import { StageRoad } from './StageRoad.tsx';
import type { StageItem } from './stageSongs.ts';
import { t } from '../../words/words.ts';

const Tools = styled.div`
  display: flex;
  align-items: stretch;
  gap: 8px;
  padding: 4px 14px 10px;
  button {
    min-height: 48px;
    font-size: 17px;
  }
  button[aria-pressed='true'] {
    border: 2px solid var(--accent);
    color: var(--accent);
    font-weight: 700;
  }
  ${tablet} {
    flex-direction: column;
  }
  ${phone} {
    gap: 6px;
    padding: 2px 8px 6px;
    button {
      padding: 6px 10px;
      font-size: 15px;
    }
  }
  ${short} {
    flex-direction: row;
    gap: 6px;
    padding: 2px 8px 4px;
  }
`;

const Go = styled(PrimaryButton)`
  && {
    flex: 1 1 240px;
    min-height: 64px;
    font-size: 22px;
    white-space: normal;
    ${tablet} {
      flex: none;
    }
    ${phone} {
      min-height: 56px;
    }
    ${short} {
      flex: 0 0 200px;
      min-height: 48px;
      font-size: 18px;
    }
  }
`;

/** In one line: on a small screen what has no room is scrolled to, and the music keeps its own. */
const Others = styled.div`
  ${oneLine}
  > * {
    flex: none;
  }
`;

interface LeadToolsProps {
  items: readonly StageItem[];
  band: Band;
  say: (cue: Cue) => void;
  onTap: () => void;
}

/** What whoever leads says to all, by touch, keys or pedal. */
export function LeadTools({ items, band, say, onTap }: LeadToolsProps) {
  const { state, undo } = band;
  const { item: at, part, next, isVamping, isStopped } = state;
  const item = at === null ? undefined : items[at];
  const inProgram = item?.inProgram ?? null;
  const { on, choose, vamp, pressed } = useSteady({
    on: () => {
      if (at === null && items[0]) say({ kind: 'to', item: items[0].inProgram.id, part: null });
      else if (item) say({ kind: 'on' });
    },
    choose: (chosen: number) => {
      if (!inProgram || !inProgram.parts[chosen]) return;
      const named = partName(inProgram, chosen);
      if (chosen === next && part !== null) say({ kind: 'to', item: inProgram.id, part: named });
      else say({ kind: 'next', part: named });
    },
    vamp: () => {
      if (part !== null) say({ kind: 'vamp', isOn: !isVamping });
    },
    pressed: (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const target = event.target instanceof Element ? event.target : null;
      if (target?.closest('[role="dialog"], input, select, textarea')) return;
      const key = event.key.toLowerCase();
      if (key === ' ') {
        if (target?.closest('button, a')) return;
      } else if (!desk.now().signKeys) return;
      const does: Readonly<Record<string, () => void>> = {
        ' ': on,
        v: vamp,
        a: () => say({ kind: 'again' }),
        s: () => say({ kind: 'skip' }),
        '+': () => say({ kind: 'lift', semitones: 1 }),
        '-': () => say({ kind: 'lift', semitones: -1 }),
        c: () => say({ kind: 'count' }),
        t: onTap,
        '.': () => say({ kind: 'stop' }),
        u: () => (undo === null ? undefined : say({ kind: 'undo', of: undo })),
      };
      const digit = /^[1-9]$/.test(key) ? Number(key) : null;
      const what = digit === null ? does[key] : () => choose(digit - 1);
      if (!what || event.repeat) return;
      event.preventDefault();
      what();
    },
  });
  useEffect(() => listenToPedals((turn) => (turn === 'on' ? on() : vamp())), [on, vamp]);
  useEffect(() => {
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [pressed]);
  if (at !== null && !item) return null;
  return (
    <div role="group" aria-label={t('Lead')}>
      {inProgram ? <StageRoad item={inProgram} now={part} next={next} onChoose={choose} /> : null}
      <Tools>
        <Go onPress={on}>
          <ArrowRight size={24} strokeWidth={1.75} aria-hidden /> {onWords(items, state)}
        </Go>
        <Others>
          {part === null ? null : (
            <>
              <Button aria-pressed={isVamping} onPress={vamp}>
                <Repeat size={20} strokeWidth={1.5} aria-hidden /> {t('Until the signal')}
              </Button>
              <Button onPress={() => say({ kind: 'again' })}>
                <Repeat1 size={20} strokeWidth={1.5} aria-hidden /> {t('Once more')}
              </Button>
              <Button onPress={() => say({ kind: 'skip' })} isDisabled={next === null}>
                <SkipForward size={20} strokeWidth={1.5} aria-hidden /> {t('Leave out')}
              </Button>
              <Button onPress={() => say({ kind: 'stop' })} isDisabled={isStopped}>
                <Square size={20} strokeWidth={1.5} aria-hidden /> {t('Stop')}
              </Button>
            </>
          )}
          <Button
            onPress={() => (undo === null ? undefined : say({ kind: 'undo', of: undo }))}
            isDisabled={undo === null}
          >
            <Undo2 size={20} strokeWidth={1.5} aria-hidden /> {t('Take back')}
          </Button>
        </Others>
      </Tools>
    </div>
  );
}

/** What happens when one goes on. */
function onWords(items: readonly StageItem[], { item: at, part, next }: StageState): string {
  const item = at === null ? undefined : items[at];
  const named = (one: StageItem | undefined) =>
    one ? one.title || t('Song without a title') : t('The end');
  if (at === null || !item) return named(items[0]);
  const behind = () => named(items[at + 1]);
  if (item.inProgram.parts.length === 0) return behind();
  if (part !== null && next === null) return behind();
  return partTitle(item.inProgram, next ?? 0);
}
