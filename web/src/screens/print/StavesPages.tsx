import { pianoMeasures, type Filled, type PianoMeasure, type Song } from '@intervallum/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { drawGrandStaff, heightOf, systemsOf } from '../../music/staff/drawGrandStaff.ts';
import { loadNotation } from '../../music/staff/notation.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { t } from '../../words/words.ts';
import { BlockPages, type PaperBlock } from './BlockPages.tsx';
import { roomOnPaper, type PaperName } from './pageFrame.tsx';

const Name = styled.h2`
  font-size: 18px;
  line-height: 1.3;
`;

const Place = styled.div`
  overflow: hidden;
  color: #000;
  svg {
    display: block;
  }
`;

interface StavesPagesProps {
  song: Song;
  view: ChartView;
  paper: PaperName;
  voiced: Filled;
  onPages: (pages: number) => void;
}

/** What both hands play on two staves, every time through each section written out, the numbers over them. */
export function StavesPages({ song, view, paper, voiced, onPages }: StavesPagesProps) {
  const { width } = roomOnPaper(paper, song);
  const blocks = useMemo(() => {
    const rows = systemsOf(pianoMeasures(voiced), width);
    return rows.map((measures, place): PaperBlock => {
      const { part, begins } = measures[0]!;
      const { section } = voiced.timeline.parts[part]!;
      const before = rows[place - 1]?.at(-1) ?? null;
      return {
        id: String(place),
        part,
        content: (
          <>
            {begins ? <Name>{song.sections[section]?.name}</Name> : null}
            <System measures={measures} width={width} view={view} before={before} />
          </>
        ),
      };
    });
  }, [song, view, voiced, width]);
  return <BlockPages {...{ song, view, paper, blocks, onPages }} />;
}

interface SystemProps {
  measures: readonly PianoMeasure[];
  width: number;
  view: ChartView;
  before: PianoMeasure | null;
}

function System({ measures, width, view, before }: SystemProps) {
  const place = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    let isCurrent = true;
    loadNotation().then(
      (vexflow) => {
        if (isCurrent && place.current)
          drawGrandStaff(vexflow, place.current, measures, {
            ...{ width, style: view.style },
            meterBefore: before?.meter ?? null,
          });
      },
      (error: unknown) => {
        console.error('The notation could not be loaded.', error);
        if (isCurrent) setFailed(true);
      },
    );
    return () => {
      isCurrent = false;
    };
  }, [measures, width, view, before]);
  return (
    <Place
      ref={place}
      style={{ height: heightOf(measures) }}
      role="img"
      aria-label={t('{{count}} bars on two staves', { count: measures.length })}
    >
      {failed ? t('The staves could not be loaded. Try again in a moment.') : null}
    </Place>
  );
}
