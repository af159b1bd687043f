import type { LogEntry } from '@intervallum/contract';
import { Link } from 'react-router';
import styled from 'styled-components';
import { dateInWords } from '../../../ui/dates.ts';
import { t } from '../../../words/words.ts';
import { linesOfDay, roundInWords, spentInWords, wentInWords, type LogLine } from './logWords.ts';

const Days = styled.div`
  display: grid;
  gap: 16px;
  margin: 18px 0;
  h3 {
    font-size: 16px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 2px 16px;
    padding: 8px 4px;
    border-bottom: 1px solid var(--hairline);
    font-size: 16px;
    line-height: 1.35;
  }
  small {
    display: block;
    font-size: 14px;
    color: var(--soft);
  }
  span {
    text-align: right;
  }
`;

/** Entries of a logbook by days, the latest first, what is alike in one line. @param withTitles songs are named, and lead to where they are practised */
export function LogDays({
  entries,
  withTitles = true,
}: {
  entries: readonly LogEntry[];
  withTitles?: boolean;
}) {
  const days = [...new Set(entries.map(({ day }) => day))];
  return (
    <Days>
      {days.map((day) => (
        <section key={day} aria-label={dateInWords(day)}>
          <h3>{dateInWords(day)}</h3>
          <ul>
            {linesOfDay(entries.filter((entry) => entry.day === day)).map((line) => (
              <Line key={line.id} line={line} withTitles={withTitles} />
            ))}
          </ul>
        </section>
      ))}
    </Days>
  );
}

function Line({ line, withTitles }: { line: LogLine; withTitles: boolean }) {
  const spent = <small>{spentInWords(line.seconds)}</small>;
  if (line.kind === 'drills')
    return (
      <li>
        <div>{t('{{count}} drills', { count: line.count })}</div>
        <span>
          {t('{{known}} of {{of}} known', { known: line.known, of: line.count })}
          {spent}
        </span>
      </li>
    );
  const of = line.kind === 'time' ? line.entry : line.round;
  const { songId, title } = of;
  return (
    <li>
      <div>
        {withTitles ? (
          <Link to={`/songs/${songId}/practice`}>{title || t('Song without a title')}</Link>
        ) : null}
        <small>
          {line.kind === 'time'
            ? [
                line.entry.section,
                line.entry.what === 'programme' ? t('programme') : t('improvised'),
              ]
                .filter(Boolean)
                .join(', ')
            : roundInWords(line.round)}
        </small>
      </div>
      <span>
        {line.kind === 'rounds' && line.count > 1
          ? `${t('{{count}} rounds', { count: line.count })}, `
          : ''}
        {line.kind === 'time'
          ? t('at {{tempo}}', { tempo: line.entry.tempo })
          : wentInWords(line.round)}
        {spent}
      </span>
    </li>
  );
}
