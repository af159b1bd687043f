import { randomUUID } from 'node:crypto';

/** Somebody by an id and a name. */
interface Named {
  readonly id: string;
  readonly name: string;
}

/** A name as it is compared: without the difference of capitals, of how a letter is composed, of spaces at its edges. */
const alike = (name: string) => name.normalize('NFKC').trim().toLowerCase();

/**
 * Who of a file is whom of the team: who has the same id, else who alone in the team is called so. Nobody of the team is
 * two of the file.
 * @param team those who are in the team
 */
export function samePeople(team: readonly Named[]) {
  const ids = new Set(team.map(({ id }) => id));
  const byName = new Map<string, string | null>();
  for (const { id, name } of team) byName.set(alike(name), byName.has(alike(name)) ? null : id);
  /** By their ids in the file, whom they are here. */
  const known = new Map<string, string>();
  const taken = new Set<string>();
  return {
    /** Takes in somebody of the file. @returns whom to add to the team; null where they are of it already */
    meet: ({ id, name }: Named): Named | null => {
      const found = ids.has(id) ? id : byName.get(alike(name));
      const isFound = typeof found === 'string' && !taken.has(found);
      const isFree = !ids.has(id) && !taken.has(id);
      const here = isFound ? found : isFree ? id : randomUUID();
      known.set(id, here);
      taken.add(here);
      return isFound ? null : { id: here, name };
    },
    /** Whom somebody of the file is here; nobody's is nobody's. */
    here: (id: string | null): string | null => (id === null ? null : (known.get(id) ?? null)),
  };
}
