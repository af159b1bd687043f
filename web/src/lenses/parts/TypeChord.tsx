import type { Chord, Result } from '@intervallum/core';
import { useState } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/fields.tsx';
import { t } from '../../words/words.ts';

const Line = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
`;

const Trouble = styled.p`
  grid-column: 1 / -1;
  font-size: 14px;
  color: var(--right);
`;

interface TypeChordProps {
  read: (text: string) => Result<Chord>;
  onChord: (chord: Chord) => void;
}

/** A chord typed in the reader's own numbers or letters; it goes into the chart in the chart's. */
export function TypeChord({ read, onChord }: TypeChordProps) {
  const [text, setText] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);

  function take() {
    const result = read(text.trim());
    if (!result.ok) return setTrouble(result.problems[0]!.message);
    onChord(result.value);
    setText('');
    setTrouble(null);
  }

  return (
    <Line
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      <TextField
        label={t('Another chord, in numbers or letters')}
        labelHidden
        placeholder={t('Another chord: 57 or B♭7')}
        value={text}
        maxLength={60}
        onChange={(typed) => {
          setText(typed);
          setTrouble(null);
        }}
      />
      <Button type="submit" isDisabled={text.trim() === ''}>
        {t('Use it')}
      </Button>
      {trouble ? <Trouble role="alert">{trouble}</Trouble> : null}
    </Line>
  );
}
