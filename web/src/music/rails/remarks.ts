import { sameKey, type Section, type Textures } from '@intervallum/core';
import { keyName, type ChartView } from './view.ts';

/** What is said of a section beside its name, a line each. */
export function remarksOf(section: Section, view: ChartView): string[] {
  const { lift } = view;
  const isLifted = lift && !sameKey(lift.from, view.key);
  return [
    ...(isLifted ? [`in ${keyName(view.key, { language: view.letterStyle.language })}`] : []),
    ...(section.times > 1 ? [section.times === 2 ? 'twice' : `${section.times} times`] : []),
    ...(section.open ? ['until the signal'] : []),
    ...section.directions,
    ...texturesInWords(section.textures),
  ];
}

/** What the hands of a section do; a pattern without a name is the player's own. */
function texturesInWords(textures: Textures): string[] {
  return (['right', 'left'] as const).flatMap((hand) => {
    const texture = textures[hand];
    if (!texture) return [];
    const name = typeof texture.pattern === 'string' ? texture.pattern : 'a pattern of its own';
    return [`${hand} hand: ${name}${texture.dynamic === 'medium' ? '' : `, ${texture.dynamic}`}`];
  });
}
