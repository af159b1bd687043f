import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import styled from 'styled-components';
import { choicesQuery } from '../../queries/queries.ts';
import { Pick } from '../../ui/Pick.tsx';
import { phone } from '../../ui/theme.ts';
import { isTempo, restedInWords, restedWeeks, type Filters } from './listView.ts';
import { t } from '../../words/words.ts';

const Panel = styled.section`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  align-items: end;
  gap: 12px 16px;
  margin-bottom: 12px;
  padding: 14px 16px 16px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--panel);
  select,
  input[type='number'] {
    width: 100%;
  }
  ${phone} {
    grid-template-columns: 1fr 1fr;
  }
`;

const Tempo = styled.fieldset`
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  align-items: center;
  gap: 4px 8px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
  legend {
    padding: 0;
    margin-bottom: 4px;
    color: var(--soft);
    font-size: 13px;
  }
  input {
    min-width: 0;
    min-height: 40px;
    padding: 6px 10px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    background: var(--card);
    font-size: 15px;
  }
`;

const Tick = styled.label`
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 40px;
  cursor: pointer;
  input {
    width: 20px;
    height: 20px;
    accent-color: var(--accent);
  }
`;

interface FilterPanelProps {
  id: string;
  filters: Filters;
  keyInWords: (key: string) => string;
  onChange: (filters: Partial<Filters>) => void;
}

/** The fields that songs are filtered by, with what there is to choose from. */
export function FilterPanel({ id, filters, keyInWords, onChange }: FilterPanelProps) {
  const { data } = useQuery(choicesQuery());
  /** What stands in the address is among them, whether or not a song has it. */
  const choices = (values: readonly string[], chosen: string, words = (value: string) => value) =>
    [
      ['', t('Any')],
      ...[...new Set([...values, chosen])].filter(Boolean).map((value) => [value, words(value)]),
    ] as [string, string][];
  return (
    <Panel id={id} aria-label={t('Filter')}>
      <Pick
        label={t('Key')}
        value={filters.key}
        options={choices(data?.keys ?? [], filters.key, keyInWords)}
        onChange={(key) => onChange({ key })}
      />
      <Pick
        label={t('Metre')}
        value={filters.meter}
        options={choices(data?.meters ?? [], filters.meter)}
        onChange={(meter) => onChange({ meter })}
      />
      <Tempo>
        <legend>{t('Tempo')}</legend>
        <TempoField
          name="from"
          value={filters.slowest}
          onChange={(slowest) => onChange({ slowest })}
        />
        <span aria-hidden>–</span>
        <TempoField
          name="to"
          value={filters.fastest}
          onChange={(fastest) => onChange({ fastest })}
        />
      </Tempo>
      <Pick
        label={t('Singer')}
        value={filters.singer}
        options={choices(data?.singers ?? [], filters.singer)}
        onChange={(singer) => onChange({ singer })}
      />
      <Pick
        label={t('Tag')}
        value={filters.tag}
        options={choices(data?.tags ?? [], filters.tag)}
        onChange={(tag) => onChange({ tag })}
      />
      <Tick>
        <input
          type="checkbox"
          checked={filters.coming === 'yes'}
          onChange={({ target }) => onChange({ coming: target.checked ? 'yes' : '' })}
        />
        {t('In a coming set')}
      </Tick>
      <Pick
        label={t('Last used')}
        value={filters.rested}
        options={[
          ['', t('Any')],
          ...restedWeeks.map((weeks) => [weeks, restedInWords[weeks]] as const),
        ]}
        onChange={(rested) => onChange({ rested })}
      />
    </Panel>
  );
}

interface TempoFieldProps {
  name: 'from' | 'to';
  value: string;
  onChange: (value: string) => void;
}

/** What is typed stays while it is typed, and counts as soon as it is a tempo. */
function TempoField({ name, value, onChange }: TempoFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      type="number"
      inputMode="decimal"
      min={1}
      max={999}
      step="any"
      aria-label={
        name === 'from' ? t('Tempo from, beats in a minute') : t('Tempo to, beats in a minute')
      }
      value={typed ?? value}
      onFocus={() => setTyped(value)}
      onBlur={() => setTyped(null)}
      onChange={({ target }) => {
        setTyped(target.value);
        if (target.value === '' || isTempo(target.value)) onChange(target.value);
      }}
    />
  );
}
