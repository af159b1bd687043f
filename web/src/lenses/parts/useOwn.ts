import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import { uuidv7 } from 'uuidv7';
import { saveFile } from '../../device/saveFile.ts';
import type { Answer } from '../../queries/client.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Something of a team's own: how it is kept, forgotten, filed. */
interface OwnWays<Made, Kept extends Named> {
  readonly queryKey: QueryKey;
  readonly keep: (all: readonly Kept[]) => Promise<Answer<unknown>>;
  readonly forget: (id: string) => Promise<Answer<null>>;
  readonly withId: (made: Made, id: string) => Kept;
  readonly fileName: string;
  readonly print: (all: readonly Kept[]) => string;
  /** What is in a file, or what is wrong with it. */
  readonly read: (text: string) => readonly Made[] | string;
  readonly words: {
    readonly tooLarge: string;
    readonly empty: string;
    readonly keptMany: (count: number) => string;
  };
}

/** What is done with them. Each says how it went. */
export interface OwnActions<Made, Kept> {
  /** @returns false where they were not kept; what was made is not lost then */
  readonly keep: (all: readonly Made[], said: string) => Promise<boolean>;
  /** The same in the place of one that was kept before. */
  readonly replace: (old: string, made: Made, said: string) => Promise<boolean>;
  readonly forget: (one: Kept) => Promise<void>;
  readonly saveAll: (all: readonly Kept[]) => void;
  readonly bringIn: (file: File) => Promise<void>;
}

/** No such file is larger, in bytes: 200 of them have room in it. */
const largestFile = 1_000_000;

/** Keeps, forgets and files what is of a team's own; forgetting is taken back. */
export function useOwn<Made, Kept extends Named>(
  ways: OwnWays<Made, Kept>,
): OwnActions<Made, Kept> {
  const client = useQueryClient();

  async function send(all: readonly Kept[], said: string): Promise<boolean> {
    const answer = await ways.keep(all);
    if (answer.kind !== 'ok') {
      notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
      return false;
    }
    client.setQueryData(ways.queryKey, answer.value);
    notify(said);
    return true;
  }

  const keep = (all: readonly Made[], said: string) =>
    send(
      all.map((made) => ways.withId(made, uuidv7())),
      said,
    );

  async function replace(old: string, made: Made, said: string): Promise<boolean> {
    // The new one first: whatever happens between, none is lost.
    if (!(await keep([made], said))) return false;
    const answer = await ways.forget(old);
    if (answer.kind !== 'ok' && answer.kind !== 'missing')
      notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
    void client.invalidateQueries({ queryKey: ways.queryKey });
    return true;
  }

  async function forget(one: Kept) {
    const answer = await ways.forget(one.id);
    if (answer.kind !== 'ok' && answer.kind !== 'missing')
      return notify(answer.kind === 'stale' ? t('It changed meanwhile.') : answer.message);
    // Not waited for: where the server is gone meanwhile it is asked again and again.
    void client.invalidateQueries({ queryKey: ways.queryKey });
    const { name } = one;
    notify(
      t('“{{name}}” is not kept any more.', { name }),
      () => void send([one], t('“{{name}}” is kept again.', { name })),
    );
  }

  async function bringIn(file: File) {
    if (file.size > largestFile) return notify(ways.words.tooLarge);
    const read = ways.read(await file.text());
    if (typeof read === 'string') return notify(read);
    if (read.length === 0) return notify(ways.words.empty);
    await keep(read, ways.words.keptMany(read.length));
  }

  return {
    keep,
    replace,
    forget,
    saveAll: (all) => saveFile(ways.print(all), ways.fileName, 'application/json'),
    bringIn,
  };
}
