import { parseChart, type Song } from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { BedChart } from '../../parts/service/MomentLine.tsx';
import { Button } from '../../../ui/Button.tsx';
import { TextField } from '../../../ui/fields.tsx';
import { t } from '../../../words/words.ts';

const Both = styled.div`
  display: grid;
  gap: 10px;
  textarea {
    font-family: ui-monospace, 'DejaVu Sans Mono', monospace;
    font-size: 15px;
    min-height: 150px;
  }
`;

const Trouble = styled.p`
  padding: 6px 12px;
  border-left: 4px solid var(--right);
  font-size: 14px;
`;

const Tools = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

interface ShortChartProps {
  label: string;
  text: string;
  isHeard: boolean;
  onHear: (song: Song) => void;
  onStop: () => void;
  onChange: (text: string) => void;
  onRemove: () => void;
}

/** Some bars as chart text and as they look; what is wrong in them is said, and they can be heard. */
export function ShortChart(props: ShortChartProps) {
  const { label, text, isHeard, onHear, onStop, onChange, onRemove } = props;
  const read = useMemo(() => parseChart(text), [text]);
  const [problem] = read.ok ? [] : read.problems;
  // What was emptied to be written anew stays as it was until something is written.
  const [isEmptied, setEmptied] = useState(false);
  const type = (typed: string) => {
    setEmptied(typed.trim() === '');
    if (typed.trim() !== '') onChange(typed);
  };
  return (
    <Both>
      <BedChart text={text} hero="numbers" numeral={30} />
      <TextField
        label={label}
        lines={7}
        maxLength={2000}
        value={isEmptied ? '' : text}
        onChange={type}
      />
      {problem ? <Trouble role="status">{problem.message}</Trouble> : null}
      <Tools>
        {isHeard ? (
          <Button onPress={onStop}>
            <Square size={16} strokeWidth={1.5} aria-hidden /> {t('Stop')}
          </Button>
        ) : (
          <Button isDisabled={!read.ok} onPress={() => onHear(read.song)}>
            <Play size={16} strokeWidth={1.5} aria-hidden /> {t('Hear')}
          </Button>
        )}
        <Button onPress={onRemove}>{t('Take it away')}</Button>
      </Tools>
    </Both>
  );
}
