import type { BackingVoice, BandRole } from '@intervallum/core';
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import { useNumeral } from '../../music/rails/useNumeral.ts';
import { keyName } from '../../music/rails/view.ts';
import { pencilName, usePencilMarks } from '../../queries/pencil.ts';
import { reader } from '../../settings/reader.ts';
import { display, phone, short } from '../../ui/theme.ts';
import { PartNow } from '../parts/band/PartNow.tsx';
import { partTitle } from './partWords.ts';
import { lifted, soundingKey, type StageItem } from './stageSongs.ts';
import { t } from '../../words/words.ts';

const Two = styled.div`
  display: grid;
  grid-template-rows: minmax(0, 3fr) minmax(0, 1.4fr);
  min-height: 0;
  height: 100%;
  ${short} {
    grid-template-rows: minmax(0, 1fr) auto;
  }
`;

const Piece = styled.section`
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  padding: 8px 18px 4px;
  overflow: hidden;
  ${phone} {
    padding: 6px 10px 2px;
  }
  > header {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 0 14px;
    margin-bottom: 4px;
    > span {
      font-size: 16px;
      color: var(--soft);
    }
    > h2 {
      font: 600 30px/1.2 ${display};
      overflow-wrap: anywhere;
    }
    > b {
      font-size: 18px;
      color: var(--accent);
    }
    /* Wherever words are. */
    > small {
      order: 1;
      margin-left: auto;
      font-size: 13px;
      color: var(--soft);
    }
  }
  /* The name stands over it already. */
  h3 {
    display: none;
  }
  &[data-next] {
    border-top: 2px solid var(--rail);
    > header h2 {
      font-size: 23px;
    }
    ${short} {
      > div {
        display: none;
      }
    }
  }
`;

const Words = styled.div`
  display: grid;
  align-content: center;
  gap: 10px;
  font-size: 22px;
  color: var(--soft);
  overflow: hidden auto;
  p,
  h2 {
    overflow-wrap: anywhere;
  }
  h2 {
    font: 600 48px/1.15 ${display};
    color: var(--ink);
    ${phone} {
      font-size: 34px;
    }
  }
`;

export interface StageReader {
  readonly role: BandRole | null;
  readonly hero: 'numbers' | 'letters';
  readonly voice: BackingVoice;
  /** The link or set it is read by: under which it is kept what the reader pencils. */
  readonly readAs: string;
}

/** Those whose page says what is said of a part. */
const saying: ReadonlySet<BandRole> = new Set<BandRole>(['singer', 'projector', 'drums']);

interface PartPieceProps extends StageReader {
  item: StageItem;
  part: number;
  lift: number;
  label: string;
  isNext?: boolean;
  /** What is to be known of it besides: until the signal, which bar. */
  facts: readonly (string | null)[];
}

/** A part with its name over its music. */
export function PartPiece(props: PartPieceProps) {
  const { item, part, lift, label, isNext = false, facts, role, hero, voice } = props;
  const { id } = props.item.inProgram;
  const marks = usePencilMarks(pencilName(props.readAs, id), props.item.song?.text ?? '');
  const numeral = useNumeral(isNext ? 'small' : 'largest');
  const settings = reader.use('language');
  const { song, inProgram } = item;
  const timeline = useMemo(() => (song ? lifted(song.timeline, lift) : null), [song, lift]);
  if (!timeline || !song) return null;
  const name = partTitle(inProgram, part);
  const { by, rights } = timeline.song.details;
  const there = timeline.parts[part];
  // A page of words or of bars says it itself.
  const isSaid = there && !(role !== null && saying.has(role));
  const said = isSaid
    ? [there.direction, ...timeline.song.sections[there.section]!.directions]
    : [];
  return (
    <Piece aria-label={`${label}: ${name}`} data-next={isNext || undefined}>
      <header>
        <span>{label}</span>
        <h2>{name}</h2>
        {[
          lift !== 0 && role !== 'drums'
            ? t('in {{key}}', { key: keyName(soundingKey(song, part, lift), settings) })
            : null,
          ...facts,
        ].map((fact) => (fact ? <b key={fact}>{fact}</b> : null))}
        {isNext ? null : (
          <small>{[by, rights].filter(Boolean).join(' · ') || t('No rights given')}</small>
        )}
        {said.map((direction) => (direction ? <span key={direction}>{direction}</span> : null))}
      </header>
      <div>
        <PartNow
          timeline={timeline}
          part={part}
          role={role}
          hero={hero}
          numeral={numeral}
          voice={voice}
          marks={marks}
        />
      </div>
    </Piece>
  );
}

/** What is said where no music stands. */
export function SaidPiece({
  label,
  title,
  isNext = false,
  children,
}: {
  label: string;
  title: string;
  isNext?: boolean;
  children?: ReactNode;
}) {
  return (
    <Piece aria-label={title ? `${label}: ${title}` : label} data-next={isNext || undefined}>
      <header>
        <span>{label}</span>
        {isNext ? <h2>{title}</h2> : null}
      </header>
      <Words>
        {isNext ? null : <h2>{title}</h2>}
        {children}
      </Words>
    </Piece>
  );
}

/** What is on now over what comes next. */
export function NowAndNext({ now, next }: { now: ReactNode; next: ReactNode }) {
  return (
    <Two>
      {now}
      {next}
    </Two>
  );
}
