import { songOrders, type SongOrder } from '@intervallum/contract';
import { parseKey } from '@intervallum/core';
import type { AskedSongs } from '../../queries/resources.ts';
import { t } from '../../words/words.ts';

/** Which songs are listed before any filter: all, those at hand, or those opened last on this device. */
export type Shown = 'all' | 'favourites' | 'opened';

/** For how many weeks songs may have rested. */
export const restedWeeks = ['4', '13', '52'] as const;
type RestedWeeks = (typeof restedWeeks)[number];

export const restedInWords: Readonly<Record<RestedWeeks, string>> = {
  '4': t('not used for a month'),
  '13': t('not used for three months'),
  '52': t('not used for a year'),
};

/** The fields that songs are filtered by, each what it has to be; nothing where it does not matter. */
export interface Filters {
  readonly key: string;
  readonly meter: string;
  readonly slowest: string;
  readonly fastest: string;
  readonly singer: string;
  readonly tag: string;
  readonly coming: '' | 'yes';
  /** In no set of so many weeks, nor of a day to come. */
  readonly rested: '' | RestedWeeks;
}

export const noFilters: Filters = {
  key: '',
  meter: '',
  slowest: '',
  fastest: '',
  singer: '',
  tag: '',
  coming: '',
  rested: '',
};

/** How the list of songs is looked at: what its address says. */
export interface ListView {
  readonly shown: Shown;
  readonly search: string;
  readonly order: SongOrder;
  readonly filters: Filters;
}

/** Whether this is a number of beats in a minute that songs are filtered by: 1 to 999, with up to two decimals. */
export function isTempo(text: string): boolean {
  return /^\d{1,3}(\.\d{1,2})?$/.test(text) && Number(text) >= 1;
}

/** Reads an address; what it says wrongly is left out. */
export function readListView(parameters: URLSearchParams): ListView {
  const said = (name: string, most = 200) => {
    const value = parameters.get(name)?.trim() ?? '';
    return value.length <= most ? value : '';
  };
  const tempo = (name: string) => (isTempo(said(name)) ? said(name) : '');
  const shown = said('show');
  return {
    shown: shown === 'favourites' || shown === 'opened' ? shown : 'all',
    search: said('search'),
    order: songOrders.find((order) => order === said('order')) ?? 'title',
    filters: {
      key: parseKey(said('key')).ok ? said('key') : '',
      meter: said('meter', 20),
      slowest: tempo('slowest'),
      fastest: tempo('fastest'),
      singer: said('singer'),
      tag: said('tag', 40),
      coming: said('coming') === 'yes' ? 'yes' : '',
      rested: restedWeeks.find((weeks) => weeks === said('rested')) ?? '',
    },
  };
}

/** Writes what `readListView` reads; the plain list has nothing to say. */
export function writeListView({ shown, search, order, filters }: ListView): URLSearchParams {
  const all = {
    show: shown === 'all' ? '' : shown,
    search,
    order: order === 'title' ? '' : order,
    ...filters,
  };
  return new URLSearchParams(Object.entries(all).filter(([, value]) => value !== ''));
}

/** What the server is asked for. @param opened the songs that were opened last, by their ids */
export function askedOf(
  { shown, search, order, filters }: ListView,
  opened: readonly string[],
): AskedSongs {
  const said = Object.entries({ search, ...filters }).filter(([, value]) => value !== '');
  return {
    ...Object.fromEntries(said),
    ...(shown === 'opened' || order === 'title' ? {} : { order }),
    ...(shown === 'favourites' ? { favourites: 'yes' } : {}),
    ...(shown === 'opened' ? { ids: opened.join(',') } : {}),
  };
}

/** One filter that is set: in words, and what the filters are without it. */
export interface SetFilter {
  readonly id: string;
  readonly words: string;
  readonly without: Filters;
}

/** The filters that are set. @param keyInWords a key as the reader writes it */
export function setFilters(
  filters: Filters,
  keyInWords: (key: string) => string,
): readonly SetFilter[] {
  const { key, meter, slowest, fastest, singer, tag, coming, rested } = filters;
  const one = (id: string, words: string, gone: Partial<Filters>): SetFilter => ({
    id,
    words,
    without: { ...filters, ...gone },
  });
  const tempo =
    slowest && fastest
      ? t('tempo {{slowest}} to {{fastest}}', { slowest, fastest })
      : slowest
        ? t('tempo {{slowest}} and faster', { slowest })
        : t('tempo {{fastest}} and slower', { fastest });
  return [
    ...(key ? [one('key', t('key of {{key}}', { key: keyInWords(key) }), { key: '' })] : []),
    ...(meter ? [one('meter', t('in {{meter}}', { meter }), { meter: '' })] : []),
    ...(slowest || fastest ? [one('tempo', tempo, { slowest: '', fastest: '' })] : []),
    ...(singer ? [one('singer', t('sung by {{singer}}', { singer }), { singer: '' })] : []),
    ...(tag ? [one('tag', t('tag {{tag}}', { tag }), { tag: '' })] : []),
    ...(coming ? [one('coming', t('in a coming set'), { coming: '' })] : []),
    ...(rested ? [one('rested', restedInWords[rested], { rested: '' })] : []),
  ];
}
