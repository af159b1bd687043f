import {
  addedByPatterns,
  fiveFingerPlace,
  noteNamer,
  noTextures,
  shapesOfSong,
  slashesOf,
  strike,
  toLetters,
  type Song,
  type Struck,
  type Voiced,
  type VoicedSlot,
} from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { MiniKeys, octavesAround, type KeyRange } from '../../music/keys/MiniKeys.tsx';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import { layOut, slotsOf, type LaidSection } from '../../music/rails/layout.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { Marks, marksInWords, SectionOnPaper } from './BarsOnPaper.tsx';
import { ShapeCard } from '../parts/ShapeCard.tsx';
import { BlockPages, type PaperBlock } from './BlockPages.tsx';
import type { PaperName } from './pageFrame.tsx';
import { t } from '../../words/words.ts';

/** How much of it one plays: as the player does, or step by step as one learns it. */
export const levels = ['mine', 'right', 'both', 'pattern'] as const;
export type Level = (typeof levels)[number];

const Shapes = styled.div`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px 16px;
  padding-bottom: 10px;
  --numeral: 30px;
`;

const Note = styled.p`
  padding-bottom: 8px;
  font-size: 14px;
  line-height: 1.4;
`;

const Step = styled.div`
  --numeral: 26px;
  p {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
    font-size: 13px;
  }
`;

const Slashes = styled.b`
  display: block;
  font-size: 17px;
  letter-spacing: 0.28em;
`;

interface ShapesPagesProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  voiced: Voiced;
  level: Level;
  onPages: (pages: number) => void;
}

/**
 * The shapes of a song, each once with its fingers, and then the way through it: bars with slashes for what is struck, and a small
 * picture where a shape comes for the first time in a section.
 */
export function ShapesPages({ song, view, paper, voiced, level, onPages }: ShapesPagesProps) {
  const blocks = useMemo(() => blocksOf(song, view, voiced, level), [song, view, voiced, level]);
  return <BlockPages song={song} view={view} paper={paper} blocks={blocks} onPages={onPages} />;
}

function blocksOf(song: Song, view: ChartView, voiced: Voiced, level: Level): PaperBlock[] {
  const shapes = shapesOfSong(voiced);
  const range = octavesAround(
    shapes.flatMap(({ left, right }) => (level === 'right' ? right : [...left, ...right])),
  );
  const rows = Array.from({ length: Math.ceil(shapes.length / 3) }, (_, row) =>
    shapes.slice(3 * row, 3 * row + 3),
  );
  const place = fiveFingerPlace(voiced, 'right');
  const [firstHeld] = voiced.slots.filter((slot) => slot !== null);
  const first: PaperBlock = {
    id: 'head',
    part: 0,
    content: (
      <>
        <h2>{t('The shapes of this song')}</h2>
        <Note>
          {place && firstHeld
            ? t('The right hand stays on five keys: {{keys}}.', {
                keys: place.map(noteNamer(firstHeld, view.letterStyle)).join(' '),
              }) + ' '
            : null}
          {t(
            '1 is the thumb, 5 the little finger. The small mark is middle C; what is hollow may be left out.',
          )}
        </Note>
      </>
    ),
  };
  const cards = rows.map((row, index): PaperBlock => ({
    id: `shapes ${index}`,
    part: 0,
    content: (
      <Shapes>
        {row.map((shape, at) => (
          <ShapeCard
            key={at}
            shape={shape}
            isRightAlone={level === 'right'}
            range={range}
            view={view}
          />
        ))}
      </Shapes>
    ),
  }));
  return [first, ...cards, ...roadOf(song, view, voiced, level, range)];
}

/** The bars of each section, a line a block. */
function roadOf(
  song: Song,
  view: ChartView,
  voiced: Voiced,
  level: Level,
  range: KeyRange,
): PaperBlock[] {
  const held = new Map<number, VoicedSlot>();
  for (const slot of voiced.slots) if (slot && !held.has(slot.slot)) held.set(slot.slot, slot);
  const struck = struckAt(voiced, level);
  const added = level === 'mine' || level === 'pattern' ? addedByPatterns(voiced) : () => [];
  return layOut(song).flatMap((laid, place): PaperBlock[] => {
    const first = firstOfChords(laid, held);
    let from = laid.slots;
    return laid.rails.map((rail, line): PaperBlock => {
      const before = from;
      from += slotsOf(rail.bars);
      return {
        id: `${place} ${line}`,
        part: place + 1,
        content: (
          <SectionOnPaper
            laid={{ ...laid, rails: [rail] }}
            place={place}
            view={view}
            goesOn={line > 0}
            columns={4}
            draw={(laidSlot, at) => {
              const { slot } = laidSlot;
              const marks = marksInWords(laidSlot);
              const now = held.get(before + at);
              return (
                <Step>
                  <p>
                    <span>
                      <ChordMark chord={slot.chord} view={view} />
                      {marks ? <Marks> {marks}</Marks> : null}
                    </span>
                    <b>{toLetters(slot.chord, now?.key ?? view.key, view.letterStyle)}</b>
                  </p>
                  {now && first.has(before + at) ? (
                    <MiniKeys
                      left={level === 'right' ? [] : [...now.left, ...added(now.at)]}
                      right={now.right}
                      range={range}
                      optional={new Set(added(now.at))}
                      isMiddleMarked
                    />
                  ) : null}
                  <Slashes aria-hidden>{now ? slashesOf(struck, now.at) : ''}</Slashes>
                </Step>
              );
            }}
          />
        ),
      };
    });
  });
}

/** What is struck: without their patterns the hands strike each chord once and hold it. */
function struckAt(voiced: Voiced, level: Level): Struck {
  const { timeline } = voiced;
  if (level === 'mine' || level === 'pattern') return strike(voiced);
  const sections = timeline.song.sections.map((section) => ({ ...section, textures: noTextures }));
  const song = { ...timeline.song, textures: noTextures, sections };
  return strike({ ...voiced, timeline: { ...timeline, song } });
}

/** The slots of a section where a shape comes for the first time in it. */
function firstOfChords(
  { rails, slots }: LaidSection,
  held: ReadonlyMap<number, VoicedSlot>,
): ReadonlySet<number> {
  const known = new Set<string>();
  const first = new Set<number>();
  const count = rails.reduce((sum, { bars }) => sum + slotsOf(bars), 0);
  for (let slot = slots; slot < slots + count; slot += 1) {
    const now = held.get(slot);
    if (!now) continue;
    const shape = JSON.stringify([now.chord, now.left, now.right]);
    if (!known.has(shape)) first.add(slot);
    known.add(shape);
  }
  return first;
}
