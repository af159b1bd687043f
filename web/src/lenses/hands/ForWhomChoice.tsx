import { Choice } from '../../ui/Choice.tsx';
import type { ForWhom } from './actions.ts';
import { t } from '../../words/words.ts';

/** For whom something is said of the hands: for the player alone, or in the chart for everybody. */
export function ForWhomChoice({
  whom,
  onChange,
}: {
  whom: ForWhom;
  onChange: (whom: ForWhom) => void;
}) {
  return (
    <Choice
      label={t('For whom it is said')}
      value={whom}
      options={[
        ['me', t('my part')],
        ['everybody', t('everybody')],
      ]}
      onChange={onChange}
    />
  );
}
