import { Fragment, useEffect, useMemo, useRef, type ReactNode } from 'react';
import { sameKey, type Chord, type Key, type Song } from '@intervallum/core';
import styled from 'styled-components';
import { phone } from '../ui/theme.ts';
import { BarView } from './BarView.tsx';
import type { HandsMark } from './HandsAbove.tsx';
import { layOut } from './layout.ts';
import { keyName, type ChartView } from './view.ts';

const Sections = styled.div`
  --numeral: 40px;
  display: grid;
  gap: 22px;
  ${phone} {
    --numeral: 34px;
    gap: 18px;
  }
  @media print {
    --numeral: 26px;
    gap: 12px;
  }
`;

const Part = styled.section`
  display: grid;
  grid-template-columns: 108px minmax(0, 1fr);
  gap: 12px;
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  @media print {
    grid-template-columns: 100px minmax(0, 1fr);
  }
`;

const Margin = styled.div`
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
  ${phone} {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 2px 10px;
    padding-top: 6px;
  }
`;

const Rail = styled.ol`
  display: flex;
  flex-wrap: wrap;
  row-gap: 6px;
  padding-top: 10px;
  break-inside: avoid;
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
  keys?: readonly Key[] | null;
  /** The slots of the song that are chosen together. */
  selection?: { readonly from: number; readonly to: number } | null;
  /** A chord being typed in the chosen slot. */
  entry?: ReactNode;
  onChooseSlot?: (bar: number, slot: number, extend: boolean) => void;
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
}: ChartProps) {
  const sections = useMemo(() => layOut(song), [song]);
  const views = useMemo(
    () => keys?.map((key) => (sameKey(key, view.key) ? view : { ...view, key })),
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
    <Sections ref={page}>
      {sections.map(({ section, rails }, place) => (
        <Part key={place} aria-label={section.name || 'Section without a name'}>
          <Margin>
            <h2>{section.name || '…'}</h2>
            {views?.[place] && views[place] !== view ? (
              <p>
                <b>in {keyNameOf(views[place])}</b>
              </p>
            ) : null}
            {section.times > 1 ? <p>{timesInWords(section.times)}</p> : null}
            {section.open ? <p>until the signal</p> : null}
            {section.directions.map((direction, line) => (
              <p key={line}>{direction}</p>
            ))}
          </Margin>
          <div>
            {rails.map(({ when, bars }, row) => (
              <Fragment key={row}>
                {when ? <When>{when}</When> : null}
                <Rail>
                  {bars.map((bar) => (
                    <BarView
                      key={bar.index}
                      bar={bar}
                      view={views?.[place] ?? view}
                      isCurrent={bar.index === currentBar}
                      chosenSlot={bar.index === currentBar ? currentSlot : null}
                      proposal={proposal?.bar === bar.index ? proposal : null}
                      hands={hands}
                      selection={
                        selection && bar.slots.some(({ index }) => isWithin(selection, index))
                          ? selection
                          : null
                      }
                      entry={bar.index === currentBar ? entry : null}
                      playing={bar.slots.some(({ index }) => index === playing) ? playing : null}
                      {...(onChooseSlot ? { onChoose: onChooseSlot } : {})}
                    />
                  ))}
                </Rail>
              </Fragment>
            ))}
          </div>
        </Part>
      ))}
    </Sections>
  );
}

function isWithin({ from, to }: { from: number; to: number }, index: number): boolean {
  return index >= from && index <= to;
}

function keyNameOf({ key, letterStyle }: ChartView): string {
  return keyName(key, { language: letterStyle.language });
}

function timesInWords(times: number): string {
  return times === 2 ? 'twice' : `${times} times`;
}
