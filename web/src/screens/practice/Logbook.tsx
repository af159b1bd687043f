import type { LogDay } from '@intervallum/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { saveFile } from '../../device/saveFile.ts';
import { Fetched } from '../../queries/Fetched.tsx';
import { allOfLog, logDaysQuery, logPagesQuery, useNoted } from '../../queries/logbook.ts';
import { Button } from '../../ui/Button.tsx';
import { dayBefore, today } from '../../ui/dates.ts';
import { notify } from '../../ui/notices.tsx';
import { Section } from '../../ui/Section.tsx';
import { t } from '../../words/words.ts';
import { DaysChart } from './DaysChart.tsx';
import { LogDays } from '../parts/log/LogDays.tsx';
import { logTable, spentInWords } from '../parts/log/logWords.ts';

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
  margin-bottom: 8px;
  h2 {
    font-size: 22px;
  }
`;

const Waiting = styled.p`
  padding: 8px 12px;
  border-left: 4px solid var(--accent);
  background: var(--card);
`;

/** So many days the chart goes back. */
const shownDays = 28;

/** What was practised: how much on each day, and each round of it; taken along as a table. */
export function Logbook() {
  const { version, waiting, refused } = useNoted();
  const to = today();
  const from = dayBefore(to, shownDays - 1);
  const days = useQuery(logDaysQuery(from, to, version));
  const pages = useInfiniteQuery(logPagesQuery(version));
  const all = useMemo(() => everyDay(from, to, days.data?.days ?? []), [from, to, days.data]);
  const [isSaving, setSaving] = useState(false);
  const seconds = all.reduce((sum, day) => sum + day.seconds, 0);
  const download = async () => {
    setSaving(true);
    const found = await allOfLog();
    setSaving(false);
    if (found) saveFile(logTable(found), 'Practice.csv', 'text/csv');
    else notify(t('The logbook could not be fetched. Try again in a moment.'));
  };
  return (
    <Section aria-labelledby="logbook">
      <Head>
        <h2 id="logbook">{t('Logbook')}</h2>
        <Button
          onPress={() => void download()}
          isDisabled={isSaving || !pages.data?.pages[0]?.entries.length}
        >
          <Download size={18} strokeWidth={1.5} aria-hidden /> {t('Download as CSV')}
        </Button>
      </Head>
      <p>{t('Nobody else reads it.')}</p>
      {waiting > 0 ? (
        <Waiting role="status">
          {t('{{count}} entries wait in this browser for the server.', { count: waiting })}
        </Waiting>
      ) : null}
      {refused ? (
        <Waiting role="alert">{t('Not written down: {{message}}', { message: refused })}</Waiting>
      ) : null}
      <Fetched from={pages} what={t('the logbook')}>
        {({ pages: found }) => {
          const entries = found.flatMap((page) => page.entries);
          if (entries.length === 0)
            return <p>{t('What you practise is written down here by itself, round by round.')}</p>;
          return (
            <>
              <p>
                {t('In the last {{days}} days: {{spent}}', {
                  days: shownDays,
                  spent: spentInWords(seconds),
                })}
              </p>
              <DaysChart days={all} />
              <LogDays entries={entries} />
              {pages.hasNextPage ? (
                <Button
                  isDisabled={pages.isFetchingNextPage}
                  onPress={() => void pages.fetchNextPage()}
                >
                  {t('Earlier')}
                </Button>
              ) : null}
            </>
          );
        }}
      </Fetched>
    </Section>
  );
}

/** Each of some days, those without practice too. */
function everyDay(from: string, to: string, days: readonly LogDay[]): LogDay[] {
  const known = new Map(days.map((day) => [day.day, day]));
  const all: LogDay[] = [];
  for (let day = to; day >= from; day = dayBefore(day, 1))
    all.unshift(known.get(day) ?? { day, seconds: 0, rounds: 0, clean: 0, drills: 0 });
  return all;
}
