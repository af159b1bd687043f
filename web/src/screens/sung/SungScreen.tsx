import { useQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import styled from 'styled-components';
import { saveFile } from '../../device/saveFile.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { usesQuery } from '../../queries/queries.ts';
import { Button } from '../../ui/Button.tsx';
import { shortDate, today } from '../../ui/dates.ts';
import { TextField } from '../../ui/fields.tsx';
import type { HelpLine } from '../../ui/help.ts';
import { Page } from '../../ui/Page.tsx';
import { EmptyState } from '../../ui/states.tsx';
import { Switch } from '../../ui/Switch.tsx';
import { t } from '../../words/words.ts';
import { Table } from './table.ts';
import { Turns } from './Turns.tsx';
import { bySong, usesTable, type SungSong } from './uses.ts';

const Asked = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 12px 20px;
  margin-bottom: 16px;
`;

const Count = styled.p`
  margin-bottom: 8px;
  font-size: 14px;
  color: var(--soft);
`;

const help: readonly HelpLine[] = [
  { id: 'days', name: t('Choose from which day to which') },
  { id: 'rights', name: t('Leave out songs of which no rights are given') },
  { id: 'csv', name: t('Download it as CSV, a line for each time') },
];

/** What was sung in the sets of some days, how often, and whose it is: for licences. */
export function SungScreen() {
  const [parameters, setParameters] = useSearchParams();
  const from = dayOf(parameters.get('from')) ?? `${today().slice(0, 4)}-01-01`;
  const to = dayOf(parameters.get('to')) ?? today();
  const isOnly = parameters.get('rights') === 'given';
  const fetched = useQuery(usesQuery(from, to));
  const uses = useMemo(
    () => (fetched.data ?? []).filter(({ rights }) => !isOnly || rights !== ''),
    [fetched.data, isOnly],
  );
  const songs = useMemo(() => bySong(uses), [uses]);
  const ask = (name: string, value: string) => {
    const next = new URLSearchParams(parameters);
    if (value === '') next.delete(name);
    else next.set(name, value);
    setParameters(next, { replace: true });
  };
  const tools = (
    <Button
      isDisabled={uses.length === 0}
      onPress={() => saveFile(usesTable(uses), `${from} ${to}.csv`, 'text/csv')}
    >
      <Download size={18} strokeWidth={1.5} aria-hidden /> {t('Download as CSV')}
    </Button>
  );
  return (
    <Page title={t('What was sung')} tools={tools} help={help}>
      <Asked>
        <DayField label={t('From')} day={from} onDay={(day) => ask('from', day)} />
        <DayField label={t('To')} day={to} onDay={(day) => ask('to', day)} />
        <Switch isSelected={isOnly} onChange={(only) => ask('rights', only ? 'given' : '')}>
          {t('Only with rights given')}
        </Switch>
      </Asked>
      {from > to ? (
        <EmptyState title={t('The first day is after the last one')}>
          {t('Choose days in their order.')}
        </EmptyState>
      ) : (
        <Fetched from={fetched} what={t('what was sung')}>
          {() =>
            songs.length === 0 ? (
              <Nothing />
            ) : (
              <>
                <Report songs={songs} times={uses.length} />
                <Turns uses={fetched.data ?? []} />
              </>
            )
          }
        </Fetched>
      )}
    </Page>
  );
}

interface DayFieldProps {
  label: string;
  day: string;
  onDay: (day: string) => void;
}

/** A day; what is typed stays while it is typed, and counts as soon as it is one. */
function DayField({ label, day, onDay }: DayFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      label={label}
      type="date"
      value={typed ?? day}
      onFocus={() => setTyped(day)}
      onBlur={() => setTyped(null)}
      onChange={(text) => {
        setTyped(text);
        if (dayOf(text) !== null) onDay(text);
      }}
    />
  );
}

function Nothing() {
  return (
    <EmptyState title={t('Nothing was sung in these days')}>
      {t('What stands in sets with a date is listed here, with its rights.')}
    </EmptyState>
  );
}

function Report({ songs, times }: { songs: readonly SungSong[]; times: number }) {
  return (
    <>
      <Count role="status">
        {t('{{count}} songs', { count: songs.length })} ·{' '}
        {t('sung {{count}} times', { count: times })}
      </Count>
      <Table>
        <thead>
          <tr>
            <th scope="col">{t('Song')}</th>
            <th scope="col">{t('Rights')}</th>
            <th scope="col">{t('Times')}</th>
            <th scope="col">{t('Last')}</th>
          </tr>
        </thead>
        <tbody>
          {songs.map(({ songId, title, by, rights, dates }) => (
            <tr key={songId}>
              <td>
                <Link to={`/songs/${songId}`}>{title || t('Song without a title')}</Link>
                {by ? <small>{t('by {{by}}', { by })}</small> : null}
              </td>
              <td>{rights || t('No rights given')}</td>
              <td>{dates.length}</td>
              <td>{shortDate(dates.at(-1)!)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

/** A day as an address or a field says it; null where it says none, or a year that is still being typed. */
function dayOf(text: string | null): string | null {
  return text !== null && /^[12]\d{3}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text))
    ? text
    : null;
}
