import {
  countedOctave,
  nameDegree,
  type LineEvent,
  type LineNote,
  type LineOfBar,
  type NumberStyle,
} from '@intervallum/core';
import styled from 'styled-components';
import { Hidden } from '../../ui/hidden.ts';
import { display } from '../../ui/theme.ts';
import { octaveName } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { handsOfLine, octaveSigns, voiceTicks } from './lineText.ts';

const Lane = styled.div`
  display: flex;
  align-items: center;
  height: var(--line);
  padding: 0 calc(var(--pad) * 0.5) 0 var(--pad);
`;

/** Whose line it is: a square for the left hand and a circle for the right, as on the keys. */
const Whose = styled.span<{ $hand: 'left' | 'right' }>`
  display: grid;
  flex: none;
  place-items: center;
  width: 1.2em;
  height: 1.2em;
  margin-right: 0.3em;
  border-radius: ${({ $hand }) => ($hand === 'left' ? '2px' : '0.6em')};
  background: var(--${({ $hand }) => ($hand === 'left' ? 'left' : 'right')});
  color: var(--paper);
  font-size: var(--line-small);
  font-weight: 700;
  line-height: 1;
`;

const Said = styled.span`
  flex: none;
  margin-right: 4px;
  font-size: var(--line-small);
  color: var(--soft);
`;

const Moments = styled.div`
  display: flex;
  flex: 1;
  min-width: 0;
`;

const Moment = styled.div<{ $share: number }>`
  display: flex;
  flex: ${({ $share }) => $share} 0 0;
  align-items: center;
  gap: 3px;
  min-width: max-content;
  padding-right: 3px;
  &::after {
    content: '';
    flex: 1;
    min-width: 0;
    height: 1px;
    background: var(--rail);
  }
`;

/** A degree of a line; dots above or below it say the octave, a small figure above it the finger. */
const Degree = styled.span<{ $octave: number; $small: boolean }>`
  position: relative;
  ${({ $small }) => $small && 'top: -0.25em; color: var(--soft);'}
  font: 600 ${({ $small }) => ($small ? 'var(--line-small)' : 'var(--line-degree)')} / 1 ${display};
  font-variant-numeric: lining-nums;
  &::before {
    content: '${({ $octave }) => '·'.repeat(Math.abs($octave))}';
    position: absolute;
    left: 0;
    right: 0;
    ${({ $octave }) => ($octave > 0 ? 'top: -0.66em;' : 'bottom: -0.52em;')}
    text-align: center;
    font-size: 1em;
    line-height: 0.8;
  }
`;

const Finger = styled.sup`
  position: relative;
  top: -0.3em;
  margin: 0 2px 0 -2px;
  font-size: var(--line-small);
  line-height: 1;
  color: var(--soft);
`;

const Rest = styled.span`
  color: var(--soft);
  font-size: var(--line-small);
`;

/** What hands play in a bar in the place of their chords or over them: a row for each voice, each strike where it falls. */
export function LineLanes({ lines, style }: { lines: readonly LineOfBar[]; style: NumberStyle }) {
  return lines.flatMap((line, index) =>
    line.voices.map((voice, place) => (
      <Lane key={`${index} ${place}`}>
        {place === 0 ? <Head line={line} /> : <SecondVoice />}
        <Moments>
          {voice.map((event, at) => (
            <Moment key={at} $share={event.ticks / voiceTicks(voice)}>
              <Mark event={event} style={style} />
            </Moment>
          ))}
        </Moments>
      </Lane>
    )),
  );
}

/** What the same hand does beneath it. */
function SecondVoice() {
  return (
    <>
      <Said aria-hidden>{'&'}</Said>
      <Hidden>{t('beneath it:')} </Hidden>
    </>
  );
}

function Head({ line }: { line: LineOfBar }) {
  const { hand, over, octaves } = line;
  return (
    <>
      {handsOfLine(hand).map((one) => (
        <Whose key={one} $hand={one} aria-hidden>
          {one === 'left' ? 'L' : 'R'}
        </Whose>
      ))}
      {over || octaves !== 0 ? (
        <Said aria-hidden>{`${over ? '+' : ''}${octaveSigns(octaves)}`}</Said>
      ) : null}
      <Hidden>
        {hand === 'both'
          ? t('Both hands play:')
          : hand === 'left'
            ? t('The left hand plays:')
            : t('The right hand plays:')}{' '}
        {over ? t('over its chords') : ''} {octaves === 0 ? '' : octaveName(octaves)}{' '}
      </Hidden>
    </>
  );
}

function Mark({ event, style }: { event: LineEvent; style: NumberStyle }) {
  if (event.kind === 'held') return <Hidden>{t('held')}</Hidden>;
  if (event.kind === 'rest')
    return (
      <Rest>
        <span aria-hidden>–</span>
        <Hidden>{t('silence')}</Hidden>
      </Rest>
    );
  const { grace, slide, notes, accent } = event;
  return (
    <>
      {[...grace, ...(slide ? [slide] : [])].map((note, at) => (
        <NoteMark key={at} note={note} style={style} isSmall />
      ))}
      {slide ? (
        <>
          <span aria-hidden>⌒</span>
          <Hidden>{t('slides to')}</Hidden>
        </>
      ) : null}
      {notes.map((note, at) => (
        <NoteMark key={`n${at}`} note={note} style={style} joins={at > 0} />
      ))}
      {accent ? (
        <>
          <span aria-hidden>&gt;</span>
          <Hidden>{t('accented')}</Hidden>
        </>
      ) : null}
    </>
  );
}

interface NoteMarkProps {
  note: LineNote;
  style: NumberStyle;
  /** A short note before another. */
  isSmall?: boolean;
  /** It is struck with the one before it. */
  joins?: boolean;
}

function NoteMark({ note, style, isSmall = false, joins = false }: NoteMarkProps) {
  const octave = countedOctave(note, style.minor);
  return (
    <>
      {joins ? <Said>+</Said> : null}
      <Degree $octave={octave} $small={isSmall}>
        {nameDegree(note.degree, style)}
        {octave === 0 ? null : <Hidden> {octave > 0 ? t('high') : t('low')}</Hidden>}
      </Degree>
      {note.finger === null ? null : (
        <Finger>
          <Hidden>{t('finger')} </Hidden>
          {note.finger}
        </Finger>
      )}
    </>
  );
}
