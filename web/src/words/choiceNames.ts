import type { Dynamic, HandGrade, Lineup, School } from '@intervallum/core';
import { t } from './words.ts';

/* What a player chooses among, by the names that core has for it, in the language of the page. */

export const schoolNames: Readonly<Record<School, string>> = {
  'block and plain': t('block and plain'),
  'open and low': t('open and low'),
  'shell and rootless': t('shell and rootless'),
  'stacks of fourths': t('stacks of fourths'),
  'full and fat': t('full and fat'),
  beginner: t('beginner'),
};

export const lineupNames: Readonly<Record<Lineup, string>> = {
  'keys alone': t('keys alone'),
  'with pad': t('with pad'),
  'with bass': t('with bass'),
  'with bass and guitar': t('with bass and guitar'),
};

/** How much colour: of a chord, and what hands may add. */
export const gradeNames: Readonly<Record<HandGrade, string>> = {
  beginner: t('beginner'),
  plain: t('plain'),
  warm: t('warm'),
  rich: t('rich'),
  altered: t('altered'),
};

export const dynamicNames: Readonly<Record<Dynamic, string>> = {
  soft: t('soft'),
  medium: t('medium'),
  loud: t('loud'),
};
