import { grades, type Colour } from '@intervallum/core';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';

const Grade = styled.section`
  margin-top: 14px;
  h3 {
    margin-bottom: 4px;
    font:
      600 14px/1.3 'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  --numeral: 26px;
`;

const Row = styled.button`
  display: grid;
  grid-template-columns: 26px minmax(88px, auto) minmax(0, 1fr);
  align-items: center;
  gap: 10px;
  width: 100%;
  min-height: 46px;
  padding: 5px 10px;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  text-align: left;
  cursor: pointer;
  & + & {
    margin-top: 5px;
  }
  &:hover {
    border-color: var(--accent);
  }
`;

const KeyCap = styled.kbd`
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 1px solid var(--rail);
  border-radius: 6px;
  font:
    600 13px/1 'Atkinson Hyperlegible Next Variable',
    sans-serif;
`;

const Says = styled.span`
  font-size: 13px;
  line-height: 1.35;
  color: var(--soft);
  em {
    color: var(--borrowed);
  }
  strong {
    color: var(--right);
    font-weight: 600;
  }
`;

/** The key that takes a colour, by its place in the list. */
export const colourKeys = 'abcdefghijklmnopqrstuvwxyz';

interface ColourListProps {
  colours: readonly Colour[];
  view: ChartView;
  onApply: (colour: Colour) => void;
}

/** Colours by grade, plain first; each says what it does, whether it leaves the key, and what rubs. */
export function ColourList({ colours, view, onApply }: ColourListProps) {
  return (
    <>
      {grades.map((grade) => {
        const here = colours.filter((colour) => colour.grade === grade);
        if (here.length === 0) return null;
        return (
          <Grade key={grade} aria-label={`${grade} colours`}>
            <h3>{grade.charAt(0).toUpperCase() + grade.slice(1)}</h3>
            {here.map((colour) => (
              <Row key={colour.numbers} type="button" onClick={() => onApply(colour)}>
                <KeyCap>{colourKeys[colours.indexOf(colour)]}</KeyCap>
                <ChordMark chord={colour.chord} view={view} />
                <Says>
                  {colour.inKey ? null : <em>Borrows {colour.borrowed.join(', ')}. </em>}
                  {colour.clash ? <strong>{colour.clash} </strong> : null}
                  {colour.replaces} {colour.resolution?.words}
                </Says>
              </Row>
            ))}
          </Grade>
        );
      })}
    </>
  );
}
