import { joinedRuns, runKinds, runs as library, type Run, type RunKind } from '@intervallum/core';
import { Trash2 } from 'lucide-react';
import styled from 'styled-components';
import { IconButton } from '../../../ui/Button.tsx';
import { Pick } from '../../../ui/Pick.tsx';
import { Switch } from '../../../ui/Switch.tsx';
import { runFamilyNames, runKindNames } from '../../../words/choiceNames.ts';
import { t } from '../../../words/words.ts';
import { Details, Fields } from '../../parts/cards.ts';
import type { RunDraft } from '../state/runDraft.ts';

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

const Kinds = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
`;

const none = 'none';

interface ShapeRunProps {
  draft: RunDraft;
  /** What it is so far. */
  run: Run;
  own: readonly Run[];
  onChange: (change: Partial<RunDraft>) => void;
}

/** What is wished of a run that is being made: what lies behind it, which hand, whether it leads on, over which chords. */
export function ShapeRun({ draft, run, own, onChange }: ShapeRunProps) {
  const { kinds } = run;
  const toggled = (kind: RunKind) =>
    runKinds.filter((one) => (one === kind ? !kinds.includes(one) : kinds.includes(one)));
  const canFollow = (one: Run) => joinedRuns(run, one) !== null;
  return (
    <>
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
    </>
  );
}
