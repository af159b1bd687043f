import { playedKey, type Key, type Song } from '@intervallum/core';
import { useLayoutEffect, useRef, useState, type CSSProperties, type ReactNode } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { letterStyle, numberStyle, type ChartView } from '../../music/rails/view.ts';
import type { ReaderSettings } from '../../settings/reader.ts';
import { Choice } from '../../ui/Choice.tsx';
import { phone } from '../../ui/theme.ts';
import { papers, type PaperName } from './pageFrame.tsx';
import { t } from '../../words/words.ts';

/** Over the sheets: what is printed, and on which paper. */
export const PaperBar = styled.div`
  position: sticky;
  top: 0;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  padding: 8px 16px;
  border-bottom: 1px solid var(--hairline);
  background: var(--paper);
  p {
    margin-left: auto;
    font-size: 14px;
    color: var(--soft);
  }
  @media print {
    display: none;
  }
`;

export const Back = styled(Link)`
  display: grid;
  place-items: center;
  width: 40px;
  height: 40px;
`;

/** Paper is white with dark ink whatever the screen's theme; where it is wider than the screen it is looked at smaller. */
const Desk = styled.div`
  display: grid;
  justify-content: safe center;
  gap: 24px;
  padding: 24px;
  overflow-x: auto;
  > article {
    zoom: var(--fit);
  }
  ${phone} {
    padding: 12px;
  }
  --paper: #fff;
  --card: #fff;
  --panel: #fff;
  --ink: #000;
  --soft: #444;
  --rail: #8a7d62;
  --hairline: #d8d2c6;
  --accent: #8a4b12;
  --left-text: #17607a;
  --right: #a33b1f;
  --borrowed: #6b3f86;
  color: #000;
  color-scheme: light;
  @media print {
    display: block;
    padding: 0;
    > article {
      zoom: 1;
    }
  }
`;

interface PaperDeskProps {
  paper: PaperName;
  children: ReactNode;
}

/** Where the sheets lie. */
export function PaperDesk({ paper, children }: PaperDeskProps) {
  const desk = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState<number>(papers[paper].width);
  useLayoutEffect(() => {
    const { current } = desk;
    if (!current) return;
    const observer = new ResizeObserver(() => {
      const { paddingLeft, paddingRight } = getComputedStyle(current);
      setWidth(current.clientWidth - parseFloat(paddingLeft) - parseFloat(paddingRight));
    });
    observer.observe(current);
    return () => observer.disconnect();
  }, []);
  const fit = { '--fit': Math.min(1, width / papers[paper].width) } as CSSProperties;
  return (
    <Desk ref={desk} style={fit}>
      {children}
    </Desk>
  );
}

interface PaperChoiceProps {
  paper: PaperName;
  onChange: (paper: PaperName) => void;
}

export function PaperChoice({ paper, onChange }: PaperChoiceProps) {
  return (
    <Choice
      label={t('Paper')}
      value={paper}
      options={(Object.keys(papers) as PaperName[]).map((name) => [name, name] as const)}
      onChange={onChange}
    />
  );
}

/** What of a chart is printed. */
export type Printed = 'numbers' | 'letters' | 'words' | 'hands' | 'staves' | 'shapes';

/**
 * How a chart is looked at on paper. The tune stands in degrees there; a staff would take the room of the chart.
 * @param key in which it sounds
 * @param playedIn what the player chose to play it in, where the paper is for the player
 */
export function viewOnPaper(
  song: Pick<Song, 'reading' | 'minor' | 'key' | 'names'>,
  key: Key,
  playedIn: Key | null,
  what: Printed,
  hasTune: boolean,
  settings: Pick<
    ReaderSettings,
    'reading' | 'minor' | 'symbols' | 'language' | 'spelling' | 'ownNames' | 'dictation'
  >,
): ChartView {
  const hasWords = what === 'words' || what === 'letters';
  return {
    key: playedKey(key, playedIn),
    sounding: key,
    style: numberStyle(song, settings),
    letterStyle: letterStyle(settings),
    hero: what === 'letters' ? 'letters' : 'numbers',
    letters: what === 'words',
    // As chords are dictated: where letters would stand in their numbers, the bass does.
    dictation: settings.dictation && what === 'numbers',
    words: hasWords,
    tune: hasTune && hasWords ? 'degrees' : 'off',
  };
}
