import { choiceKinds, levels, type ChoiceKind } from '@intervallum/core';
import styled from 'styled-components';
import { arranging } from '../../settings/arranging.ts';
import { QuietButton } from '../../ui/Button.tsx';
import { Hidden } from '../../ui/hidden.ts';
import { choiceKindNames, levelNames } from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';
import { Details } from '../parts/cards.ts';
import type { ChoiceSeen } from '../../workers/arranger.ts';
import { useArrangeLens } from './arrangeContext.ts';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  th,
  td {
    padding: 4px 4px 4px 0;
    border-bottom: 1px solid var(--hairline);
    text-align: left;
    vertical-align: middle;
  }
  th {
    font-weight: 600;
  }
  td {
    font-variant-numeric: tabular-nums;
  }
  [data-now] {
    color: var(--accent);
    font-weight: 700;
  }
`;

/** The same arrangement for a beginner, an average and a strong player, side by side: how much of each there is, and what the left hand holds at most. */
export function Players() {
  const { players, actions } = useArrangeLens();
  const { level: now } = arranging.use('level');
  if (!players) return null;
  const kinds = choiceKinds.filter((kind) =>
    levels.some((level) => players[level]?.choices.some((one) => one.kind === kind)),
  );
  return (
    <Details>
      <summary>{t('The same for three players')}</summary>
      <Table>
        <thead>
          <tr>
            <td />
            {levels.map((level) => (
              <th key={level} scope="col" data-now={level === now || undefined}>
                {levelNames[level]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {kinds.map((kind) => (
            <tr key={kind}>
              <th scope="row">{choiceKindNames[kind]}</th>
              {levels.map((level) => (
                <td key={level}>{saidOf(players[level]?.choices ?? null, kind)}</td>
              ))}
            </tr>
          ))}
          <tr>
            <td />
            {levels.map((level) => (
              <td key={level}>
                {level === now ? (
                  t('Seen now')
                ) : (
                  <QuietButton isDisabled={!players[level]} onPress={() => actions.forLevel(level)}>
                    {t('See it')}
                    <Hidden>: {levelNames[level]}</Hidden>
                  </QuietButton>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </Table>
    </Details>
  );
}

/** How many there are of a kind; of left hands, what they hold. */
function saidOf(choices: readonly ChoiceSeen[] | null, kind: ChoiceKind): string {
  if (!choices) return '…';
  const own = choices.filter((one) => one.kind === kind);
  if (kind !== 'left shape') return own.length === 0 ? '–' : String(own.length);
  return [...new Set(own.map(({ value }) => value.split(' ')[0]!))].join(', ');
}
