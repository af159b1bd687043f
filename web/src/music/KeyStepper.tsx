import { Minus, Plus } from 'lucide-react';
import { Group } from 'react-aria-components';
import { allKeys, formatKey, pitchClass, sameKey, transposeKey, type Key } from '@intervallum/core';
import styled from 'styled-components';
import { keyName } from './rails/view.ts';
import { reader } from '../settings/reader.ts';
import { IconButton } from '../ui/Button.tsx';
import { Pick } from '../ui/Pick.tsx';
import { display, phone } from '../ui/theme.ts';
import { t } from '../words/words.ts';

const Box = styled(Group)`
  display: inline-flex;
  align-items: center;
  gap: 2px;
`;

const KeyPick = styled(Pick)`
  select {
    /* As wide as the key that is chosen, not as the longest one. */
    field-sizing: content;
    min-width: 96px;
    font: 600 19px/1.2 ${display};
    ${phone} {
      min-width: 74px;
      padding-inline: 8px 2px;
      font-size: 17px;
    }
  }
`;

interface KeyStepperProps {
  label: string;
  value: Key;
  /** The key the chart is written in, marked in the list. */
  written: Key;
  onChange: (key: Key) => void;
}

/** A key to look in: by half steps, or out of the list of all keys of its mode. */
export function KeyStepper({ label, value, written: asWritten, onChange }: KeyStepperProps) {
  const settings = reader.use('language');
  const options = allKeys
    .filter(({ mode }) => mode === value.mode)
    .toSorted((one, other) => pitchClass(one.tonic) - pitchClass(other.tonic))
    .map((key) => {
      const group = sameKey(key, asWritten) ? t('As written') : t('Other keys');
      return [formatKey(key), keyName(key, settings), group] as const;
    })
    .toSorted(([, , one], [, , other]) => one.localeCompare(other));
  return (
    <Box aria-label={label}>
      <IconButton
        aria-label={t('Half step down')}
        onPress={() => onChange(transposeKey(value, -1))}
      >
        <Minus size={18} strokeWidth={1.5} />
      </IconButton>
      <KeyPick
        label={label}
        labelled="hidden"
        value={formatKey(value)}
        options={options}
        onChange={(name) => onChange(allKeys.find((key) => formatKey(key) === name)!)}
      />
      <IconButton aria-label={t('Half step up')} onPress={() => onChange(transposeKey(value, 1))}>
        <Plus size={18} strokeWidth={1.5} />
      </IconButton>
    </Box>
  );
}
