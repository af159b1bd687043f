import { formatKey, formatMeter } from '@intervallum/core';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { useSong } from '../../document/DocumentContext.tsx';
import { TextField } from '../../ui/fields.tsx';
import { useSteady } from '../../ui/useSteady.ts';
import { Window } from '../../ui/Window.tsx';
import { checkField, useField } from './SongFacts.tsx';
import { t } from '../../words/words.ts';

const Fields = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 12px 16px;
  > :first-child,
  > :last-child {
    grid-column: 1 / -1;
  }
`;

const Trouble = styled.p`
  margin-top: 4px;
  font-size: 14px;
  color: var(--right);
`;

/** What is said of the song besides its music: each field is written when it is left. */
export function FactsWindow({ onClose }: { onClose: () => void }) {
  const song = useSong(({ read }) => read.song);
  const { title, key, meter, tempo, details } = song;
  return (
    <Window title={t('About this song')} isOpen onClose={onClose} width={620}>
      <Fields>
        <Field label={t('Title')} field="title" value={title} maxLength={200} />
        <Field
          label={t('Key it is written in')}
          field="key"
          value={formatKey(key)}
          maxLength={12}
        />
        <Field label={t('Metre')} field="meter" value={formatMeter(meter)} maxLength={12} />
        <Field
          label={t('Tempo')}
          field="tempo"
          value={tempo === null ? '' : String(tempo)}
          maxLength={3}
        />
        <Field label={t('Feel')} field="feel" value={details.feel} maxLength={120} />
        <Field label={t('Singer')} field="singer" value={details.singer} maxLength={80} />
        <Field label={t('By')} field="by" value={details.by} maxLength={120} />
        <Field
          label={t('Rights, as they are printed and shared')}
          field="rights"
          value={details.rights}
          maxLength={300}
        />
      </Fields>
    </Window>
  );
}

interface FieldProps {
  label: string;
  /** Its name in the chart's text. */
  field: string;
  value: string;
  maxLength: number;
}

function Field({ label, field, value, maxLength }: FieldProps) {
  const write = useField(field);
  const [typed, setTyped] = useState<string | null>(null);
  const trouble = typed === null ? null : checkField(field, typed.trim());
  const { keep } = useSteady({
    keep: () => {
      if (typed !== null && trouble === null && typed.trim() !== value) write(typed.trim());
    },
  });
  // A window that is closed by Escape takes the field away before it is left: what was typed into it counts all the same.
  useEffect(() => keep, [keep]);
  return (
    <div>
      <TextField
        label={label}
        value={typed ?? value}
        maxLength={maxLength}
        isInvalid={trouble !== null}
        onChange={setTyped}
        onBlur={() => {
          keep();
          // What cannot be read stays as it was typed, until it is mended.
          if (trouble === null) setTyped(null);
        }}
      />
      {trouble ? <Trouble role="alert">{trouble}</Trouble> : null}
    </div>
  );
}
