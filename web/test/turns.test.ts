import { expect, test } from '@jest/globals';
import type { SongUse } from '@intervallum/contract';
import { turnsOf } from '../src/screens/sung/turns.ts';

const use = (leader: string, date: string, key: string): SongUse => ({
  ...{ setId: date, setName: 'S', date, leader, songId: `${date}${key}`, title: 'T', key },
  ...{ by: '', rights: '' },
});

test('who waits longest is told first, with how often and in which keys', () => {
  const turns = turnsOf([
    use('Ada', '2026-03-01', 'G'),
    use('Noor', '2026-01-04', 'D'),
    use('Ada ', '2026-01-11', 'Eb'),
    use('Ada', '2026-03-01', 'Eb'),
    use('', '2026-02-01', 'C'),
  ]);
  expect(turns).toEqual([
    { leader: 'Noor', services: 1, songs: 1, last: '2026-01-04', keys: [{ key: 'D', times: 1 }] },
    {
      ...{ leader: 'Ada', services: 2, songs: 3, last: '2026-03-01' },
      keys: [
        { key: 'Eb', times: 2 },
        { key: 'G', times: 1 },
      ],
    },
  ]);
});
