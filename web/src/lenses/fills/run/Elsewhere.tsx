import { formatDegree, placesOf, type Run } from '@intervallum/core';
import { useMemo } from 'react';
import { QuietButton } from '../../../ui/Button.tsx';
import { t } from '../../../words/words.ts';
import { Details } from '../../parts/cards.ts';
import { useFillsLens, useSigned } from '../state/fillsContext.ts';
import { placeInWords } from '../state/placeInWords.ts';

/** More places than these are not listed. */
const mostPlaces = 24;

interface ElsewhereProps {
  run: Run;
  /** The place that is looked at already. */
  except?: number;
}

/** Where in the song a run fits: each place leads there. */
export function Elsewhere({ run, except }: ElsewhereProps) {
  const { timeline, view, actions } = useFillsLens();
  const signed = useSigned();
  const places = useMemo(
    () => placesOf(run, [timeline]).filter(({ at }) => at !== except),
    [run, except, timeline],
  );
  if (places.length === 0) return null;
  return (
    <Details>
      <summary>
        {except === undefined
          ? t('Fits at {{count}} places of the song', { count: places.length })
          : t('Fits at {{count}} other places of the song', { count: places.length })}
      </summary>
      <ul>
        {places.slice(0, mostPlaces).map(({ at, as }) => (
          <li key={at}>
            <QuietButton onPress={() => actions.goTo(at)}>
              {signed(formatDegree(as, view.style.signs))} · {placeInWords(timeline, at)}
            </QuietButton>
          </li>
        ))}
      </ul>
    </Details>
  );
}
