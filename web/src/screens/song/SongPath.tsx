import { nextStep, withSettled, type SongStep, type StepName } from '@intervallum/core';
import { ArrowRight, X } from 'lucide-react';
import { Link, useLocation, type To } from 'react-router';
import styled from 'styled-components';
import { useDocument } from '../../document/DocumentContext.tsx';
import { useLook } from '../../document/look.tsx';
import { arrangeLens } from '../../lenses/arrange/arrangeLens.tsx';
import type { Lens } from '../../lenses/lens.ts';
import { reader } from '../../settings/reader.ts';
import { Button, QuietButton } from '../../ui/Button.tsx';
import { dateInWords } from '../../ui/dates.ts';
import { Hidden } from '../../ui/hidden.ts';
import { phone, short } from '../../ui/theme.ts';
import { Tool } from '../../ui/Tool.tsx';
import { t } from '../../words/words.ts';
import { factsInWords, stateNames, stepTitles } from '../parts/path/pathWords.ts';
import { StepSign } from '../parts/path/StepSign.tsx';
import { lensNamed, lensPath } from './lenses.ts';
import type { SongWindow } from './SongWindows.tsx';
import { useSongPath } from './useSongPath.ts';

const Place = styled.section`
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 0 14px;
  align-items: center;
  padding: 2px 12px 6px;
  border-bottom: 1px solid var(--hairline);
  background: var(--panel);
  font-size: 15px;
  h2 {
    font-size: 15px;
    font-weight: 600;
    line-height: 1.3;
  }
  ${phone} {
    grid-template-columns: minmax(0, 1fr) auto;
    > ol {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
  ${'' /* One line, where a screen is low: the chart needs the rest. */}
  ${short} {
    grid-template-columns: auto minmax(0, 1fr) auto;
    padding-bottom: 2px;
    h2 {
      display: none;
    }
    > ol {
      grid-area: 1 / 1;
    }
    > div {
      grid-area: 1 / 2;
    }
    > button {
      grid-area: 1 / 3;
    }
  }
  @media print {
    display: none;
  }
`;

/** The steps stand on a rail, in the order of the work. */
const Steps = styled.ol`
  display: flex;
  gap: 2px;
  li {
    flex: 0 1 auto;
  }
  a,
  button {
    display: inline-flex;
    align-items: center;
    gap: 6px;
    min-height: 44px;
    padding: 4px 10px 0;
    border: 0;
    border-bottom: 3px solid var(--rail);
    border-radius: 0;
    background: none;
    font-size: 15px;
    font-weight: 600;
    text-decoration: none;
    color: var(--ink);
    cursor: pointer;
  }
  [aria-current] {
    border-color: var(--accent);
  }
  ${short} {
    li span + span {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
  }
  ${phone} {
    li {
      flex: 1 1 0;
      display: grid;
    }
    a,
    button {
      flex-direction: column;
      justify-content: center;
      gap: 1px;
      padding: 4px 0 2px;
      font-size: 13px;
    }
  }
`;

const Now = styled.div`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
  min-height: 44px;
  p {
    flex: 0 1 auto;
    line-height: 1.35;
  }
  a {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    min-height: 40px;
  }
  ${phone} {
    padding-top: 4px;
  }
  ${short} {
    flex-wrap: nowrap;
    > :not(p) {
      flex: none;
    }
    > [data-beside] {
      display: none;
    }
  }
`;

interface SongPathProps {
  songId: string;
  lens: Lens;
  onOpen: (window: SongWindow) => void;
  onClose: () => void;
}

/** The way from the chart to the service: what is done and what is left, step by step. Nothing is forced, and each step is gone to from here. */
export function SongPath({ songId, lens, onOpen, onClose }: SongPathProps) {
  const songDocument = useDocument();
  const { sounding } = useLook();
  const { search } = useLocation();
  const settings = reader.use('language');
  const { steps, service } = useSongPath(songId);
  const next = nextStep(steps);
  const shown = steps.find(({ name }) => name === lens.id) ?? next ?? steps.at(-1)!;
  const after = nextAfter(steps, shown);
  const settle = (name: StepName, isSettled: boolean) =>
    songDocument.decide((decisions) => ({
      ...decisions,
      settled: withSettled(decisions.settled, name, isSettled),
    }));
  const to = (name: Exclude<StepName, 'share'>) => ({
    pathname: lensPath(songId, lensNamed(name)!),
    search,
  });
  const goTo = (name: StepName, children: React.ReactNode) =>
    name === 'share' ? (
      <button onClick={() => onOpen('share')}>{children}</button>
    ) : (
      <Link to={to(name)} replace aria-current={name === shown.name ? 'step' : undefined}>
        {children}
      </Link>
    );
  return (
    <Place aria-label={t('What is left to do')}>
      <h2>
        {service ? (
          <Link to={`/sets/${service.id}/path`}>
            {service.date === null
              ? service.name
              : t('For {{date}}', { date: dateInWords(service.date) })}
          </Link>
        ) : (
          t('For no service yet')
        )}
      </h2>
      <Steps>
        {steps.map(({ name, state }) => (
          <li key={name}>
            {goTo(
              name,
              <>
                <StepSign state={state} />
                <span>{stepTitles[name]}</span>
                <Hidden>: {stateNames[state]}</Hidden>
              </>,
            )}
          </li>
        ))}
      </Steps>
      <Tool name={t('Put this away')} onPress={onClose}>
        <X size={18} strokeWidth={1.5} />
      </Tool>
      <Now>
        <p role="status">
          {next === null ? (
            t('Nothing is left to do.')
          ) : (
            <>
              <b>{stepTitles[shown.name]}:</b> {factsInWords(shown, sounding, settings)}
            </>
          )}
        </p>
        <ToDo step={shown} songId={songId} lens={lens} onOpen={onOpen} onSettle={settle} />
        {after === null ? null : <NextStep step={after} to={to} onShare={() => onOpen('share')} />}
      </Now>
    </Place>
  );
}

interface ToDoProps {
  step: SongStep;
  songId: string;
  lens: Lens;
  onOpen: (window: SongWindow) => void;
  onSettle: (name: StepName, isSettled: boolean) => void;
}

/** What can be done for a step from here. */
function ToDo({ step: { name, state, facts }, songId, lens, onOpen, onSettle }: ToDoProps) {
  const { search } = useLocation();
  const kinds = new Set(facts.map(({ kind }) => kind));
  const isEmpty = kinds.has('empty');
  const canArrange = ['hands', 'moves', 'fills'].includes(name) && lens !== arrangeLens;
  if (state === 'done') return null;
  return (
    <>
      {isEmpty ? <Link to="/songs/import">{t('Bring a chart in')}</Link> : null}
      {kinds.has('no tempo') || kinds.has('nobody named') ? (
        <QuietButton onPress={() => onOpen('facts')}>
          {t('Title, tempo, singer, rights')}
        </QuietButton>
      ) : null}
      {canArrange ? (
        <Link to={{ pathname: lensPath(songId, arrangeLens), search }} replace data-beside>
          {t('Have it arranged')}
        </Link>
      ) : null}
      {isEmpty ? null : (
        <Button
          aria-pressed={state === 'settled'}
          onPress={() => onSettle(name, state !== 'settled')}
        >
          {t('Good as it is')}
        </Button>
      )}
    </>
  );
}

function NextStep({
  step: { name },
  to,
  onShare,
}: {
  step: SongStep;
  to: (name: Exclude<StepName, 'share'>) => To;
  onShare: () => void;
}) {
  const words = (
    <>
      {t('Next: {{step}}', { step: stepTitles[name] })}
      <ArrowRight size={16} strokeWidth={1.75} aria-hidden />
    </>
  );
  if (name === 'share') return <QuietButton onPress={onShare}>{words}</QuietButton>;
  return (
    <Link to={to(name)} replace>
      {words}
    </Link>
  );
}

/** What is left behind a step, else before it; null where nothing else is. */
function nextAfter(steps: readonly SongStep[], shown: SongStep): SongStep | null {
  const at = steps.indexOf(shown);
  return nextStep([...steps.slice(at + 1), ...steps.slice(0, at)]);
}
