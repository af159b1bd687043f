import { useMemo } from 'react';
import type { Chord, Song } from '@intervallum/core';
import styled from 'styled-components';
import { phone } from '../ui/theme.ts';
import { BarView } from './BarView.tsx';
import type { HandsMark } from './HandsAbove.tsx';
import { layOut } from './layout.ts';
import type { ChartView } from './view.ts';

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
  onChooseSlot?: (bar: number, slot: number) => void;
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
  onChooseSlot,
}: ChartProps) {
  const sections = useMemo(() => layOut(song), [song]);
  if (sections.length === 0) {
    return (
      <Nothing>
        No section yet. A name and a colon open one: “Verse 1:”, then bars on the next line.
      </Nothing>
    );
  }
  return (
    <Sections>
      {sections.map(({ section, rails }, place) => (
        <Part key={place} aria-label={section.name || 'Section without a name'}>
          <Margin>
            <h2>{section.name || '…'}</h2>
            {section.times > 1 ? <p>{timesInWords(section.times)}</p> : null}
            {section.directions.map((direction, line) => (
              <p key={line}>{direction}</p>
            ))}
          </Margin>
          <div>
            {rails.map((bars, row) => (
              <Rail key={row}>
                {bars.map((bar) => (
                  <BarView
                    key={bar.index}
                    bar={bar}
                    view={view}
                    isCurrent={bar.index === currentBar}
                    chosenSlot={bar.index === currentBar ? currentSlot : null}
                    proposal={proposal?.bar === bar.index ? proposal : null}
                    hands={hands}
                    playing={bar.slots.some(({ index }) => index === playing) ? playing : null}
                    {...(onChooseSlot ? { onChoose: onChooseSlot } : {})}
                  />
                ))}
              </Rail>
            ))}
          </div>
        </Part>
      ))}
    </Sections>
  );
}

function timesInWords(times: number): string {
  return times === 2 ? 'twice' : `${times} times`;
}
