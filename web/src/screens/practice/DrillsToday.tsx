import { CirclePlay } from 'lucide-react';
import type { DrillCard, NextDrills } from '@intervallum/core';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useResting } from '../../settings/care.ts';
import { BreakNote, RestNote } from '../../lenses/parts/Care.tsx';
import { PrimaryButton } from '../../ui/Button.tsx';
import { Section } from '../../ui/Section.tsx';
import { phone } from '../../ui/theme.ts';
import { t } from '../../words/words.ts';
import { dueInWords } from '../../lenses/parts/drilled.ts';
import { drillNames, drillSubject } from './words/drillWords.ts';

const Card = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 10px 24px;
  align-items: center;
  padding: 18px 22px;
  border: 1px solid var(--hairline);
  border-radius: 14px;
  background: var(--card);
  h3 {
    font-size: 24px;
  }
  p {
    color: var(--soft);
  }
  ul {
    display: grid;
    gap: 3px;
    grid-column: 1 / -1;
    font-size: 16px;
  }
  li b {
    font-weight: 600;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr);
    justify-items: start;
    padding: 16px;
  }
`;

/** So long a drill takes about, in seconds. */
const each = { one: 12, keys: 60, 'five minutes': 300, change: 60 } as const;

function minutesOf(cards: readonly DrillCard[]): number {
  const seconds = cards.map(({ drill: { kind } }) =>
    kind === 'keys' || kind === 'five minutes' || kind === 'change' ? each[kind] : each.one,
  );
  return Math.max(1, Math.round(seconds.reduce((sum, one) => sum + one, 0) / 60));
}

/** What is to be drilled today: first what came back. */
export function DrillsToday({
  drills: { today, left, next },
  titleOf,
}: {
  drills: NextDrills;
  titleOf: (songId: string) => string;
}) {
  const navigate = useNavigate();
  const isResting = useResting();
  const back = today.filter(({ memory }) => memory !== null);
  const fresh = today.length - back.length;
  return (
    <Section aria-labelledby="today">
      <h2 id="today">{t('Today')}</h2>
      <BreakNote />
      {isResting ? (
        <RestNote />
      ) : today.length === 0 ? (
        <p>
          {t('Nothing is to be drilled today.')} {next === null ? '' : dueInWords(next) + '.'}
        </p>
      ) : (
        <Card>
          <div>
            <h3>
              {t('{{count}} drills', { count: today.length })},{' '}
              {t('about {{count}} minutes', { count: minutesOf(today) })}
            </h3>
            <p>
              {[
                back.length > 0 ? t('{{count}} come back', { count: back.length }) : '',
                fresh > 0 ? t('{{count}} are new', { count: fresh }) : '',
                left > 0 ? t('{{count}} more wait', { count: left }) : '',
              ]
                .filter(Boolean)
                .join(' · ')}
            </p>
          </div>
          <PrimaryButton onPress={() => void navigate('/practice/drills')}>
            <CirclePlay size={18} strokeWidth={1.5} aria-hidden /> {t('Begin the drills')}
          </PrimaryButton>
          <ul aria-label={t('Drills of today')}>
            {today.map((card) => (
              <li key={card.name}>
                <b>{drillNames[card.drill.kind]}</b> {drillSubject(card, titleOf)}
              </li>
            ))}
          </ul>
        </Card>
      )}
    </Section>
  );
}
