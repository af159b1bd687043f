import { Pick } from '../../../ui/Pick.tsx';
import { t } from '../../../words/words.ts';
import { useFillsLens } from '../state/fillsContext.ts';

const percents = ['30', '40', '50', '60', '75', '90', '100', '110', '120'] as const;

/** How fast a run is heard, in parts of the song's tempo. */
export function TempoPick() {
  const { hearing, actions } = useFillsLens();
  return (
    <Pick
      label={t('Tempo')}
      value={String(hearing.percent) as (typeof percents)[number]}
      options={percents.map((one) => [one, `${one} %`] as const)}
      onChange={(next) => actions.setHearing({ percent: Number(next) })}
    />
  );
}
