import { memo, useCallback, useEffect, useMemo, useRef, type ReactNode } from 'react';
import { sameKey, type Chord, type SectionKey, type Song, type Textures } from '@intervallum/core';
import styled, { css } from 'styled-components';
import { phone } from '../ui/theme.ts';
import { BarView } from './BarView.tsx';
import type { HandsMark } from './HandsAbove.tsx';
import { isWithin, layOut, type LaidBar, type LaidRail, type LaidSection } from './layout.ts';
import { keyName, type ChartView } from './view.ts';

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

const Rail = styled.ol`
  display: flex;
  flex-wrap: wrap;
  row-gap: 6px;
  padding-top: 10px;
  break-inside: avoid;
`;

/**
 * What is out of sight is laid out when it comes into sight, so that a long chart is as quick as a short one. What stands
 * out of a rail (a mark above it, a frame) has room inside, since nothing is painted beyond.
 */
const outOfSight = css`
  @media screen {
    content-visibility: auto;
    contain-intrinsic-size: auto 104px;
    margin: -12px -6px 0;
    padding: 12px 6px 0;
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

const Line = styled.div<{ $half: boolean; $apart: boolean }>`
  flex: ${({ $half }) => ($half ? '1 1 40%' : '1 0 100%')};
  min-width: 0;
  ${({ $apart }) => $apart && outOfSight}
`;

/** A bracket over bars that are not played every time. */
const When = styled.p`
  margin-top: 8px;
  padding: 1px 0 0 9px;
  border-top: 2px solid var(--soft);
  border-left: 2px solid var(--soft);
  font-size: 13px;
  font-weight: 600;
  color: var(--soft);
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
  const sections = useSameBars(useMemo(() => layOut(song), [song]));
  const latest = useRef(onChooseSlot);
  useEffect(() => {
    latest.current = onChooseSlot;
  });
  const choose = useCallback(
    (bar: number, slot: number, extend: boolean) => latest.current?.(bar, slot, extend),
    [],
  );
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
    <Sections ref={page} $paper={paper !== null}>
      {sections.map(({ section, rails }, place) => (
        <Part
          key={place}
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
            {rails.map((rail, row) => {
              const isHere = rail.bars.some(({ index }) => index === currentBar);
              return (
                <RailView
                  key={row}
                  rail={rail}
                  view={views?.[place] ?? view}
                  isPaper={paper !== null}
                  currentBar={isHere ? currentBar : null}
                  currentSlot={isHere ? currentSlot : null}
                  proposal={
                    rail.bars.some(({ index }) => index === proposal?.bar) ? proposal : null
                  }
                  hands={hands}
                  selection={holds(rail, (index) => isWithin(selection, index)) ? selection : null}
                  entry={isHere ? entry : null}
                  playing={holds(rail, (index) => index === playing) ? playing : null}
                  onChoose={onChooseSlot ? choose : null}
                />
              );
            })}
          </Lines>
        </Part>
      ))}
    </Sections>
  );
}

function holds({ bars }: LaidRail, matches: (slot: number) => boolean): boolean {
  return bars.some(({ slots }) => slots.some(({ index }) => matches(index)));
}

interface RailProps extends Required<
  Pick<ChartProps, 'currentBar' | 'currentSlot' | 'proposal' | 'hands' | 'selection' | 'playing'>
> {
  rail: LaidRail;
  view: ChartView;
  isPaper: boolean;
  entry: ReactNode;
  onChoose: ((bar: number, slot: number, extend: boolean) => void) | null;
}

/** A rail with its bars; it is drawn anew only where something on it changed. */
const RailView = memo(function RailView({ rail, view, isPaper, onChoose, ...on }: RailProps) {
  const { when, isTimed, phrase, bars } = rail;
  return (
    <Line
      data-phrase={phrase}
      $half={isTimed && bars.length < 3}
      $apart={!isPaper && on.currentBar === null}
    >
      {when ? <When>{when}</When> : null}
      <Rail>
        {bars.map((bar) => {
          const isCurrent = bar.index === on.currentBar;
          const has = (matches: (slot: number) => boolean) =>
            bar.slots.some(({ index }) => matches(index));
          return (
            <BarView
              key={bar.index}
              bar={bar}
              view={view}
              isCurrent={isCurrent}
              chosenSlot={isCurrent ? on.currentSlot : null}
              proposal={on.proposal?.bar === bar.index ? on.proposal : null}
              hands={on.hands}
              selection={has((index) => isWithin(on.selection, index)) ? on.selection : null}
              entry={isCurrent ? on.entry : null}
              playing={has((index) => index === on.playing) ? on.playing : null}
              {...(onChoose ? { onChoose } : {})}
            />
          );
        })}
      </Rail>
    </Line>
  );
});

/** The bars of before where they say the same, so that an edit draws only what it changed. */
function useSameBars(sections: readonly LaidSection[]): readonly LaidSection[] {
  const kept = useRef<{
    readonly of: readonly LaidSection[];
    readonly are: readonly LaidSection[];
    readonly bars: ReadonlyMap<number, { readonly says: string; readonly bar: LaidBar }>;
  } | null>(null);
  /* eslint-disable react-hooks/refs -- whichever render has kept a bar, it says the same */
  if (kept.current?.of === sections) return kept.current.are;
  const before = kept.current?.bars;
  const bars = new Map<number, { readonly says: string; readonly bar: LaidBar }>();
  const railsBefore = kept.current?.are.flatMap((section) => section.rails) ?? [];
  let at = 0;
  const are = sections.map((section) => ({
    ...section,
    rails: section.rails.map((rail) => {
      const made = rail.bars.map((bar) => {
        const says = JSON.stringify(bar);
        const old = before?.get(bar.index);
        const one = old?.says === says ? old : { says, bar };
        bars.set(bar.index, one);
        return one.bar;
      });
      const old = railsBefore[at++];
      return old && sameRail(old, rail, made) ? old : { ...rail, bars: made };
    }),
  }));
  kept.current = { of: sections, are, bars };
  /* eslint-enable react-hooks/refs */
  return are;
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

function sameRail(
  old: LaidRail,
  { when, isTimed, phrase }: LaidRail,
  bars: readonly LaidBar[],
): boolean {
  return (
    old.when === when &&
    old.isTimed === isTimed &&
    old.phrase === phrase &&
    old.bars.length === bars.length &&
    bars.every((bar, index) => bar === old.bars[index])
  );
}

function keyNameOf({ key, letterStyle }: ChartView): string {
  return keyName(key, { language: letterStyle.language });
}

function timesInWords(times: number): string {
  return times === 2 ? 'twice' : `${times} times`;
}
