import type { SetDraft } from '@intervallum/contract';
import { ListChecks } from 'lucide-react';
import styled from 'styled-components';
import { QuietButton } from '../../ui/Button.tsx';
import { MinutesField, TextField } from '../../ui/fields.tsx';
import { shortDate, today } from '../../ui/dates.ts';
import { display, phone, tablet } from '../../ui/theme.ts';
import { useDesk } from './desk/deskContext.ts';
import { t } from '../../words/words.ts';

const Name = styled(TextField)`
  input {
    padding: 2px 8px;
    margin-left: -9px;
    border-color: transparent;
    background: transparent;
    font: 600 30px/1.3 ${display};
  }
  input:hover {
    border-color: var(--rail);
  }
`;

const Facts = styled.div`
  display: grid;
  grid-template-columns: 160px 120px 110px 180px minmax(0, 1fr);
  gap: 12px;
  margin: 10px 0 8px;
  ${tablet} {
    grid-template-columns: 150px 120px 110px minmax(0, 1fr);
    > :last-child {
      grid-column: 1 / -1;
    }
  }
  ${phone} {
    grid-template-columns: 1fr 1fr;
  }
`;

/** What is said of the day now and then, and what is left for it. */
const Aside = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  justify-content: space-between;
  gap: 0 18px;
  margin-bottom: 14px;
`;

const Rehearsal = styled.details`
  summary {
    width: fit-content;
    min-height: 32px;
    padding: 4px 0;
    color: var(--soft);
    font-size: 14px;
    cursor: pointer;
  }
  > div {
    display: grid;
    grid-template-columns: 160px 120px;
    gap: 12px;
  }
`;

const Past = styled.p`
  margin-bottom: 10px;
  font-size: 14px;
  color: var(--soft);
`;

/** A service takes so many minutes at most, as the server takes it. */
const longest = 600;

/** What is said of the service itself: its name, when it is, who leads, how long it may be. */
export function DeskFacts({ clash, onPath }: { clash: string | null; onPath: () => void }) {
  const { draft, change } = useDesk();
  const { name, date, begins, most, leader, notes, rehearsal } = draft;
  const isPast = date !== null && date < today();
  return (
    <>
      <Name
        label={t('Name of the set')}
        labelHidden
        value={name}
        maxLength={120}
        onChange={(typed) => change({ name: typed }, 'name')}
      />
      <Facts>
        <TextField
          label={t('Date')}
          type="date"
          value={date ?? ''}
          onChange={(typed) => change({ date: typed || null }, 'date')}
        />
        <TextField
          label={t('Begins at')}
          type="time"
          value={begins ?? ''}
          onChange={(typed) => change({ begins: typed || null }, 'begins')}
        />
        <MinutesField
          label={t('May take')}
          value={most}
          most={longest}
          onChange={(minutes) => change({ most: wholeMinutes(minutes) }, 'most')}
        />
        <TextField
          label={t('Led by')}
          value={leader}
          maxLength={80}
          onChange={(typed) => change({ leader: typed }, 'leader')}
        />
        <TextField
          label={t('Notes for everyone')}
          lines={1}
          value={notes}
          maxLength={2000}
          onChange={(typed) => change({ notes: typed }, 'notes')}
        />
      </Facts>
      {isPast ? <Past>{t('Its day has passed: to sing it again, use it again.')}</Past> : null}
      {clash === null ? null : (
        <Past role="status">
          {t('“{{name}}” is on the same day at the same time.', { name: clash })}
        </Past>
      )}
      <Aside>
        <Rehearsal>
          <summary>
            {t('Rehearsal')}
            {rehearsal ? ` ${shortDate(rehearsal.date)}, ${rehearsal.begins}` : ''}
          </summary>
          <div>
            <TextField
              label={t('Day of the rehearsal')}
              type="date"
              value={rehearsal?.date ?? ''}
              onChange={(day) => change({ rehearsal: rehearsalOf(day, rehearsal) }, 'rehearsal')}
            />
            <TextField
              label={t('At')}
              type="time"
              isDisabled={rehearsal === null}
              value={rehearsal?.begins ?? ''}
              onChange={(hour) => {
                if (rehearsal && hour !== '')
                  change({ rehearsal: { ...rehearsal, begins: hour } }, 'rehearsal');
              }}
            />
          </div>
        </Rehearsal>
        <QuietButton onPress={onPath}>
          <ListChecks size={18} strokeWidth={1.5} aria-hidden /> {t('What is left to do')}
        </QuietButton>
      </Aside>
    </>
  );
}

/** When a rehearsal begins where only its day was said yet. */
const usualHour = '19:30';

function rehearsalOf(day: string, before: SetDraft['rehearsal']): SetDraft['rehearsal'] {
  return day === '' ? null : { date: day, begins: before?.begins ?? usualHour };
}

const wholeMinutes = (minutes: number | null) =>
  minutes === null || minutes < 1 ? null : Math.round(minutes);
