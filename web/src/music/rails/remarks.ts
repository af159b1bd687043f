import {
  printPatternBars,
  sameKey,
  type SaidHands,
  type Section,
  type Texture,
  type Textures,
} from '@intervallum/core';
import { keyName, type ChartView } from './view.ts';
import {
  dynamicNames,
  leftWishName,
  octaveName,
  pedallingNames,
  rightWishName,
  schoolNames,
} from '../../words/choiceNames.ts';
import { t } from '../../words/words.ts';

/** What is said of a section beside its name, a line each. */
export function remarksOf(section: Section, view: ChartView): string[] {
  const { lift } = view;
  const isLifted = lift && !sameKey(lift.from, view.key);
  return [
    ...(isLifted
      ? [t('in {{key}}', { key: keyName(view.key, { language: view.letterStyle.language }) })]
      : []),
    ...(section.times > 1
      ? [section.times === 2 ? t('twice') : t('{{times}} times', { times: section.times })]
      : []),
    ...(section.open ? [t('until the signal')] : []),
    ...(section.tempo === undefined ? [] : [t('tempo {{tempo}}', { tempo: section.tempo })]),
    ...section.directions,
    ...texturesInWords(section.textures),
    ...handsInWords(section.hands),
  ];
}

/** What the hands of a section do, and what they do in single bars of it. */
export function texturesInWords(textures: Textures): string[] {
  const inSection = (['right', 'left'] as const).flatMap((hand) => {
    const texture = textures[hand];
    if (!texture) return [];
    const how = textureInWords(texture);
    return [hand === 'left' ? t('left hand: {{how}}', { how }) : t('right hand: {{how}}', { how })];
  });
  const inBars = textures.bars.map(({ hand, bar, texture }) => {
    const how = textureInWords(texture);
    return hand === 'left'
      ? t('left hand in bar {{bar}}: {{how}}', { bar, how })
      : t('right hand in bar {{bar}}: {{how}}', { bar, how });
  });
  return [...inSection, ...inBars];
}

/** As many characters of the steps of a pattern without a name are shown: a bar of eighths. */
const mostShown = 24;

/** A pattern by its name, or by its steps where it has none. */
function textureInWords({ pattern, name, dynamic }: Texture): string {
  const steps = typeof pattern === 'string' ? pattern : printPatternBars(pattern);
  const shown = steps.length > mostShown ? `${steps.slice(0, mostShown).trimEnd()} …` : steps;
  const said = name === null ? shown : `“${name}”`;
  return dynamic === 'medium' ? said : `${said}, ${dynamicNames[dynamic]}`;
}

/** What the chart says of the hands of a section. */
function handsInWords({ school, left, right, loudness, pedalling, octaves }: SaidHands): string[] {
  return [
    ...(school ? [schoolNames[school]] : []),
    ...(left ? [t('left hand: {{how}}', { how: leftWishName(left) })] : []),
    ...(right ? [t('right hand: {{how}}', { how: rightWishName(right) })] : []),
    ...(octaves ? [octaveName(octaves)] : []),
    ...(loudness ? [dynamicNames[loudness]] : []),
    ...(pedalling ? [t('pedal: {{how}}', { how: pedallingNames[pedalling] })] : []),
  ];
}
