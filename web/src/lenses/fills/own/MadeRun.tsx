import {
  findRuns,
  instruments,
  runAsIs,
  type Finger,
  type Run,
  type RunEvent,
} from '@intervallum/core';
import { Play, Square } from 'lucide-react';
import { lazy, Suspense, useMemo } from 'react';
import styled from 'styled-components';
import { player } from '../../../settings/player.ts';
import { Button } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import { Steps } from '../../parts/cards.ts';
import { useFillsLens, useSigned } from '../state/fillsContext.ts';
import { RunGrid } from '../run/RunGrid.tsx';
import { TempoPick } from '../run/TempoPick.tsx';
import { placeOfKey, type Drafted, type RunDraft } from '../state/runDraft.ts';
import { ShapeRun } from './ShapeRun.tsx';

const RunStaff = lazy(async () => ({ default: (await import('../run/RunStaff.tsx')).RunStaff }));

const Made = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
  padding: 12px 14px;
  border: 1px solid var(--hairline);
  border-radius: 12px;
  background: var(--card);
  h3 {
    font-size: 16px;
  }
  > p {
    font-size: 14px;
    color: var(--soft);
  }
`;

const Heard = styled(Steps)`
  align-items: end;
`;

interface MadeRunProps {
  draft: RunDraft;
  drafted: Drafted;
  /** The slot of the timeline whose chord is under it. */
  at: number;
  own: readonly Run[];
  onChange: (change: Partial<RunDraft>) => void;
}

/** What a draft has become, and what else is wished of it. */
export function MadeRun({ draft, drafted, at, own, onChange }: MadeRunProps) {
  const signed = useSigned();
  const base = drafted.ok ? drafted.run : drafted.base;
  return (
    <Made aria-label={t('What it has become')}>
      {drafted.ok ? (
        <>
          {drafted.said.map((one) => (
            <p key={one}>{one}</p>
          ))}
          <SeenRun draft={draft} run={drafted.run} at={at} onChange={onChange} />
        </>
      ) : (
        <p role="status">{signed(drafted.why)}</p>
      )}
      {base ? <ShapeRun draft={draft} run={base} own={own} onChange={onChange} /> : null}
    </Made>
  );
}

interface SeenRunProps extends Pick<MadeRunProps, 'draft' | 'at' | 'onChange'> {
  run: Run;
}

/** Counted, on a staff, heard at its chord; and whether it fits there. */
function SeenRun({ draft, run, at, onChange }: SeenRunProps) {
  const { timeline, voiced, heard, actions } = useFillsLens();
  const { reach, keys } = player.use('reach', 'keys');
  const signed = useSigned();
  const shown = useMemo(() => {
    const wishes = { reach, instrument: instruments[keys], ...(voiced ? { voiced } : {}) };
    const found = findRuns(timeline, { at }, { ...wishes, runs: [run] });
    const why = found.why ?? found.refused[0]?.why ?? null;
    return { fit: found.fits[0] ?? runAsIs(timeline, { at }, run, wishes), why };
  }, [run, timeline, at, voiced, reach, keys]);
  const { fit } = shown;
  const isHeard = fit !== null && heard === `${fit.at} ${fit.run.id}`;
  const nextFinger = (event: RunEvent, now: Finger | null) => {
    const fingers = new Map(draft.fingers);
    fingers.set(placeOfKey(event), now === null || now === 5 ? 1 : ((now + 1) as Finger));
    onChange({ fingers });
  };
  return (
    <>
      {fit ? (
        <>
          <RunGrid fit={fit} isWhole onFinger={nextFinger} />
          <Suspense fallback={null}>
            <RunStaff fit={fit} />
          </Suspense>
        </>
      ) : (
        <p>{t('No octave of the keyboard has room for it.')}</p>
      )}
      <p role="status">
        {shown.why
          ? t('It does not go here: {{why}}', { why: signed(shown.why) })
          : t('It goes over this chord.')}
      </p>
      <Heard>
        <Button
          isDisabled={!fit}
          onPress={() => {
            if (isHeard) actions.stop();
            else if (fit) actions.hear(fit);
          }}
        >
          {isHeard ? (
            <Square size={16} strokeWidth={1.5} aria-hidden />
          ) : (
            <Play size={16} strokeWidth={1.5} aria-hidden />
          )}{' '}
          {isHeard ? t('Stop') : t('Hear it')}
        </Button>
        <TempoPick />
      </Heard>
    </>
  );
}
