import {
  answerTo,
  expand,
  type Decisions,
  type ImportQuestion,
  type LineSource,
  type Song,
} from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { useMemo } from 'react';
import styled from 'styled-components';
import { useSongSound } from '../../lenses/parts/useSongSound.ts';
import { BesideChart } from '../../music/rails/BesideChart.tsx';
import { remarksOf } from '../../music/rails/remarks.ts';
import { useNumeral } from '../../music/rails/useNumeral.ts';
import type { ChartView } from '../../music/rails/view.ts';
import { IconButton } from '../../ui/Button.tsx';
import { InPlace } from '../../ui/InPlace.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { t } from '../../words/words.ts';
import { answerName, questionName } from './questionNames.ts';

const Heading = styled.header`
  position: relative;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 12px;
  padding-bottom: 4px;
  h3 {
    margin-left: -7px;
    font-size: 19px;
    max-width: 100%;
  }
  p {
    color: var(--soft);
    font-size: 14px;
  }
`;

const Beside = styled.div`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 2px 8px;
  align-items: start;
  align-self: start;
  padding-top: 4px;
  font-size: 13px;
  color: var(--soft);
`;

const From = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 2px 12px;
  min-height: 40px;
`;

const Otherwise = styled(Pick)`
  select {
    min-height: 32px;
    padding: 2px 6px;
    border-color: transparent;
    font-size: 13px;
    color: var(--ink);
    &:hover {
      border-color: var(--rail);
    }
  }
`;

/** As it was typed: chords stand over their words only where all letters are as wide. */
const Typed = styled.pre`
  grid-column: 1 / -1;
  margin: 0;
  padding: 6px 10px;
  border-radius: 8px;
  background: var(--card);
  color: var(--ink);
  font:
    13px/1.5 'Music Signs',
    monospace;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  /* A line of chords and the words under it are moved sideways together: parted, neither would stand over the other. */
  &[data-aligned] {
    white-space: pre;
    overflow-x: auto;
  }
`;

interface SideBySideProps {
  song: Song;
  view: ChartView;
  decisions: Decisions;
  sources: readonly (readonly (LineSource | null)[])[];
  /** What can be answered of single lines. */
  questions: readonly ImportQuestion[];
  onAnswer: (question: ImportQuestion, answer: string) => void;
  /** Gives a section another name; null where it keeps the one it has. */
  onName: ((section: number, name: string) => void) | null;
}

/** Each line of the chart beside what it was read from: to compare, to hear, and to have it read otherwise. */
export function SideBySide(props: SideBySideProps) {
  const { song, view, decisions, sources, questions, onAnswer, onName } = props;
  const numeral = useNumeral();
  const keys = useMemo(() => {
    const { parts } = expand(song);
    return song.sections.map((_, place) => {
      const part = parts.find(({ section }) => section === place);
      return { key: part?.key ?? song.key, lift: part?.lift ?? 0 };
    });
  }, [song]);
  const sound = useSongSound({ id: 'import', song, key: song.key, decisions }, view, notHeard);
  return (
    <BesideChart
      song={song}
      view={view}
      keys={keys}
      numeral={Math.min(numeral, 26)}
      playing={sound.playingSlot}
      heading={(place) => {
        const section = song.sections[place]!;
        return (
          <Heading>
            <h3>
              {onName ? (
                <InPlace
                  label={t('Name of the section')}
                  value={section.name}
                  maxLength={55}
                  onChange={(name) => onName(place, name)}
                />
              ) : (
                section.name
              )}
            </h3>
            {remarksOf(section, view).map((remark, line) => (
              <p key={line}>{remark}</p>
            ))}
          </Heading>
        );
      }}
      beside={(place, line, slot) => {
        const source = sources[place]?.[line] ?? null;
        const asked = source
          ? questions.filter((one) => one.line === source.from && source.unit === 'line')
          : [];
        const isSounding = sound.state !== 'silent';
        return (
          <Beside>
            <IconButton
              aria-label={isSounding ? t('Stop playing') : t('Play from this line')}
              isDisabled={!sound.canPlay}
              onPress={() => sound.toggle(slot)}
            >
              {isSounding ? (
                <Square size={18} strokeWidth={1.6} aria-hidden />
              ) : (
                <Play size={18} strokeWidth={1.6} aria-hidden />
              )}
            </IconButton>
            <From>
              {source ? whereFrom(source) : t('Not in the source')}
              {asked.map((question) => (
                <Otherwise
                  key={answerTo(question)}
                  label={`${whereFrom(source!)}: ${questionName(question)}`}
                  labelled="hidden"
                  value={question.taken}
                  options={question.answers.map(
                    (answer) => [answer, answerName(question, answer)] as const,
                  )}
                  onChange={(answer) => onAnswer(question, answer)}
                />
              ))}
            </From>
            {source ? <SourceText source={source} /> : null}
          </Beside>
        );
      }}
    />
  );
}

/** From so many letters on a line may not fit, and is moved sideways, by keys as well. */
const longLine = 36;

function SourceText({ source }: { source: LineSource }) {
  if (source.unit === 'measure') return <Typed>{source.text}</Typed>;
  const isLong = source.text.split('\n').some((line) => line.length > longLine);
  return (
    <Typed
      data-aligned=""
      {...(isLong ? { tabIndex: 0, role: 'group', 'aria-label': whereFrom(source) } : {})}
    >
      {source.text}
    </Typed>
  );
}

const notHeard = (silent: string) =>
  t('No sound: {{silent}} The chart follows in time instead.', { silent });

/** @example 'Lines 4 to 5' */
function whereFrom({ unit, from, to }: LineSource): string {
  if (unit === 'line')
    return from === to ? t('Line {{from}}', { from }) : t('Lines {{from}} to {{to}}', { from, to });
  return from === to
    ? t('Measure {{from}}', { from })
    : t('Measures {{from}} to {{to}}', { from, to });
}
