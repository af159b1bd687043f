import {
  findRuns,
  instruments,
  joinedRuns,
  runAsIs,
  runKinds,
  runs as library,
  type Finger,
  type Run,
  type RunEvent,
  type RunKind,
} from '@intervallum/core';
import { Play, Square, Trash2 } from 'lucide-react';
import { lazy, Suspense, useMemo } from 'react';
import styled from 'styled-components';
import { player } from '../../../settings/player.ts';
import { Button, IconButton } from '../../../ui/Button.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { Switch } from '../../../ui/Switch.tsx';
import { runFamilyNames, runKindNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Details, Fields, Steps } from '../../parts/cards.ts';
import { useFillsLens, useSigned } from '../state/FillsState.tsx';
import { RunGrid } from '../run/RunGrid.tsx';
import { TempoPick } from '../run/TempoPick.tsx';
import { placeOfKey, type Drafted, type RunDraft } from '../state/runDraft.ts';

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

/** What the run is made of, one piece behind the other. */
const Pieces = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  li {
    display: flex;
    align-items: center;
    padding-left: 12px;
    border: 1px solid var(--rail);
    border-radius: 10px;
    font-size: 14px;
  }
`;

const Heard = styled(Steps)`
  align-items: end;
`;

const Kinds = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
`;

const none = 'none';

interface MadeRunProps {
  draft: RunDraft;
  drafted: Drafted;
  /** The slot of the timeline whose chord is under it. */
  at: number;
  own: readonly Run[];
  onChange: (change: Partial<RunDraft>) => void;
}

/** What a draft has become: counted, on a staff, heard at its chord; whether it fits there; with what behind it, over which chords. */
export function MadeRun({ draft, drafted, at, own, onChange }: MadeRunProps) {
  const { timeline, voiced, heard, actions } = useFillsLens();
  const { reach, keys } = player.use('reach', 'keys');
  const signed = useSigned();
  const run = drafted.ok ? drafted.run : null;
  const shown = useMemo(() => {
    if (!run) return null;
    const wishes = { reach, instrument: instruments[keys], ...(voiced ? { voiced } : {}) };
    const found = findRuns(timeline, { at }, { ...wishes, runs: [run] });
    const why = found.why ?? found.refused[0]?.why ?? null;
    return { fit: found.fits[0] ?? runAsIs(timeline, { at }, run, wishes), why };
  }, [run, timeline, at, voiced, reach, keys]);
  if (!drafted.ok)
    return (
      <Made aria-label={t('What it has become')}>
        <p role="status">{signed(drafted.why)}</p>
      </Made>
    );
  const fit = shown?.fit ?? null;
  const isHeard = fit !== null && heard === `${fit.at} ${fit.run.id}`;
  const nextFinger = (event: RunEvent, now: Finger | null) => {
    const fingers = new Map(draft.fingers);
    fingers.set(placeOfKey(event), now === null || now === 5 ? 1 : ((now + 1) as Finger));
    onChange({ fingers });
  };
  const kinds = drafted.run.kinds;
  const toggled = (kind: RunKind) =>
    runKinds.filter((one) => (one === kind ? !kinds.includes(one) : kinds.includes(one)));
  const canFollow = (one: Run) => one.id !== 'draft' && joinedRuns(drafted.run, one) !== null;

  return (
    <Made aria-label={t('What it has become')}>
      {drafted.said.map((one) => (
        <p key={one}>{one}</p>
      ))}
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
        {shown?.why
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
      {draft.behind.length > 0 ? (
        <Pieces aria-label={t('Behind it')}>
          {draft.behind.map((one, place) => (
            <li key={place}>
              {one.name}
              <IconButton
                aria-label={t('Take “{{name}}” away', { name: one.name })}
                onPress={() =>
                  onChange({ behind: draft.behind.filter((_, other) => other !== place) })
                }
              >
                <Trash2 size={16} strokeWidth={1.5} />
              </IconButton>
            </li>
          ))}
        </Pieces>
      ) : null}
      <Fields>
        <Pick
          label={t('Another run behind it')}
          value={none}
          options={[
            [none, t('none')],
            ...own
              .filter(canFollow)
              .map((one) => [one.id, one.name || t('without a name'), t('our own')] as const),
            ...library
              .filter(canFollow)
              .map((one) => [one.id, one.name, runFamilyNames[one.family]] as const),
          ]}
          onChange={(id) => {
            const next = [...own, ...library].find((one) => one.id === id);
            if (next) onChange({ behind: [...draft.behind, next] });
          }}
        />
        <Pick
          label={t('Hands')}
          value={draft.hand}
          options={[
            ['both', t('as it is')],
            ['right', t('right hand alone')],
            ['left', t('left hand alone')],
          ]}
          onChange={(hand) => onChange({ hand })}
        />
        <Switch isSelected={draft.leadsOn} onChange={(leadsOn) => onChange({ leadsOn })}>
          {t('Its last note belongs to the next chord')}
        </Switch>
      </Fields>
      <Details>
        <summary>
          <b>{t('Over which chords')}</b> {kinds.map((kind) => runKindNames[kind]).join(', ')}
        </summary>
        <Kinds role="group" aria-label={t('Over which chords')}>
          {runKinds.map((kind) => (
            <Switch
              key={kind}
              isSelected={kinds.includes(kind)}
              isDisabled={kinds.length === 1 && kinds.includes(kind)}
              onChange={() => onChange({ kinds: toggled(kind) })}
            >
              {runKindNames[kind]}
            </Switch>
          ))}
        </Kinds>
      </Details>
    </Made>
  );
}
