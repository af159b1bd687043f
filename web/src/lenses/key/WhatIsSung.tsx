import { pitchClass, voiceOf } from '@intervallum/core';
import styled from 'styled-components';
import { halfStep, topOf, UprightKeys } from '../../music/keys/UprightKeys.tsx';
import { reader } from '../../settings/reader.ts';
import { t } from '../../words/words.ts';
import { pitchIn } from './keyFacts.ts';
import { Details } from '../parts/cards.ts';
import { useKeyLens } from './keyContext.ts';
import { SayRange } from './SayRange.tsx';

const Drawing = styled.svg`
  display: block;
  /* As wide as the panel: what is too high for it is scrolled to. */
  flex: none;
  width: 100%;
  height: auto;
  .time {
    fill: var(--rail);
  }
  .time.held {
    fill: var(--accent);
  }
  .voice {
    fill: none;
    stroke: var(--held);
    stroke-width: 3;
  }
  .touched {
    stroke-width: 1.5;
    stroke-dasharray: 3 3;
  }
  text {
    font:
      600 12px 'Music Signs',
      'Atkinson Cut',
      'Atkinson Hyperlegible Next Variable',
      sans-serif;
    fill: var(--ink);
  }
  .whose {
    text-anchor: middle;
  }
`;

const Note = styled.p`
  font-size: 14px;
  color: var(--soft);
`;

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  th {
    font-weight: 600;
    text-align: left;
  }
  th,
  td {
    padding: 5px 6px 5px 0;
    border-bottom: 1px solid var(--hairline);
    overflow-wrap: anywhere;
  }
  td {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
`;

const barsWidth = 150;
const voiceWidth = 16;

/** The tune on an upright keyboard, with how long each note is sung, and beside it what each voice has; and by section. */
export function WhatIsSung() {
  const { range, sections, tuneless, current, singing, ranked } = useKeyLens();
  const names = reader.use('language');
  if (!range)
    return (
      <>
        <Note>
          {t(
            'This song has no tune yet. Write it in the chart, “Tune of this line”, and the voices are asked as well.',
          )}
        </Note>
        <SayRange />
      </>
    );
  // In the key that is looked at, in the octave in which the first of them sings it.
  const up = (pitchClass(current.tonic) - pitchClass(range.key.tonic) + 12) % 12;
  const shift = up > 5 ? up - 12 : up;
  const inKey = ranked.find((one) => one.shift === shift);
  const octave = inKey?.voices[0]?.octave ?? 0;
  const by = shift + 12 * octave;
  // Each voice beside the tune in the octave in which it sings it.
  const lines = singing.map((voice, place) => {
    const up = 12 * (octave - (inKey?.voices[place]?.octave ?? octave));
    const { low: from, high: to, extremeLow, extremeHigh } = voiceOf(voice);
    return { voice, low: from + up, high: to + up, least: extremeLow + up, most: extremeHigh + up };
  });
  const low = Math.min(range.low + by, ...lines.map(({ least }) => least)) - 1;
  const high = Math.max(range.high + by, ...lines.map((one) => one.most)) + 1;
  const most = Math.max(...range.pitches.map(({ ticks }) => ticks));
  const left = UprightKeys.width + 6;
  const width = left + barsWidth + 34 + singing.length * voiceWidth;
  const name = (note: number) => pitchIn(note, current, names);
  return (
    <>
      <Note>
        {t('From {{low}} to {{high}}, mostly around {{usual}}.', {
          low: name(range.low + by),
          high: name(range.high + by),
          usual: name(range.usual + by),
        })}
      </Note>
      <Drawing
        viewBox={`0 0 ${width} ${(high - low + 1) * halfStep}`}
        role="img"
        aria-label={t('How long each note is sung, and what each voice has')}
      >
        <UprightKeys from={low} to={high} />
        {range.pitches.map(({ note, ticks, longTicks }) => {
          const y = topOf(note + by, high) + 2;
          const long = (barsWidth * longTicks) / most;
          const all = Math.max(3, (barsWidth * ticks) / most);
          return (
            <g key={note}>
              <rect className="time" x={left} y={y} width={all} height={halfStep - 4} />
              <rect className="time held" x={left} y={y} width={long} height={halfStep - 4} />
              <text x={left + all + 4} y={y + halfStep - 3}>
                {name(note + by)}
              </text>
            </g>
          );
        })}
        {lines.map((one, place) => {
          const x = left + barsWidth + 40 + place * voiceWidth;
          const line = (from: number, to: number, className: string) => (
            <path
              className={className}
              d={`M ${x} ${topOf(to, high)} V ${topOf(from, high) + halfStep}`}
            />
          );
          return (
            <g key={one.voice.personId}>
              {line(one.least, one.most, 'voice touched')}
              {line(one.low, one.high, 'voice')}
              {lines.length > 1 ? (
                <text className="whose" x={x} y={topOf(one.most, high) - 2}>
                  {place + 1}
                </text>
              ) : null}
            </g>
          );
        })}
      </Drawing>
      <Note>
        {t(
          'Coloured bars are held notes. A line is the comfort of a voice in the octave that it sings in, dashed what it can touch.',
        )}{' '}
        {singing
          .map(({ name: who }, place) => (singing.length > 1 ? `${place + 1} ${who}` : who))
          .join(', ')}
      </Note>
      {sections.length > 1 ? (
        <Table>
          <thead>
            <tr>
              <th scope="col">{t('Section')}</th>
              <th scope="col">{t('Lowest')}</th>
              <th scope="col">{t('Usual')}</th>
              <th scope="col">{t('Highest')}</th>
            </tr>
          </thead>
          <tbody>
            {sections.map((one, place) => (
              <tr key={place}>
                <th scope="row">{one.name}</th>
                <td>{name(one.range.low + by)}</td>
                <td>{name(one.range.usual + by)}</td>
                <td>{name(one.range.high + by)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      ) : null}
      {sections.length === 0 ? (
        <SayRange />
      ) : tuneless.length > 0 ? (
        <Details>
          <summary>{t('Sections without a tune')}</summary>
          <SayRange />
        </Details>
      ) : null}
    </>
  );
}
