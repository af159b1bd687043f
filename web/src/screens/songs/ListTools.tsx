import type { SongOrder } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import { ListChecks, SlidersHorizontal, X } from 'lucide-react';
import { useId, useState } from 'react';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { useMay } from '../../queries/session.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { Pick } from '../../ui/Pick.tsx';
import { hiddenStyle } from '../../ui/hidden.ts';
import { phone, tablet } from '../../ui/theme.ts';
import { noFilters, setFilters, type ListView, type Shown } from './listView.ts';
import { FilterPanel } from './FilterPanel.tsx';
import type { Choosing } from './useChoosing.ts';
import { t } from '../../words/words.ts';

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
  ['all', t('All')],
  ['favourites', t('At hand')],
  ['opened', t('Opened lately')],
];

const orders: readonly (readonly [SongOrder, string])[] = [
  ['title', t('Title')],
  ['key', t('Key')],
  ['tempo', t('Tempo')],
  ['used', t('Used last')],
  ['changed', t('Changed last')],
];

interface ListToolsProps {
  view: ListView;
  onChange: (view: Partial<ListView>) => void;
  choosing: Choosing;
}

/** Which songs the list shows, and in which order. */
export function ListTools({ view, onChange, choosing }: ListToolsProps) {
  const mayWrite = useMay('write');
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
        <Kinds role="group" aria-label={t('Which songs')}>
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
            label={t('Order')}
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
          <SlidersHorizontal size={18} strokeWidth={1.5} aria-hidden /> {t('Filter')}
        </Button>
        {mayWrite ? (
          <Choose aria-pressed={choosing.isOn} onPress={choosing.toggle}>
            <ListChecks size={18} strokeWidth={1.5} aria-hidden />
            <span>{choosing.isOn ? t('End choosing') : t('Choose several')}</span>
          </Choose>
        ) : null}
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
        <Chips aria-label={t('Filters that are set')}>
          {set.map(({ id, words, without }) => (
            <li key={id}>
              <Button
                aria-label={t('Leave out the filter: {{words}}', { words })}
                onPress={() => onChange({ filters: without })}
              >
                {words} <X size={16} strokeWidth={1.5} aria-hidden />
              </Button>
            </li>
          ))}
          {set.length > 1 ? (
            <li>
              <QuietButton onPress={() => onChange({ filters: noFilters })}>
                {t('Leave out all')}
              </QuietButton>
            </li>
          ) : null}
        </Chips>
      ) : null}
    </>
  );
}
