import type { SongUse } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import styled from 'styled-components';
import { keyName } from '../../music/rails/view.ts';
import { reader } from '../../settings/reader.ts';
import { shortDate } from '../../ui/dates.ts';
import { t } from '../../words/words.ts';
import { Table } from './table.ts';
import { turnsOf } from './turns.ts';

const TurnsPart = styled.section`
  margin-top: 28px;
  h2 {
    margin-bottom: 4px;
    font-size: 20px;
  }
  p {
    margin-bottom: 8px;
    font-size: 14px;
    color: var(--soft);
  }
  td:nth-child(3) {
    font: inherit;
  }
`;

/** So many keys of one leader are told. */
const keysTold = 4;

/** Who led how often and in which keys: who waits longest stands first. */
export function Turns({ uses }: { uses: readonly SongUse[] }) {
  const settings = reader.use('language');
  const turns = turnsOf(uses);
  if (turns.length === 0) return null;
  const named = (key: string) => {
    const read = parseKey(key);
    return read.ok ? keyName(read.value, settings) : key;
  };
  return (
    <TurnsPart aria-labelledby="turns">
      <h2 id="turns">{t('Whose turn')}</h2>
      <p>{t('Who waits longest stands first.')}</p>
      <Table>
        <thead>
          <tr>
            <th scope="col">{t('Led by')}</th>
            <th scope="col">{t('Services and songs')}</th>
            <th scope="col">{t('Keys')}</th>
            <th scope="col">{t('Last')}</th>
          </tr>
        </thead>
        <tbody>
          {turns.map(({ leader, services, songs, last, keys }) => (
            <tr key={leader}>
              <td>{leader}</td>
              <td>
                {t('{{count}} sets', { count: services })}, {t('{{count}} songs', { count: songs })}
              </td>
              <td>
                {keys
                  .slice(0, keysTold)
                  .map(({ key, times }) => `${named(key)} ${times}×`)
                  .join(', ')}
              </td>
              <td>{shortDate(last)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </TurnsPart>
  );
}
