import type { OwnName } from '../../chord/ownNames.ts';
import { mostNames, readOwnName } from '../../chord/readOwnNames.ts';
import { patternLineNamed, readSongPattern, type SongPattern } from '../../chart/ownPatterns.ts';
import { readShape, shapeNamed, type PaletteShape } from '../../chart/namedShapes.ts';
import { handsLines, nothingSaidOfHands, readHandsLine } from '../../chart/saidHands.ts';
import type { Meter } from '../../chart/meter.ts';
import { lineLineNamed, type NamedLine } from '../../chart/played.ts';
import { readNamedLine } from '../../chart/read/readPlayed.ts';
import { readRangeSaid, type RangeSaid } from '../../chart/saidRange.ts';
import type { Song } from '../../chart/song.ts';
import type { TexturedHand } from '../../chart/steps.ts';
import { readTexture, type Texture } from '../../chart/texture.ts';
import { emptySong, oneLine } from '../imported.ts';
import { child, childrenOf, textOf, type XmlElement } from '../xml.ts';

/** What a score says of the song as a whole: its title, who made it, and what this program keeps there. */
export function headOf(root: XmlElement): Song {
  const identification = child(root, 'identification');
  const creators = childrenOf(identification, 'creator').map(({ text }) => oneLine(text, 80));
  const kept = keptIn(identification);
  const patterns = patternsIn(kept);
  return {
    ...emptySong,
    title: oneLine(textOf(root, 'work', 'work-title') || textOf(root, 'movement-title')),
    reading: kept['numbers'] === 'in key' ? 'in key' : 'as written',
    minor: kept['minor'] === 'own tonic' ? 'own tonic' : 'relative',
    range: rangeIn(kept['range']),
    patterns,
    textures: {
      left: textureIn(kept['left'], 'left', patterns),
      right: textureIn(kept['right'], 'right', patterns),
      bars: [],
    },
    shapes: shapesIn(kept),
    names: namesIn(kept),
    hands: handsLines.reduce((said, line) => {
      const read = readHandsLine(line, kept[line] ?? '', said);
      return read.ok ? read.value : said;
    }, nothingSaidOfHands),
    details: {
      by: [...new Set(creators)]
        .filter((name) => name !== '')
        .join(', ')
        .slice(0, 200),
      rights: oneLine(textOf(identification, 'rights')),
      singer: kept['singer'] ?? '',
      feel: kept['feel'] ?? '',
    },
  };
}

/** From where to where it is sung, where a score of ours says it. */
function rangeIn(said: string | undefined): RangeSaid | null {
  const read = said === undefined ? null : readRangeSaid(said);
  return read?.ok ? read.value : null;
}

/** What a score of ours says of a chart that a score has no sign for. */
function keptIn(identification: XmlElement | null): Readonly<Record<string, string>> {
  return Object.fromEntries(
    childrenOf(child(identification, 'miscellaneous'), 'miscellaneous-field').map((field) => {
      const name = field.attributes['name'] ?? '';
      // A line has several bars.
      return [name, lineLineNamed(name) ? oneLine(field.text, 4_000) : oneLine(field.text)];
    }),
  );
}

/** Named shapes, each a field of its own; what cannot be read is left out. */
function shapesIn(kept: Readonly<Record<string, string>>): PaletteShape[] {
  return Object.entries(kept).flatMap(([field, notes]) => {
    const name = shapeNamed(field);
    const read = name && readShape(oneLine(name), notes.replace('/', '|'), 'relative');
    return read && read.ok ? [read.value] : [];
  });
}

/** Named patterns likewise. */
function patternsIn(kept: Readonly<Record<string, string>>): SongPattern[] {
  return Object.entries(kept).flatMap(([field, steps]) => {
    const name = patternLineNamed(field);
    const read = name && readSongPattern(oneLine(name), steps.replaceAll('/', '|'));
    return read && read.ok ? [read.value] : [];
  });
}

/** Named lines of a hand likewise; they are in the metre of the song, which the first measure says. */
export function namedLinesIn(root: XmlElement, meter: Meter): NamedLine[] {
  return Object.entries(keptIn(child(root, 'identification'))).flatMap(([field, bars]) => {
    const name = lineLineNamed(field);
    const place = { meter, minor: 'relative' } as const;
    const read = name && readNamedLine(oneLine(name), bars.replaceAll('/', '|'), place);
    return read && read.ok ? [read.value] : [];
  });
}

/** A player's own names likewise, each once. */
function namesIn(kept: Readonly<Record<string, string>>): OwnName[] {
  const names = new Map<string, OwnName>();
  for (const [field, value] of Object.entries(kept)) {
    const name = /^name ([A-Za-z]+)$/.exec(field)?.[1];
    const read = name && readOwnName(name, value, 'relative');
    if (read && read.ok && names.size < mostNames) names.set(name.toLowerCase(), read.value);
  }
  return [...names.values()];
}

function textureIn(
  text: string | undefined,
  hand: TexturedHand,
  patterns: readonly SongPattern[],
): Texture | null {
  const read = readTexture(text ?? '', hand, patterns);
  return read.ok ? read.value : null;
}
