import { grades, type Chord, type Colour, type InnerMovement } from '@intervallum/core';
import styled from 'styled-components';
import { ChordMark } from '../../music/rails/ChordMark.tsx';
import type { ChartView } from '../../music/rails/view.ts';
import { SuggestionList } from '../parts/SuggestionList.tsx';
import { gradeNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

const Grade = styled.section`
  margin-top: 14px;
  h3 {
    margin-bottom: 4px;
    font:
      600 14px/1.3 'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
  }
  --numeral: 26px;
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
          <Grade key={grade}>
            <h3>{capitalized(gradeNames[grade])}</h3>
            <SuggestionList
              label={t('{{grade}} colours', { grade: gradeNames[grade] })}
              suggestions={here.map((colour) => ({
                id: colour.numbers,
                keyName: colourKeys[colours.indexOf(colour)] ?? '',
                shown: <ChordMark chord={colour.chord} view={view} />,
                why: (
                  <>
                    {colour.inKey ? null : (
                      <em>{t('Borrows {{notes}}.', { notes: colour.borrowed.join(', ') })} </em>
                    )}
                    {colour.soundsAs.map(({ note, degree }) => (
                      <span key={note}>
                        {t('{{note}} sounds as {{degree}}.', { note, degree })}{' '}
                      </span>
                    ))}
                    {colour.clash ? <strong>{colour.clash} </strong> : null}
                    {colour.tension
                      ? `${t('What is sung is its {{tension}}.', { tension: colour.tension })} `
                      : null}
                    {colour.replaces} {colour.resolution?.words}
                  </>
                ),
                take: () => onApply(colour),
              }))}
            />
          </Grade>
        );
      })}
    </>
  );
}

const Row = styled.span`
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
`;

interface MovementListProps {
  movements: readonly InnerMovement[];
  /** How many keys are taken before theirs. */
  first: number;
  view: ChartView;
  onTake: (chords: readonly Chord[]) => void;
}

/** What can move inside the time of a chord, over its bass. */
export function MovementList({ movements, first, view, onTake }: MovementListProps) {
  if (movements.length === 0) return null;
  return (
    <Grade>
      <h3>{t('Moving over the held bass')}</h3>
      <SuggestionList
        label={t('Moving over the held bass')}
        suggestions={movements.map(({ chords, why }, index) => ({
          id: why,
          keyName: colourKeys[first + index] ?? '',
          shown: (
            <Row>
              {chords.map((chord, place) => (
                <ChordMark key={place} chord={chord} view={view} />
              ))}
            </Row>
          ),
          why,
          take: () => onTake(chords),
        }))}
      />
    </Grade>
  );
}

function capitalized(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}
