import { sameKey, type SaidHands, type Section, type Textures } from '@intervallum/core';
import { keyName, type ChartView } from './view.ts';
import {
  dynamicNames,
  leftWishName,
  octaveName,
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
    ...section.directions,
    ...texturesInWords(section.textures),
    ...handsInWords(section.hands),
  ];
}

/** What the hands of a section do; a pattern without a name is the player's own. */
export function texturesInWords(textures: Textures): string[] {
  return (['right', 'left'] as const).flatMap((hand) => {
    const texture = textures[hand];
    if (!texture) return [];
    const name = typeof texture.pattern === 'string' ? texture.pattern : t('a pattern of its own');
    const how = texture.dynamic === 'medium' ? name : `${name}, ${dynamicNames[texture.dynamic]}`;
    return [hand === 'left' ? t('left hand: {{how}}', { how }) : t('right hand: {{how}}', { how })];
  });
}

/** What the chart says of the hands of a section. */
function handsInWords({ school, left, right, loudness, octaves }: SaidHands): string[] {
  return [
    ...(school ? [schoolNames[school]] : []),
    ...(left ? [t('left hand: {{how}}', { how: leftWishName(left) })] : []),
    ...(right ? [t('right hand: {{how}}', { how: rightWishName(right) })] : []),
    ...(octaves ? [octaveName(octaves)] : []),
    ...(loudness ? [dynamicNames[loudness]] : []),
  ];
}
