import type { BroughtIn } from '@intervallum/contract';
import { t } from '../../words/words.ts';

type What = keyof BroughtIn['added'];

/** What there is so many of, in words; each of them is a phrase of its own, since its plural is. */
const counted: Readonly<Record<What, (count: number) => string>> = {
  songs: (count) => t('{{count}} songs', { count }),
  sets: (count) => t('{{count}} sets', { count }),
  people: (count) => t('{{count}} people', { count }),
  moves: (count) => t('{{count}} moves', { count }),
  runs: (count) => t('{{count}} runs', { count }),
  files: (count) => t('{{count}} files', { count }),
};
const order = Object.keys(counted) as What[];

function all(counts: BroughtIn['added']): string {
  return order
    .filter((what) => counts[what] > 0)
    .map((what) => counted[what](counts[what]))
    .join(', ');
}

/** What came of bringing a team in, a sentence each. */
export function broughtInWords({ added, standing, otherwise }: BroughtIn): readonly string[] {
  const [came, stood] = [all(added), all(standing)];
  return [
    came === ''
      ? t('Nothing came that was not here already.')
      : t('Came in: {{what}}.', { what: came }),
    ...(stood === ''
      ? []
      : [t('Were here already, and stay as they stand: {{what}}.', { what: stood })]),
    ...(otherwise.length === 0
      ? []
      : [
          t('Stand otherwise in the file, and stay as they are here: {{titles}}.', {
            titles: otherwise.join(', '),
          }),
        ]),
  ];
}
