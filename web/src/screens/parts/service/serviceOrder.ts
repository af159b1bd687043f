import { isSong, type SetDraft, type SetItem } from '@intervallum/contract';
import { formatKey, minutesOf, parseChart, type SetPlan } from '@intervallum/core';
import { t } from '../../../words/words.ts';
import { momentNames } from './momentNames.ts';
import { clockAt } from './clock.ts';
import type { ServiceView } from './servicePlan.ts';
import { itemName } from './itemName.ts';
import type { KnownSongs } from './knownSongs.ts';

/** A line of a service's order: when, what, by whom, in which key. */
export interface OrderLine {
  readonly at: string;
  readonly length: string;
  /** Its number among the songs; null for what is spoken. */
  readonly place: number | null;
  readonly kind: string;
  readonly name: string;
  readonly key: string;
  readonly who: string;
  readonly notes: string;
}

interface OrderOf {
  readonly draft: SetDraft;
  readonly songs: KnownSongs;
  readonly view: Pick<ServiceView, 'songs'> & { readonly plan: Pick<SetPlan, 'items' | 'seconds'> };
}

/** Whoever plays has to know that there is something under the words, and in which key. */
function bedInWords(item: SetItem): string {
  if (isSong(item) || item.bed === null) return '';
  return t('bed in {{key}}', { key: formatKey(parseChart(item.bed).song.key) });
}

/** The order of a service, a line for each item. */
export function orderOf({ draft, songs, view }: OrderOf): OrderLine[] {
  let place = 0;
  return draft.items.map((item) => {
    if (item.kind === 'song') place += 1;
    const timed = view.plan.items.find(({ id }) => id === item.id);
    const here = view.songs.get(item.id);
    return {
      at: timed ? clockAt(draft.begins, timed.begins) : '',
      length: timed ? minutesOf(timed.seconds) : '',
      place: item.kind === 'song' ? place : null,
      kind: item.kind === 'song' ? '' : momentNames[item.kind],
      name: itemName(item, songs),
      key: here ? formatKey(here.key) : item.kind === 'song' ? (item.key ?? '') : '',
      who: item.who || (here?.song.details.singer ?? ''),
      notes: [item.notes, bedInWords(item)].filter(Boolean).join(' · '),
    };
  });
}
