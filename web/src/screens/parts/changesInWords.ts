import type { Difference, WhatChanged } from '@intervallum/contract';
import type { FieldName } from '@intervallum/core';
import { t } from '../../words/words.ts';

/** The lines of a chart's head, as they are called. */
const fields: Readonly<Record<FieldName, string>> = {
  title: t('title'),
  by: t('writer'),
  singer: t('singer'),
  key: t('key'),
  meter: t('metre'),
  tempo: t('tempo'),
  swing: t('swing'),
  feel: t('feel'),
  numbers: t('how numbers are read'),
  minor: t('how minor is counted'),
  left: t('left hand'),
  right: t('right hand'),
  school: t('school of hands'),
  'left shape': t('shapes of the left hand'),
  'right shape': t('shapes of the right hand'),
  octave: t('octave'),
  loudness: t('loudness'),
  pedalling: t('pedalling'),
  range: t('sung range'),
  road: t('road'),
  rights: t('rights'),
};

const ofTheSet = {
  name: t('name'),
  date: t('date'),
  leader: t('leader'),
  notes: t('notes'),
  begins: t('beginning'),
  most: t('minutes that it may take'),
  rehearsal: t('rehearsal'),
} as const;

/** One thing in which two versions differ, in a sentence without its full stop. */
export function differenceInWords(one: Difference): string {
  switch (one.kind) {
    case 'field':
      return lineInWords(fields[one.field], one);
    case 'of the set':
      return lineInWords(ofTheSet[one.what], one);
    case 'named':
      return t('patterns, shapes or names of the song’s own');
    case 'section added':
      return t('{{section}} is new', { section: named(one.section) });
    case 'section removed':
      return t('{{section}} is gone', { section: named(one.section) });
    case 'section said':
      return t('{{section}}: how it is played', { section: named(one.section) });
    case 'section renamed':
      return t('{{before}} is called {{section}}', {
        before: named(one.before),
        section: named(one.section),
      });
    case 'chords':
      return t('{{section}}: bar {{bar}} from {{before}} to {{after}}', {
        ...one,
        section: named(one.section),
      });
    case 'bars added':
      return t('{{section}}: {{count}} bars more, at bar {{bar}}', {
        ...one,
        section: named(one.section),
      });
    case 'bars removed':
      return t('{{section}}: {{count}} bars less, from bar {{bar}}', {
        ...one,
        section: named(one.section),
      });
    case 'words':
      return t('{{section}}: the words of bar {{bar}}', {
        section: named(one.section),
        bar: one.bar,
      });
    case 'tune':
      return t('{{section}}: the tune of bar {{bar}}', {
        section: named(one.section),
        bar: one.bar,
      });
    case 'played':
      return t('{{section}}: what hands play in bar {{bar}}', {
        section: named(one.section),
        bar: one.bar,
      });
    case 'song added':
      return t('{{title}} is new', { title: titled(one.title) });
    case 'song removed':
      return t('{{title}} is gone', { title: titled(one.title) });
    case 'song moved':
      return t('{{title}} stands elsewhere', { title: titled(one.title) });
    case 'note of a song':
      return t('{{title}}: its note', { title: titled(one.title) });
    case 'key of a song':
      return t('{{title}}: key from {{before}} to {{after}}', {
        title: titled(one.title),
        before: one.before ?? t('its own'),
        after: one.after ?? t('its own'),
      });
    case 'who leads a song':
      return t('{{title}}: {{said}}', {
        title: titled(one.title),
        said: lineInWords(t('led by'), one),
      });
    case 'road of a song':
      return t('{{title}}: {{said}}', {
        title: titled(one.title),
        said: lineInWords(t('way in this service'), one),
      });
    case 'bridge of a song':
      return t('{{title}}: what leads into it', { title: titled(one.title) });
    case 'part of a service':
      return t('{{title}}: how it is done', { title: titled(one.title) });
  }
}

/** What a version changed, in one sentence: the first thing, and how many more there are. */
export function changedInWords({ some, count }: WhatChanged): string {
  const [first] = some;
  if (!first) return t('nothing in the chart');
  const words = differenceInWords(first);
  return count > 1 ? t('{{words}}, and {{count}} more', { words, count: count - 1 }) : words;
}

const named = (section: string) => section || t('Section without a name');
const titled = (title: string) => title || t('Song without a title');

function lineInWords(
  what: string,
  { before, after }: { readonly before: string; readonly after: string },
): string {
  if (before === '') return t('{{what}} {{after}}', { what, after });
  if (after === '') return t('no {{what}} any more', { what });
  return t('{{what}} from {{before}} to {{after}}', { what, before, after });
}
