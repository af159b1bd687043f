import type { BackingVoice, BandRole } from '@intervallum/core';
import { t } from '../../../words/words.ts';

/** What each player of a band is called. */
export const roleNames: Readonly<Record<BandRole, string>> = {
  singer: t('Singer'),
  backing: t('Backing singers'),
  guitar: t('Guitar'),
  bass: t('Bass'),
  drums: t('Drums'),
  horn: t('Horns'),
  keys: t('Keys'),
  'stand-in': t('Stand-in'),
  projector: t('Projector'),
};

/** What a player gets, in a sentence. */
export const roleWords: Readonly<Record<BandRole, string>> = {
  singer: t('The words large, where to come in and on which note, what to hold.'),
  backing: t('Three parts beside the tune, each with its first note to hear.'),
  guitar: t('Letters or shapes under a capo, and how each chord is gripped.'),
  bass: t('The lowest note of each chord, with pushes, stops and walks.'),
  drums: t('The way through the song in bars, with pushes, stops and holds, and a click.'),
  horn: t('The chart in the key that the horn reads.'),
  keys: t('The whole chart.'),
  'stand-in': t('Each chord as a plain triad, for somebody who has not played for long.'),
  projector: t('The words in the order in which they are sung, large on a wall.'),
};

export const backingNames: Readonly<Record<BackingVoice, string>> = {
  soprano: t('Soprano'),
  alto: t('Alto'),
  tenor: t('Tenor'),
};
