import { nameDegree, nameNote, noteOfDegree, overBasses, type Chord } from '@intervallum/core';
import { useMemo } from 'react';
import { Button } from 'react-aria-components';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { WindowWords } from '../../ui/Window.tsx';
import { t } from '../../words/words.ts';

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 6px;
  --numeral: 26px;
`;

const Row = styled(Button)`
  display: grid;
  grid-template-columns: 62px minmax(0, 1fr) auto;
  align-items: center;
  gap: 10px;
  width: 100%;
  min-height: 48px;
  padding: 6px 12px;
  border: 1px solid var(--hairline);
  border-radius: 10px;
  background: var(--card);
  text-align: left;
  cursor: pointer;
  &[data-hovered] {
    border-color: var(--accent);
  }
  &[data-disabled] {
    cursor: default;
  }
  small {
    font-size: 14px;
    color: var(--soft);
  }
`;

interface OverBassesProps {
  /** MIDI numbers of the shape. */
  notes: readonly number[];
  next: Chord | null;
  view: ChartView;
  canPlace: boolean;
  onPlace: (chord: Chord) => void;
}

/** One shape, several chords: what the held notes are over each bass. */
export function OverBasses({ notes, next, view, canPlace, onPlace }: OverBassesProps) {
  const { key, style, letterStyle } = view;
  const found = useMemo(
    () => overBasses(notes, key, { next, numbers: style, letters: letterStyle }),
    [notes, key, next, style, letterStyle],
  );
  return (
    <>
      <WindowWords>
        {canPlace
          ? t('The same keys, another bass: choose one to put it in the chart.')
          : t('The same keys, another bass.')}
      </WindowWords>
      <List aria-label={t('The shape over each bass')}>
        {found.map(({ bass, name }) => (
          <li key={nameDegree(bass)}>
            <Row isDisabled={!canPlace} onPress={() => onPlace(name.chord!)}>
              <small>
                {t('over {{degree}}', { degree: nameDegree(bass, style) })}{' '}
                {nameNote(noteOfDegree(bass, key), letterStyle)}
              </small>
              <ChordMark chord={name.chord!} view={view} />
              <small>{name.letters}</small>
            </Row>
          </li>
        ))}
      </List>
    </>
  );
}
