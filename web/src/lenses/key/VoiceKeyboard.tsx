import type { NewVoice } from '@intervallum/contract';
import { twelveKeys } from '@intervallum/core';
import styled from 'styled-components';
import { halfStep, isBlack, topOf, UprightKeys } from '../../music/keys/UprightKeys.tsx';
import { reader } from '../../settings/reader.ts';
import { pitchIn } from './keyFacts.ts';

const Board = styled.svg`
  display: block;
  width: 100%;
  height: 380px;
  touch-action: manipulation;
  cursor: pointer;
  .comfort {
    fill: var(--held);
    opacity: 0.85;
  }
  .touched {
    fill: none;
    stroke: var(--held);
    stroke-width: 2;
    stroke-dasharray: 4 3;
  }
  .press {
    fill: transparent;
  }
`;

/** Every C has its name on it. */
const Upright = styled.div`
  position: relative;
  i {
    position: absolute;
    left: 51px;
    transform: translateY(-50%);
    font-size: 12px;
    font-style: normal;
    color: #1d2433;
    pointer-events: none;
  }
`;

const plain = twelveKeys('major')[0]!;
/** From two octaves below middle C to two above: every voice, and what lies around it. */
const [from, to] = [36, 84];

/** The keyboard upright, with what is noted beside it. For keys there are the buttons beside it. */
export function VoiceKeyboard({
  noted,
  onPress,
}: {
  noted: NewVoice;
  onPress: (note: number) => void;
}) {
  const names = reader.use('language');
  const notes = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  const height = (to - from + 1) * halfStep;
  const stretch = (low: number, high: number) => ({
    y: topOf(Math.min(to, high), to),
    height: (Math.min(to, high) - Math.max(from, low) + 1) * halfStep,
  });
  return (
    <Upright>
      <Board viewBox={`0 0 110 ${height}`} preserveAspectRatio="none" aria-hidden>
        <UprightKeys from={from} to={to} />
        <rect
          className="touched"
          x={74}
          width={26}
          {...stretch(noted.extremeLow, noted.extremeHigh)}
        />
        <rect className="comfort" x={78} width={18} {...stretch(noted.low, noted.high)} />
        {notes.map((note) => (
          <rect
            key={note}
            className="press"
            data-note={note}
            x={0}
            y={topOf(note, to)}
            width={isBlack(note) ? 40 : 64}
            height={halfStep}
            onClick={() => onPress(note)}
          />
        ))}
      </Board>
      {notes
        .filter((note) => note % 12 === 0)
        .map((note) => (
          <i key={note} aria-hidden style={{ top: `${(100 * (to - note + 0.5)) / notes.length}%` }}>
            {pitchIn(note, plain, names)}
          </i>
        ))}
    </Upright>
  );
}
