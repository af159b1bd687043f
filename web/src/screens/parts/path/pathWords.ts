import type { Key, SongStep, StepFact, StepName } from '@intervallum/core';
import { pitchIn } from '../../../lenses/key/keyFacts.ts';
import type { ReaderSettings } from '../../../settings/reader.ts';
import { t } from '../../../words/words.ts';

/** The steps of the work on a song, as they are called. */
export const stepTitles: Readonly<Record<StepName, string>> = {
  chart: t('Chart'),
  hands: t('Hands'),
  moves: t('Moves'),
  fills: t('Fills'),
  key: t('Key'),
  share: t('Share'),
};

export const stateNames: Readonly<Record<SongStep['state'], string>> = {
  done: t('done'),
  settled: t('good as it is'),
  left: t('left to do'),
};

/** How a step and its state are told to whoever does not see the sign. */
export function stepInWords({ name, state }: SongStep): string {
  return `${stepTitles[name]}: ${stateNames[state]}`;
}

/** What there is to say of a step: what is left of it, where something is. */
export function factsInWords(
  { facts, state }: SongStep,
  key: Key,
  names: Pick<ReaderSettings, 'language'>,
): string {
  const said = facts.map((fact) => factInWords(fact, key, names));
  // What is done of a step stands behind what is left of it.
  return (state === 'done' ? said : said.slice(0, told)).filter(Boolean).join(' ');
}

/** So much of a step is told at once: what comes first is what one does. */
const told = 2;

function factInWords(fact: StepFact, key: Key, names: Pick<ReaderSettings, 'language'>): string {
  switch (fact.kind) {
    case 'empty':
      return t('No chord is written yet: write on the chart, or bring one in.');
    case 'problems':
      return t('{{count}} things in the text cannot be read.', { count: fact.count });
    case 'silent':
      return t('No chord stands in: {{sections}}.', { sections: fact.sections.join(', ') });
    case 'no tempo':
      return t('No tempo is said.');
    case 'written':
      return t('{{count}} bars as it is played.', { count: fact.bars });
    case 'hands as found':
      return t('Nothing is decided: it is played as the search finds it.');
    case 'hands decided':
      return [
        fact.own > 0 && t('{{count}} decisions of your own.', { count: fact.own }),
        fact.inChart > 0 && t('{{count}} are said in the chart.', { count: fact.inChart }),
      ]
        .filter(Boolean)
        .join(' ');
    case 'no intro':
      return t('It has no intro.');
    case 'no ending':
      return t('It has no ending.');
    case 'intro':
      return t('An intro of {{count}} bars.', { count: fact.bars });
    case 'ending':
      return t('It has an ending.');
    case 'no runs':
      return t('No run is placed.');
    case 'runs':
      return t('{{count}} runs are placed.', { count: fact.count });
    case 'nobody named':
      return t('Nobody is named who sings it.');
    case 'no voice':
      return t('The voice of {{who}} is not known.', { who: fact.who });
    case 'no range':
      return t('What is sung is not known: no tune, no range.');
    case 'strains': {
      const values = {
        ...{ who: fact.who, note: pitchIn(fact.note, key, names), count: Math.abs(fact.by) },
      };
      return fact.by > 0
        ? t('{{who}} would sing {{note}}: {{count}} half steps too high.', values)
        : t('{{who}} would sing {{note}}: {{count}} half steps too low.', values);
    }
    case 'suits':
      return t('It suits {{who}}.', { who: fact.who.join(', ') });
    case 'key said':
      return t('The service says its key.');
    case 'no link':
      return t('No link is open.');
    case 'links':
      return t('{{count}} links are open.', { count: fact.count });
    case 'links not known':
      return t('Whether a link is open is not known now.');
  }
}
