import type { KeptKey } from '@intervallum/contract';
import { formatKey, parseKey, type Key } from '@intervallum/core';
import { useQueryClient } from '@tanstack/react-query';
import { keyName } from '../../music/rails/view.ts';
import { keptKeysApi, keptKeysKey } from '../../queries/keptKeys.ts';
import { reader } from '../../settings/reader.ts';
import { notify } from '../../ui/notices.tsx';
import { t } from '../../words/words.ts';

/** Somebody of the team, as a key is kept for them. */
export interface KeepFor {
  readonly personId: string;
  readonly name: string;
}

/** Keeps the key that somebody sings a song in, or forgets it (null); undone from the notice. */
export function useKeepKey(
  songId: string,
  kept: readonly KeptKey[],
): (who: KeepFor, key: Key | null) => Promise<void> {
  const client = useQueryClient();
  const names = reader.use('language');
  const send = async ({ personId }: KeepFor, key: string | null) => {
    const answer = await (key === null
      ? keptKeysApi.forget(songId, personId)
      : keptKeysApi.keep(songId, personId, key));
    await client.invalidateQueries({ queryKey: keptKeysKey });
    if (answer.kind === 'ok') return true;
    notify(
      answer.kind === 'refused'
        ? answer.message
        : t('The key could not be kept. Try again in a moment.'),
    );
    return false;
  };
  return async (who, key) => {
    const before = kept.find((one) => one.songId === songId && one.personId === who.personId);
    if (!(await send(who, key && formatKey(key)))) return;
    const { name } = who;
    notify(
      key
        ? t('{{name}} sings it in {{key}}: it is kept.', { name, key: keyName(key, names) })
        : t('No key of {{name}} is kept for it any more.', { name }),
      () => void send(who, before?.key ?? null),
    );
  };
}

/** A kept key as it can be taken for a song of a mode; null where it is of another one. */
export function keyKept({ key }: KeptKey, { mode }: Key): Key | null {
  const read = parseKey(key);
  return read.ok && read.value.mode === mode ? read.value : null;
}
