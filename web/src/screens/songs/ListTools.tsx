import type { SongOrder } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import { useQuery } from '@tanstack/react-query';
import { ListChecks, SlidersHorizontal, X } from 'lucide-react';
import { useId, useState } from 'react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { choicesQuery } from '../../queries/queries.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { hiddenStyle } from '../../ui/hidden.ts';
import { phone, tablet } from '../../ui/theme.ts';
import {
  isTempo,
  noFilters,
  setFilters,
  type Filters,
  type ListView,
  type Shown,
} from './listView.ts';
import type { Choosing } from './useChoosing.ts';

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 14px;
  margin-bottom: 10px;
  ${phone} {
    gap: 8px;
    label {
      ${hiddenStyle}
    }
  }
`;

const Kinds = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-right: auto;
  button[aria-pressed='true'] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--paper);
  }
`;

const Choose = styled(Button)`
  &[aria-pressed='true'] {
    background: var(--panel);
  }
  ${tablet} {
    span {
      ${hiddenStyle}
    }
  }
`;

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

const Chips = styled.ul`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-bottom: 12px;
  button {
    min-height: 34px;
    padding: 3px 8px 3px 12px;
    border-radius: 17px;
    font-size: 14px;
    white-space: normal;
  }
`;

const kinds: readonly (readonly [Shown, string])[] = [
  ['all', 'All'],
  ['favourites', 'At hand'],
  ['opened', 'Opened lately'],
];

const orders: readonly (readonly [SongOrder, string])[] = [
  ['title', 'Title'],
  ['key', 'Key'],
  ['tempo', 'Tempo'],
  ['used', 'Used last'],
  ['changed', 'Changed last'],
];

interface ListToolsProps {
  view: ListView;
  onChange: (view: Partial<ListView>) => void;
  choosing: Choosing;
}

/** Which songs the list shows, and in which order. */
export function ListTools({ view, onChange, choosing }: ListToolsProps) {
  const [isOpen, setOpen] = useState(false);
  const settings = reader.use('language');
  const keyInWords = (name: string) => {
    const key = parseKey(name);
    return key.ok ? keyName(key.value, settings) : name;
  };
  const { shown, order, filters } = view;
  const set = setFilters(filters, keyInWords);
  const panel = useId();
  return (
    <>
      <Line>
        <Kinds role="group" aria-label="Which songs">
          {kinds.map(([kind, words]) => (
            <Button
              key={kind}
              aria-pressed={shown === kind}
              onPress={() => onChange({ shown: kind })}
            >
              {words}
            </Button>
          ))}
        </Kinds>
        {shown === 'opened' ? null : (
          <Pick
            label="Order"
            labelled="beside"
            value={order}
            options={orders}
            onChange={(chosen) => onChange({ order: chosen })}
          />
        )}
        <Button
          aria-expanded={isOpen}
          aria-controls={isOpen ? panel : undefined}
          onPress={() => setOpen(!isOpen)}
        >
          <SlidersHorizontal size={18} strokeWidth={1.5} aria-hidden /> Filter
        </Button>
        <Choose aria-pressed={choosing.isOn} onPress={choosing.toggle}>
          <ListChecks size={18} strokeWidth={1.5} aria-hidden />
          <span>{choosing.isOn ? 'End choosing' : 'Choose several'}</span>
        </Choose>
      </Line>
      {isOpen ? (
        <FilterPanel
          id={panel}
          filters={filters}
          keyInWords={keyInWords}
          onChange={(changed) => onChange({ filters: { ...filters, ...changed } })}
        />
      ) : null}
      {set.length > 0 ? (
        <Chips aria-label="Filters that are set">
          {set.map(({ id, words, without }) => (
            <li key={id}>
              <Button
                aria-label={`Leave out the filter: ${words}`}
                onPress={() => onChange({ filters: without })}
              >
                {words} <X size={16} strokeWidth={1.5} aria-hidden />
              </Button>
            </li>
          ))}
          {set.length > 1 ? (
            <li>
              <QuietButton onPress={() => onChange({ filters: noFilters })}>
                Leave out all
              </QuietButton>
            </li>
          ) : null}
        </Chips>
      ) : null}
    </>
  );
}

interface FilterPanelProps {
  id: string;
  filters: Filters;
  keyInWords: (key: string) => string;
  onChange: (filters: Partial<Filters>) => void;
}

function FilterPanel({ id, filters, keyInWords, onChange }: FilterPanelProps) {
  const { data } = useQuery(choicesQuery());
  /** What stands in the address is among them, whether or not a song has it. */
  const choices = (values: readonly string[], chosen: string, words = (value: string) => value) =>
    [
      ['', 'Any'],
      ...[...new Set([...values, chosen])].filter(Boolean).map((value) => [value, words(value)]),
    ] as [string, string][];
  return (
    <Panel id={id} aria-label="Filter">
      <Pick
        label="Key"
        value={filters.key}
        options={choices(data?.keys ?? [], filters.key, keyInWords)}
        onChange={(key) => onChange({ key })}
      />
      <Pick
        label="Metre"
        value={filters.meter}
        options={choices(data?.meters ?? [], filters.meter)}
        onChange={(meter) => onChange({ meter })}
      />
      <Tempo>
        <legend>Tempo</legend>
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
        label="Singer"
        value={filters.singer}
        options={choices(data?.singers ?? [], filters.singer)}
        onChange={(singer) => onChange({ singer })}
      />
      <Pick
        label="Tag"
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
        In a coming set
      </Tick>
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
      aria-label={`Tempo ${name}, beats in a minute`}
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
