import {
  countedOctave,
  nameDegree,
  setToTune,
  ticksOf,
  type NumberStyle,
  type TuneBar,
  type TuneEvent,
} from '@intervallum/core';
import styled from 'styled-components';
import { Hidden } from '../../ui/hidden.ts';
import { display } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';

const Lane = styled.div`
  display: flex;
  padding: 2px calc(var(--pad) * 0.5) 2px var(--pad);
`;

const Moment = styled.div<{ $share: number }>`
  flex: ${({ $share }) => $share} 0 0;
  min-width: max-content;
`;

const Note = styled.div`
  display: flex;
  align-items: center;
  gap: 4px;
  height: max(30px, calc(var(--numeral) * 0.82));
  padding-right: 3px;
  &::after {
    content: '';
    flex: 1;
    min-width: 0;
    height: 1px;
    background: var(--rail);
  }
`;

/** A degree of the tune; dots above or below it say the octave. */
const Degree = styled.span<{ $octave: number }>`
  position: relative;
  font: 600 max(15px, calc(var(--numeral) * 0.42)) / 1 ${display};
  font-variant-numeric: lining-nums;
  &::before {
    content: '${({ $octave }) => '·'.repeat(Math.abs($octave))}';
    position: absolute;
    left: 0;
    right: 0;
    ${({ $octave }) => ($octave > 0 ? 'top: -11px;' : 'bottom: -8px;')}
    text-align: center;
    font-size: 17px;
    line-height: 14px;
  }
`;

const Accent = styled.i`
  font-style: normal;
  font-size: 13px;
`;

const Rest = styled.span`
  color: var(--soft);
  font-size: 15px;
`;

const Syllable = styled.div`
  padding-right: 5px;
  min-height: 18px;
  font: italic 400 var(--words) / 1.3 ${display};
`;

interface TuneLaneProps {
  tune: TuneBar;
  style: NumberStyle;
  /** The lines of words set to it. */
  words: readonly string[];
}

/** The tune of a bar in degrees, each where it is sung, with its syllables. */
export function TuneLane({ tune, style, words }: TuneLaneProps) {
  const length = ticksOf(tune);
  const lines = words.map((line) => setToTune(line, tune));
  return (
    <Lane>
      <Hidden>{t('Tune:')} </Hidden>
      {tune.map((event, place) => {
        const sung = tune.slice(0, place).filter(({ kind }) => kind === 'note').length;
        return (
          <Moment key={place} $share={event.ticks / length}>
            <Note>
              <TuneMark event={event} style={style} />
            </Note>
            {lines.map((line, index) => (
              <Syllable key={index}>{event.kind === 'note' ? line[sung] : null}</Syllable>
            ))}
          </Moment>
        );
      })}
    </Lane>
  );
}

function TuneMark({ event, style }: { event: TuneEvent; style: NumberStyle }) {
  if (event.kind === 'held') return <Hidden>{t('held')}</Hidden>;
  if (event.kind === 'rest')
    return (
      <Rest>
        <span aria-hidden>–</span>
        <Hidden>{t('silence')}</Hidden>
      </Rest>
    );
  const degree = nameDegree(event.degree, style);
  const octave = countedOctave(event, style.minor);
  return (
    <>
      <Degree $octave={octave}>
        {degree}
        {octave === 0 ? null : <Hidden> {octave > 0 ? t('high') : t('low')}</Hidden>}
      </Degree>
      {event.accent ? (
        <>
          <Accent aria-hidden>&gt;</Accent>
          <Hidden>{t('accented')}</Hidden>
        </>
      ) : null}
    </>
  );
}
