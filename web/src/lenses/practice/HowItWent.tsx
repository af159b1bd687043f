import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { t } from '../../words/words.ts';
import { Card } from '../parts/cards.ts';
import { calledAt } from './called.ts';
import { findingInWords, placeInWords } from './findingWords.ts';
import { usePracticeLens } from './practiceContext.ts';
import type { Step, Went } from './room.ts';

const All = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  h2 {
    font-size: 18px;
    line-height: 1.3;
  }
  > p,
  li {
    font-size: 15px;
    line-height: 1.4;
  }
`;

const First = styled(Card).attrs({ as: 'div' })`
  border-left: 4px solid var(--accent);
  && p {
    font-size: 17px;
    color: var(--ink);
  }
`;

const Others = styled.ul`
  display: grid;
  gap: 4px;
  padding-left: 18px;
  list-style: disc;
  color: var(--soft);
`;

const Asked = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;

/** So many things are told besides the first: more nobody mends at once. */
const mostOthers = 3;

/** How the last round went, with one thing to mend first and what to do next. */
export function HowItWent() {
  const { went } = usePracticeLens();
  const place = useRef<HTMLElement>(null);
  // Whoever sits at the keys does not scroll for it.
  useEffect(() => {
    if (went) place.current?.scrollIntoView({ block: 'nearest' });
  }, [went]);
  return (
    <All ref={place} role="status">
      {went ? <Told went={went} /> : null}
    </All>
  );
}

function Told({ went }: { went: Went }) {
  return went.kind === 'called' ? <CalledWent went={went} /> : <RoundWent went={went} />;
}

function CalledWent({ went }: { went: Extract<Went, { kind: 'called' }> }) {
  const { view, actions } = usePracticeLens();
  const { of, wrong, hardest, step } = went;
  return (
    <>
      <h2>
        {t('{{count}} chords', { count: of })},{' '}
        {wrong === 0 ? t('without a wrong key') : t('{{count}} wrong keys', { count: wrong })}
      </h2>
      {hardest.length > 0 ? (
        <First>
          <h3>{t('Come back to')}</h3>
          {hardest.map(({ at, ms, wrong: keys }) => (
            <p key={at}>
              {[
                placeInWords(step, at, view),
                t('{{seconds}} s', { seconds: (ms / 1_000).toFixed(1) }),
                keys.length > 0 ? t('{{count}} wrong keys', { count: keys.length }) : '',
              ]
                .filter(Boolean)
                .join(' · ')}
            </p>
          ))}
          <BarsAlone step={step} at={hardest[0]!.at} onGo={actions.toBars} />
        </First>
      ) : null}
      <p>{hardest.length > 0 ? t('Once more, then in time.') : t('Now in time.')}</p>
    </>
  );
}

function RoundWent({ went }: { went: Extract<Went, { kind: 'round' }> }) {
  const { view, isLed, actions } = usePracticeLens();
  const { number, round, findings, isClean, isWhole, step, stairs } = went;
  const { tempo } = step.stairs;
  if (isClean === null)
    return (
      <>
        <h2>{t('Round {{number}} at {{tempo}}: no keyboard was heard', { number, tempo })}</h2>
        <p>{t('How was it?')}</p>
        <Asked>
          <Button onPress={() => actions.assess(true)}>{t('Clean')}</Button>
          <Button onPress={() => actions.assess(false)}>{t('Not yet')}</Button>
        </Asked>
      </>
    );
  const [first, ...others] = findings.map((finding) => ({
    finding,
    said: findingInWords(finding, step, view),
  }));
  const { right, of } = round;
  const isSaid = of > 0 && (right > 0 || round.faults.length > 0);
  return (
    <>
      <h2>
        {isClean && isWhole
          ? t('Round {{number}} at {{tempo}}: clean', { number, tempo })
          : t('Round {{number}} at {{tempo}}: {{right}} of {{of}} notes', {
              number,
              tempo,
              right,
              of,
            })}
      </h2>
      {isWhole ? null : <p>{t('It was broken off; this is up to there.')}</p>}
      {first && isSaid && !(isClean && isWhole) ? (
        <First>
          <h3>{t('Mend first')}</h3>
          <p>{first.said}</p>
          {first.finding.at === null && first.finding.kind === 'late' ? (
            <Asked>
              <Button onPress={() => actions.takeDelay(first.finding.ms)}>
                {t('That is my keyboard’s delay')}
              </Button>
            </Asked>
          ) : null}
          {first.finding.at === null ? null : (
            <BarsAlone step={step} at={first.finding.at} onGo={actions.toBars} />
          )}
        </First>
      ) : null}
      {others.length > 0 && !(isClean && isWhole) ? (
        <Others>
          {others.slice(0, mostOthers).map(({ said }) => (
            <li key={said}>{said}</li>
          ))}
        </Others>
      ) : null}
      {isLed ? null : <p>{nextInWords(stairs, tempo)}</p>}
    </>
  );
}

/** The way into a bar by itself, from the one before it: what is hard is played most. */
function BarsAlone({
  step,
  at,
  onGo,
}: {
  step: Step;
  at: number;
  onGo: (bars: { from: number; to: number }) => void;
}) {
  const bar = calledAt(step.timeline, step.firstBar, at)?.bar ?? 1;
  const { bars, isLed } = usePracticeLens();
  const alone = { from: Math.max(1, bar - 1), to: Math.max(bar, 2) };
  // They are practised already, or are all there is; or what comes next is said by somebody else.
  if (isLed || bars.to - bars.from <= alone.to - alone.from) return null;
  return (
    <Asked>
      <Button onPress={() => onGo(alone)}>{t('Bars {{from}} and {{to}} alone', alone)}</Button>
    </Asked>
  );
}

function nextInWords(
  { tempo, goal, clean, isReached }: Extract<Went, { kind: 'round' }>['stairs'],
  before: number,
): string {
  if (isReached) return t('That is its tempo. Take the next step.');
  if (tempo > before) return t('Now at {{tempo}}.', { tempo });
  if (tempo < before) return t('Once more, slower: at {{tempo}}.', { tempo });
  if (clean > 0 && tempo < goal) return t('One more clean round, then faster.');
  return t('Once more at {{tempo}}.', { tempo });
}
