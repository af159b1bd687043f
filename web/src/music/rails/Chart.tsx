import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { sameKey, type Chord, type SectionKey, type Song, type Textures } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { phone } from '../../ui/theme.ts';
import { useKept } from '../../ui/useKept.ts';
import { useSteady } from '../../ui/useSteady.ts';
import type { HandsMark } from './handsMark.ts';
import { layOut, type LaidSection } from './layout.ts';
import { sheetOfBar, sheetOfSlot, sheetsOf, type Sheet } from './sheets.ts';
import { SheetTurner } from './SheetTurner.tsx';
import { keyName, type ChartView } from './view.ts';

import { RailView } from './RailView.tsx';

const onScreen = css`
  ${phone} {
    --numeral: 34px;
    gap: 18px;
  }
  @media print {
    --numeral: 26px;
    gap: 12px;
  }
`;

/** On paper the page itself sets the sizes, the same on the screen as in print. */
export interface PaperLayout {
  /** The names of sections beside their bars, or above them where the column is narrow. */
  readonly names: 'beside' | 'above';
}

const Sections = styled.div<{ $paper: boolean }>`
  --numeral: 40px;
  display: grid;
  gap: 22px;
  ${({ $paper }) => !$paper && onScreen}
  ${({ $paper }) =>
    $paper &&
    css`
      --numeral: 28px;
      gap: 14px;
    `}
`;

const Part = styled.section<{ $above: boolean }>`
  display: grid;
  grid-template-columns: ${({ $above: above }) => (above ? 'minmax(0, 1fr)' : '108px minmax(0, 1fr)')};
  gap: ${({ $above: above }) => (above ? '0' : '12px')};
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
`;

const inRow = css`
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding-top: 6px;
`;

const Margin = styled.div<{ $above: boolean }>`
  padding-top: 16px;
  h2 {
    font-size: 17px;
    line-height: 1.2;
    overflow-wrap: anywhere;
  }
  p {
    margin-top: 2px;
    font-size: 13px;
    line-height: 1.35;
    color: var(--soft);
    overflow-wrap: anywhere;
  }
  ${({ $above: above }) => above && inRow}
  ${phone} {
    ${inRow}
  }
`;

/** On paper short endings stand side by side. */
const Lines = styled.div<{ $paper: boolean }>`
  ${({ $paper }) =>
    $paper &&
    css`
      display: flex;
      flex-wrap: wrap;
      align-items: flex-end;
      align-content: flex-start;
      column-gap: 12px;
    `}
`;

const Nothing = styled.p`
  padding: 20px 0;
  color: var(--soft);
`;

interface ChartProps {
  song: Song;
  view: ChartView;
  /** The bar that the cursor of the text is in. */
  currentBar?: number | null;
  /** The slot of that bar whose chord is chosen. */
  currentSlot?: number | null;
  /** A chord that could stand in a slot, shown beneath it. */
  proposal?: { readonly bar: number; readonly slot: number; readonly chord: Chord } | null;
  /** What stands over each chord of how the hands come to it, by slot of the song; nothing is shown where it is left out. */
  hands?: ReadonlyMap<number, HandsMark> | null;
  /** The slot of the song that sounds now. */
  playing?: number | null;
  /** The key of each section, where a lift makes it another one than the view's. */
  keys?: readonly SectionKey[] | null;
  /** The slots of the song that are chosen together. */
  selection?: { readonly from: number; readonly to: number } | null;
  /** A chord being typed in the chosen slot. */
  entry?: ReactNode;
  onChooseSlot?: (bar: number, slot: number, extend: boolean) => void;
  paper?: PaperLayout | null;
}

/** A song on its rails: numerals stand on them, letters hang beneath, words below the letters. */
export function Chart({
  song,
  view,
  currentBar = null,
  currentSlot = null,
  proposal = null,
  hands = null,
  playing = null,
  keys = null,
  selection = null,
  entry = null,
  onChooseSlot,
  paper = null,
}: ChartProps) {
  const sections = useKept(song, laidOut);
  const isPaper = paper !== null;
  const sheets = useMemo(
    () => sheetsOf(sections, isPaper ? Infinity : undefined),
    [sections, isPaper],
  );
  const { now, turn } = useSheet(sheets, currentBar, playing);
  const parts = sheets[now]?.parts ?? [];
  const { choose } = useSteady({
    choose: (railId: string, bar: number, slot: number, extend: boolean) => {
      const rail = parts.flatMap(({ rails }) => rails).find(({ id }) => id === railId);
      if (rail) onChooseSlot?.(rail.bar + bar, slot, extend);
    },
  });
  const views = useMemo(
    () =>
      keys?.map(({ key, lift }) =>
        sameKey(key, view.key) && lift === 0
          ? view
          : { ...view, key, lift: { from: view.key, semitones: lift } },
      ),
    [keys, view],
  );
  const page = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (playing === null) return;
    page.current?.querySelector('[data-playing]')?.scrollIntoView({ block: 'nearest' });
  }, [playing]);
  if (sections.length === 0) {
    return (
      <Nothing>
        No section yet. A name and a colon open one: “Verse 1:”, then bars on the next line.
      </Nothing>
    );
  }
  return (
    <Sections
      ref={page}
      $paper={paper !== null}
      onMouseDown={(event) => {
        // With Shift a click chooses bars; the browser would mark their letters and words as well.
        if (onChooseSlot && event.shiftKey) event.preventDefault();
      }}
    >
      <SheetTurner label="Bars that are shown" sheets={sheets} now={now} onTurn={turn} />
      {parts.map(({ laid, place, rails }) => {
        const { section } = laid;
        return (
          <Part
            key={laid.id}
            $above={paper?.names === 'above'}
            data-section={place}
            aria-label={section.name || 'Section without a name'}
          >
            <Margin $above={paper?.names === 'above'}>
              <h2>{section.name || '…'}</h2>
              {views?.[place] && !sameKey(views[place].key, view.key) ? (
                <p>
                  <b>in {keyNameOf(views[place])}</b>
                </p>
              ) : null}
              {section.times > 1 ? <p>{timesInWords(section.times)}</p> : null}
              {section.open ? <p>until the signal</p> : null}
              {section.directions.map((direction, line) => (
                <p key={line}>{direction}</p>
              ))}
              {texturesInWords(section.textures).map((words) => (
                <p key={words}>{words}</p>
              ))}
            </Margin>
            <Lines $paper={paper !== null}>
              {rails.map(({ rail, id, phrase, bar, slot, slots }) => {
                const isHere = isOn(currentBar, bar, rail.bars.length);
                const isProposed = isOn(proposal?.bar, bar, rail.bars.length);
                const isSelected =
                  selection && selection.to >= slot && selection.from < slot + slots;
                return (
                  <RailView
                    key={id}
                    rail={rail}
                    id={id}
                    phrase={phrase}
                    view={views?.[place] ?? view}
                    isPaper={paper !== null}
                    currentBar={isHere ? currentBar - bar : null}
                    currentSlot={isHere ? currentSlot : null}
                    proposal={isProposed ? proposal : null}
                    proposedBar={isProposed && proposal ? proposal.bar - bar : null}
                    hands={
                      hands && Array.from({ length: slots }, (_, index) => hands.get(slot + index))
                    }
                    selectedFrom={isSelected ? selection.from - slot : null}
                    selectedTo={isSelected ? selection.to - slot : null}
                    entry={isHere ? entry : null}
                    playing={isOn(playing, slot, slots) ? playing - slot : null}
                    onChoose={onChooseSlot ? choose : null}
                  />
                );
              })}
            </Lines>
          </Part>
        );
      })}
      <SheetTurner label="Bars that are shown, below" sheets={sheets} now={now} onTurn={turn} />
    </Sections>
  );
}

/** The song laid out, with whatever an edit did not change as it was. */
function laidOut(song: Song, before: readonly LaidSection[] | null): readonly LaidSection[] {
  return layOut(song, before ?? []);
}

/** The sheet that one turned to, until the bar that is worked in or sounds goes to another one. */
function useSheet(sheets: readonly Sheet[], bar: number | null, playing: number | null) {
  const wanted = sheetOfSlot(sheets, playing) ?? sheetOfBar(sheets, bar) ?? 0;
  const [turned, setTurned] = useState<{ readonly to: number; readonly from: number } | null>(null);
  if (turned && turned.from !== wanted) setTurned(null);
  const now = turned?.from === wanted && turned.to < sheets.length ? turned.to : wanted;
  return { now, turn: (to: number) => setTurned({ to, from: wanted }) };
}

function isOn(place: number | null | undefined, first: number, count: number): place is number {
  return typeof place === 'number' && place >= first && place < first + count;
}

/** What the hands of a section do; a pattern without a name is the player's own. */
function texturesInWords(textures: Textures): string[] {
  return (['right', 'left'] as const).flatMap((hand) => {
    const texture = textures[hand];
    if (!texture) return [];
    const name = typeof texture.pattern === 'string' ? texture.pattern : 'a pattern of its own';
    return [`${hand} hand: ${name}${texture.dynamic === 'medium' ? '' : `, ${texture.dynamic}`}`];
  });
}

function keyNameOf({ key, letterStyle }: ChartView): string {
  return keyName(key, { language: letterStyle.language });
}

function timesInWords(times: number): string {
  return times === 2 ? 'twice' : `${times} times`;
}
