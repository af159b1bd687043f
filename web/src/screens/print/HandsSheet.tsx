import {
  noteNamer,
  toLetters,
  type Chord,
  type Song,
  type Voiced,
  type VoicedSlot,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { layOut, type LaidRail, type LaidSlot } from '../../music/rails/layout.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { MiniKeys } from '../../music/keys/MiniKeys.tsx';
import { t } from '../../words/words.ts';

const Sections = styled.div`
  display: grid;
  gap: 14px;
  --numeral: 26px;
`;

const Line = styled.ol<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 10px 12px;
  padding: 6px 0 4px;
`;

const Card = styled.li`
  p {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
    min-height: 30px;
    font-size: 13px;
  }
  small {
    display: flex;
    justify-content: space-between;
    gap: 6px;
    margin-top: 2px;
    font-size: 12px;
    line-height: 1.25;
    span:first-child {
      color: var(--left-text);
    }
    span:last-child {
      color: var(--right);
      text-align: right;
    }
  }
`;

const Silent = styled.span`
  color: var(--soft);
`;

interface HandsSheetProps {
  song: Song;
  /** Which slot of the whole song is the first one here. */
  slotOf: (section: number, phrase: number) => number;
  voiced: Voiced;
  view: ChartView;
  columns: number;
}

/** Every chord as small keys with the notes of each hand and their names, as beginners like it. */
export function HandsSheet({ song, slotOf, voiced, view, columns }: HandsSheetProps) {
  const first = useMemo(() => {
    const found = new Map<number, VoicedSlot>();
    for (const slot of voiced.slots) if (slot && !found.has(slot.slot)) found.set(slot.slot, slot);
    return found;
  }, [voiced]);
  const range = useMemo(() => rangeOf(voiced), [voiced]);
  return (
    <Sections>
      {layOut(song).map(({ section, rails }, place) => (
        <section key={place} data-section={place} aria-label={section.name}>
          <h2>{section.name}</h2>
          {phrasesOf(rails).map((slots, phrase) => (
            <Line key={phrase} $columns={columns} data-phrase={phrase}>
              {slots.map(({ slot }, index) =>
                slot.kind === 'chord' ? (
                  <ChordCard
                    key={index}
                    chord={slot.chord}
                    held={first.get(slotOf(place, phrase) + index) ?? null}
                    range={range}
                    view={view}
                  />
                ) : null,
              )}
            </Line>
          ))}
        </section>
      ))}
    </Sections>
  );
}

/** The slots of each phrase. */
function phrasesOf(rails: readonly LaidRail[]): LaidSlot[][] {
  return rails.map(({ bars }) => bars.flatMap(({ slots }) => slots));
}

/** Whole octaves around all that the song's hands hold. */
function rangeOf({ slots }: Voiced): { from: number; to: number } {
  const notes = slots.flatMap((slot) => (slot ? [...slot.left, ...slot.right] : []));
  return {
    from: 12 * Math.floor(Math.min(60, ...notes) / 12),
    to: 12 * Math.ceil(Math.max(72, ...notes) / 12),
  };
}

function ChordCard({
  chord,
  held,
  range,
  view,
}: {
  chord: Chord;
  held: VoicedSlot | null;
  range: { readonly from: number; readonly to: number };
  view: ChartView;
}) {
  const name = held && noteNamer(held, view.letterStyle);
  return (
    <Card>
      <p>
        <ChordMark chord={chord} view={view} />
        <b>{toLetters(chord, held?.key ?? view.key, view.letterStyle)}</b>
      </p>
      {held && name ? (
        <>
          <MiniKeys left={held.left} right={held.right} range={range} />
          <small>
            <span>L {held.left.map(name).join(' ') || t('rests')}</span>
            <span>R {held.right.map(name).join(' ')}</span>
          </small>
        </>
      ) : (
        <Silent>{t('No hands found')}</Silent>
      )}
    </Card>
  );
}
