import { gripOf, toLetters, type Grip, type LetterStyle, type Timeline } from '@intervallum/core';
import { useMemo } from 'react';
import styled from 'styled-components';
import { display } from '../../../ui/theme.ts';
import { t } from '../../../words/words.ts';

/** A song of many colours has many: they stand behind the chart, not before its first bar. */
const Heading = styled.h3`
  margin-top: 18px;
  font: 600 19px/1.3 ${display};
`;

const Row = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  margin: 8px 0 14px;
`;

const One = styled.li`
  display: grid;
  justify-items: center;
  gap: 2px;
  break-inside: avoid;
  b {
    font: 600 17px/1.2 ${display};
  }
  small {
    font-size: 13px;
    color: var(--soft);
  }
`;

interface GripsProps {
  /** In the key of the shapes. */
  timeline: Timeline;
  letters: LetterStyle;
}

/** How each chord of a song is gripped on a guitar, in the order in which they come. */
export function Grips({ timeline, letters }: GripsProps) {
  const grips = useMemo(() => gripsOf(timeline, letters), [timeline, letters]);
  if (grips.length === 0) return null;
  return (
    <>
      <Heading>{t('Grips')}</Heading>
      <Row aria-label={t('Grips')} role="list">
        {grips.map(({ name, grip }) => (
          <One key={name}>
            <b>{name}</b>
            {grip ? <GripDrawing name={name} grip={grip} /> : <small>{t('no easy grip')}</small>}
          </One>
        ))}
      </Row>
    </>
  );
}

function gripsOf({ slots }: Timeline, letters: LetterStyle) {
  const found = new Map<string, Grip | null>();
  for (const { is, key } of slots) {
    if (is.kind !== 'chord') continue;
    const name = toLetters(is.chord, key, letters);
    if (!found.has(name)) found.set(name, gripOf(is.chord, key));
  }
  return [...found].map(([name, grip]) => ({ name, grip }));
}

/** Distances of strings and frets in the drawing. */
const string = 13;
const fretHeight = 16;
const frets = 4;
const left = 16;
const top = 18;

/** Strings stand, the lowest at the left; the fret that the drawing begins at is said where it is not the first. */
function GripDrawing({ name, grip }: { name: string; grip: Grip }) {
  const fretted = grip.frets.filter((fret): fret is number => fret !== null && fret > 0);
  const highest = Math.max(0, ...fretted);
  const first = highest <= frets ? 1 : Math.min(...fretted);
  const x = (at: number) => left + at * string;
  const y = (fret: number) => top + (fret - first + 0.5) * fretHeight;
  const bottom = top + frets * fretHeight;
  const said = grip.frets.map((fret) => (fret === null ? 'x' : String(fret))).join(' ');
  return (
    <svg
      width={left + 5 * string + 12}
      height={bottom + 4}
      role="img"
      aria-label={t('{{name}}: frets {{frets}} from the lowest string up', { name, frets: said })}
    >
      {Array.from({ length: 6 }, (_, at) => (
        <line key={`s${at}`} x1={x(at)} x2={x(at)} y1={top} y2={bottom} stroke="var(--rail)" />
      ))}
      {Array.from({ length: frets + 1 }, (_, at) => (
        <line
          key={`f${at}`}
          x1={x(0)}
          x2={x(5)}
          y1={top + at * fretHeight}
          y2={top + at * fretHeight}
          stroke={at === 0 && first === 1 ? 'var(--ink)' : 'var(--rail)'}
          strokeWidth={at === 0 && first === 1 ? 3 : 1}
        />
      ))}
      {first > 1 ? (
        <text x={0} y={y(first) + 5} fontSize={13} fill="var(--ink)">
          {first}
        </text>
      ) : null}
      {grip.barre ? (
        <line
          x1={x(grip.barre.from)}
          x2={x(grip.barre.to)}
          y1={y(grip.barre.fret)}
          y2={y(grip.barre.fret)}
          stroke="var(--ink)"
          strokeWidth={9}
          strokeLinecap="round"
        />
      ) : null}
      {grip.frets.map((fret, at) => (
        <StringMark key={at} fret={fret} x={x(at)} y={fret ? y(fret) : top - 8} />
      ))}
    </svg>
  );
}

function StringMark({ fret, x, y }: { fret: number | null; x: number; y: number }) {
  if (fret) return <circle cx={x} cy={y} r={4.5} fill="var(--ink)" />;
  if (fret === 0) return <circle cx={x} cy={y} r={3.5} fill="none" stroke="var(--ink)" />;
  return (
    <path
      d={`M${x - 3.5} ${y - 3.5}l7 7m0 -7l-7 7`}
      stroke="var(--ink)"
      strokeWidth={1.2}
      fill="none"
    />
  );
}
