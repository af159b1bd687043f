import { formatChord, type LiftStep, type RoadStep, type Song } from '@intervallum/core';
import { memo } from 'react';
import styled from 'styled-components';
import { useSteady } from '../../ui/useSteady.ts';
import { Choice } from '../../ui/Choice.tsx';
import { t } from '../../words/words.ts';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 6px 16px;
  margin-bottom: 8px;
  button {
    min-height: 32px;
    padding: 3px 12px;
  }
`;

const Steps = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  font-size: 15px;
  li:not(:last-child)::after {
    content: '→';
    margin-left: 8px;
    color: var(--soft);
  }
  em {
    font-style: normal;
    font-weight: 700;
    color: var(--accent);
  }
  small {
    font-size: 13px;
    color: var(--soft);
  }
`;

const Side = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  margin-left: auto;
  @media print {
    display: none;
  }
`;

/** True if the song is played in another way than its sections stand. */
export function canUnroll({ road, sections }: Song): boolean {
  return (
    road !== null ||
    sections.some(({ times, phrases }) => times > 1 || phrases.some(({ when }) => when !== null))
  );
}

interface RoadProps {
  song: Song;
  asPlayed: boolean;
  /** Where it is left out, how the chart is looked at is chosen elsewhere. */
  onChange?: (asPlayed: boolean) => void;
}

/** Over the chart: the roadmap, and whether the chart is looked at as it is written or as it is played. */
export function Road({ song, asPlayed, onChange }: RoadProps) {
  const { road } = song;
  const steady = useSteady({ onChange: (as: boolean) => onChange?.(as) });
  const canPlay = Boolean(onChange) && canUnroll(song);
  if (!road && !canPlay) return null;
  return <RoadLine road={road} canPlay={canPlay} asPlayed={asPlayed} onChange={steady.onChange} />;
}

interface RoadLineProps {
  road: readonly RoadStep[] | null;
  canPlay: boolean;
  asPlayed: boolean;
  onChange: (asPlayed: boolean) => void;
}

/** Drawn anew only where the roadmap changed: typing chords leaves it as it is. */
const RoadLine = memo(function RoadLine(props: RoadLineProps) {
  const { road, canPlay, asPlayed, onChange } = props;
  return (
    <Line>
      {road ? (
        <Steps aria-label={t('Roadmap')}>
          {road.map((step, index) => (
            <li key={index}>
              <Step step={step} />
            </li>
          ))}
        </Steps>
      ) : null}
      {canPlay ? (
        <Side>
          <Choice
            label={t('The chart')}
            value={asPlayed ? 'played' : 'written'}
            options={[
              ['written', t('As written')],
              ['played', t('As played')],
            ]}
            onChange={(way) => onChange(way === 'played')}
          />
        </Side>
      ) : null}
    </Line>
  );
});

function Step({ step }: { step: RoadStep }) {
  if (step.kind === 'lift') {
    return <em>{liftInWords(step)}</em>;
  }
  const { name, times, open, direction } = step;
  return (
    <>
      {name}
      {times === null ? '' : ` ×${times}`}
      {open ? ` ${t('until the signal')}` : ''}
      {direction ? <small> {direction}</small> : null}
    </>
  );
}

/** @example liftInWords({ semitones: 2 }) // 'up a whole step' */
export function liftInWords({ semitones, by }: Omit<LiftStep, 'kind'>): string {
  const lift = sizeInWords(semitones);
  if (!by) return lift;
  const chords = by.map((chord) => formatChord(chord, { signs: 'printed' })).join(' ');
  return t('{{lift}} by {{chords}}', { lift, chords });
}

function sizeInWords(semitones: number): string {
  const size = Math.abs(semitones);
  const isUp = semitones > 0;
  if (size === 1) return isUp ? t('up a half step') : t('down a half step');
  if (size === 2) return isUp ? t('up a whole step') : t('down a whole step');
  return isUp ? t('up {{size}} half steps', { size }) : t('down {{size}} half steps', { size });
}
