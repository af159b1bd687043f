import type { SongUse } from '@intervallum/contract';

/** How often somebody led, when last, and in which keys. */
export interface Turn {
  readonly leader: string;
  /** How many services, and how many songs in them. */
  readonly services: number;
  readonly songs: number;
  readonly last: string;
  /** Keys by how often, the usual first. */
  readonly keys: readonly { readonly key: string; readonly times: number }[];
}

/** Whose turn it is: who led how often, those who wait longest first. What nobody is named for is left out. */
export function turnsOf(uses: readonly SongUse[]): Turn[] {
  const byLeader = new Map<string, SongUse[]>();
  for (const use of uses) {
    const leader = use.leader.trim();
    if (leader !== '') byLeader.set(leader, [...(byLeader.get(leader) ?? []), use]);
  }
  const turns = [...byLeader].map(([leader, own]): Turn => {
    const keys = new Map<string, number>();
    for (const { key } of own) keys.set(key, (keys.get(key) ?? 0) + 1);
    return {
      leader,
      services: new Set(own.map(({ setId }) => setId)).size,
      songs: own.length,
      last: own.reduce((last, { date }) => (date > last ? date : last), ''),
      keys: [...keys]
        .map(([key, times]) => ({ key, times }))
        .sort((one, other) => other.times - one.times || one.key.localeCompare(other.key, 'en')),
    };
  });
  return turns.sort(
    (one, other) =>
      one.last.localeCompare(other.last) || one.leader.localeCompare(other.leader, 'en'),
  );
}
