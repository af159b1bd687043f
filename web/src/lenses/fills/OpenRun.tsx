import {
  findRuns,
  gridOfRun,
  instruments,
  nameDegree,
  variantsOf,
  type RunFit,
  type VariantKind,
} from '@intervallum/core';
import { lazy, Suspense, useMemo } from 'react';
import styled from 'styled-components';
import { player } from '../../settings/player.ts';
import { Button, PrimaryButton, QuietButton } from '../../ui/Button.tsx';
import { variantNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { useFillsLens } from './state/fillsContext.ts';
import { Steps } from '../parts/cards.ts';
import { Elsewhere } from './run/Elsewhere.tsx';
import { OtherSongs } from './run/OtherSongs.tsx';

// Fetched when a run is first opened: the notation weighs more than the rest of the lens.
const RunStaff = lazy(async () => ({ default: (await import('./run/RunStaff.tsx')).RunStaff }));

const Forms = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  margin-left: -8px;
`;

const Form = styled(QuietButton)<{ $chosen: boolean }>`
  ${({ $chosen }) => $chosen && 'border-color: var(--accent);'}
`;

interface OpenRunProps {
  fit: RunFit;
  /** The run as the library has it. */
  plain: RunFit;
}

/** An open run: on a staff, in its other forms, what is done with it, and where else it fits. */
export function OpenRun({ fit, plain }: OpenRunProps) {
  const { actions } = useFillsLens();
  const { name } = fit.run;
  return (
    <>
      <Suspense fallback={null}>
        <RunStaff fit={fit} />
      </Suspense>
      <Variants fit={fit} plain={plain} />
      <Steps>
        <PrimaryButton
          aria-label={`${t('Place it this time')}: ${name}`}
          onPress={() => actions.place([fit], false)}
        >
          {t('Place it this time')}
        </PrimaryButton>
        <Button
          aria-label={`${t('Every time')}: ${name}`}
          onPress={() => actions.place([fit], true)}
        >
          {t('Every time')}
        </Button>
        <Button
          aria-label={`${t('Write it in the chart')}: ${name}`}
          onPress={() => actions.write(fit)}
        >
          {t('Write it in the chart')}
        </Button>
      </Steps>
      <Elsewhere run={fit.run} except={fit.at} />
      <OtherSongs key={fit.run.id} run={fit.run} />
    </>
  );
}

interface Form {
  readonly id: string;
  readonly kind: VariantKind | null;
  readonly way: 'above' | 'below' | null;
  readonly fit: RunFit;
}

/** Its other forms that fit here as well. */
function Variants({ fit, plain }: OpenRunProps) {
  const { timeline, voiced, view, actions } = useFillsLens();
  const { reach, keys } = player.use('reach', 'keys');
  const forms = useMemo<readonly Form[]>(() => {
    const variants = variantsOf(plain.run);
    const { fits } = findRuns(
      timeline,
      { at: plain.at },
      {
        runs: variants.map(({ run }) => run),
        reach,
        instrument: instruments[keys],
        ...(voiced ? { voiced } : {}),
      },
    );
    return [
      { id: plain.run.id, kind: null, way: null, fit: plain },
      ...variants.flatMap(({ kind, way, run }) => {
        const found = fits.find((one) => one.run === run);
        return found ? [{ id: run.id, kind, way, fit: found }] : [];
      }),
    ];
  }, [plain, timeline, voiced, reach, keys]);
  if (forms.length < 2) return null;
  /** The number that it arrives at. */
  const landingOf = (one: RunFit) => {
    const there = gridOfRun(timeline, one).columns.find(({ lands }) => lands);
    const cell = there?.[one.run.landing.hand];
    return cell?.kind === 'struck' ? nameDegree(cell.notes[0]!.degree, view.style) : '';
  };
  return (
    <Forms role="group" aria-label={t('Other forms of it')}>
      {forms.map(({ id, kind, way, fit: one }) => {
        const isChosen = id === fit.run.id;
        return (
          <Form
            key={id}
            $chosen={isChosen}
            aria-pressed={isChosen}
            onPress={() => {
              actions.stop();
              actions.open(one);
            }}
          >
            {kind === 'other landing'
              ? way === 'above'
                ? t('lands on the {{degree}} above', { degree: landingOf(one) })
                : t('lands on the {{degree}} below', { degree: landingOf(one) })
              : kind
                ? variantNames[kind]
                : t('as it is')}
          </Form>
        );
      })}
    </Forms>
  );
}
