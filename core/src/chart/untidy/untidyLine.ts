import { ownNameWord } from '../../chord/ownNames.ts';
import { ordinalOf } from '../../kit/words.ts';
import { feltBeats, type Meter } from '../meter.ts';
import { numbersOfWord, type ChordReading } from './chordWords.ts';
import { readShortHeading } from './sectionWords.ts';

/** What stands around a line that was typed in another hand than the chart's. */
export interface AroundLine extends ChordReading {
  readonly meter: Meter;
  /** A section is open. */
  readonly inSections: boolean;
  /** Bars stand above it in its section. */
  readonly hasBars: boolean;
}

/** What such a line is, and the texts that would say it in the chart's own way, the likeliest first. */
export interface UntidyLine {
  /** What the line is: where it is bars they are read as far as they can be. */
  readonly kind: 'heading' | 'direction' | 'words' | 'bars';
  readonly message: string;
  readonly instead: readonly string[];
}

/**
 * Reads a line as musicians write it elsewhere: a section in brackets, chords between dashes and commas, roman numerals, letters,
 * repeat signs, strokes for beats, words under bars, what is done there.
 * @returns null for a line that is none of these
 */
export function untidyLine(text: string, around: AroundLine): UntidyLine | null {
  const typed = text.trim();
  if (typed === '') return null;
  const heading = readShortHeading(typed);
  if (heading) {
    const { name, times, remark } = heading;
    const said = remark ? `\n  * ${remark}` : '';
    return {
      kind: 'heading',
      message: 'The name of a section stands on a line of its own and ends in a colon.',
      instead: [`${name}${times > 1 ? ` x${times}` : ''}:${said}`],
    };
  }
  const way = navigation.exec(typed);
  if (way && around.inSections)
    return {
      kind: 'direction',
      message:
        'What is done here is a direction: it begins with *. The order of the sections stands above them, after road:.',
      instead: [`* ${typed}`],
    };
  const ending = /^(\d)(?:\.|\)|:)\s+(.+)$/.exec(typed);
  if (ending && around.hasBars) {
    const bars = readBars(ending[2]!, around);
    if (bars.length > 0)
      return {
        kind: 'bars',
        message: 'Bars that are played at one time only stand after the name of their ending.',
        instead: bars.map((one) => `${ordinalOf(Number(ending[1]))} ending: ${one}`),
      };
  }
  const again = repeated(typed);
  const bars = readBars(again.text, around);
  if (bars.length > 0) {
    const instead = bars.map((one) => Array.from({ length: again.times }, () => one).join(' | '));
    // What reads in numbers already, and is only parted otherwise, the chart itself says more of.
    const isOwn = again.times === 1 && !isTranslated(typed, bars[0]!);
    return isOwn ? null : { kind: 'bars', message: messageOf(again.times), instead };
  }
  if (around.inSections && !hasOwnName(typed, around) && isSung(typed, around))
    return around.hasBars
      ? { kind: 'words', message: 'Words that are sung begin with >.', instead: [`> ${typed}`] }
      : {
          kind: 'direction',
          message: 'What is done in a section begins with *.',
          instead: [`* ${typed}`],
        };
  return null;
}

/** Whether a line came to be bars by more than bar lines between its words. */
function isTranslated(typed: string, bars: string): boolean {
  const words = (text: string) =>
    text
      .split(/[\s|]+/)
      .filter(Boolean)
      .join(' ');
  return words(typed) !== words(bars) || /\|\s*\|/.test(typed);
}

const messageOf = (times: number) =>
  times > 1
    ? 'Bars that are played again stand here again, or their section says how often it is played.'
    : 'Chords are numbers, and a bar line stands between two bars.';

/** Words by which players find their way, and what they do there. */
const navigation =
  /^(?:d\.?\s?[sc]\.?(?:\s|$)|da capo|dal segno|to (?:the )?coda|al (?:coda|fine)|fine\b|repeat\b|back to\b|go to\b|rit(?:\.|ard)|accel|rall|a tempo|tacet|hold\b|build\b|drums\b|band\b|all in\b|everyone\b|softly\b|big\b)/i;

/** A line between repeat signs, or with the number of times after it: `||: 1 | 4 :||`, `1 | 4 (x2)`. */
function repeated(typed: string): { readonly text: string; readonly times: number } {
  const spoken = /^(.*?[^|\s])\s*\|?\s*\(?repeat(?:\s+x?(\d{1,2})\s*(?:x|×|times)?)?\)?$/i.exec(
    typed,
  );
  if (spoken) return { text: spoken[1]!, times: Math.min(16, Math.max(2, Number(spoken[2] ?? 2))) };
  const said =
    /^(.*?)\s*(?:\(\s*(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*[x×])\s*\)|[x×]\s?(\d{1,2})|(\d{1,2})[x×])\s*$/i.exec(
      typed,
    );
  const line = said ? said[1]! : typed;
  const signs = /^(?:\|{0,2}:|:)\s*(.*?)\s*(?::\|{0,2}|:)$/.exec(line);
  const text = (signs ? signs[1]! : line).replace(/\|{2,}/g, '|');
  const times = said ? Number(said.slice(2).find((one) => one !== undefined)) : signs ? 2 : 1;
  return { text, times: times >= 1 && times <= 16 ? times : 1 };
}

/**
 * A line that reads as it stands and could well be meant otherwise: strokes as many as several bars have beats, or a chord on each
 * beat in a chart that has no bar line anywhere. What it would be then; null for a line that says one thing.
 */
export function otherBars(
  typed: string,
  meter: Meter,
  hasBarLines: boolean,
): { readonly message: string; readonly instead: string } | null {
  if (typed.includes('|') || /[{(%~]/.test(typed)) return null;
  const words = typed.trim().split(/\s+/);
  const beats = feltBeats(meter).length;
  const bars = words.length / beats;
  const isStroke = (word: string) => word === '/';
  if (words.some(isStroke) && Number.isInteger(bars) && bars > 1 && !isStroke(words[0]!)) {
    const parts = words.map((word) => [isStroke(word) ? '.' : word]);
    const instead = inBars(parts, meter).map((bar) => bar.map(([word]) => word).join(' '));
    return {
      message: `As beats of ${beats} to a bar these are ${bars} bars.`,
      instead: instead.join(' | '),
    };
  }
  if (hasBarLines || bars !== 1 || beats < 3 || !words.every((word) => /^[b#♭♯]?[1-7]/u.test(word)))
    return null;
  return {
    message:
      'This is one bar, with a chord on each beat. If each chord is a bar, a bar line stands between them.',
    instead: words.join(' | '),
  };
}

/** The line as bars of the chart, in each way it can be meant; none where a word of it is no chord. */
function readBars(typed: string, around: AroundLine): string[] {
  const parted = inSigns(typed)
    .replace(/\s*(?:→|⇒|->|=>|–|—|;|,|·|•)\s*|\s+>\s+/gu, ' | ')
    .replace(/([^\s|])\s+-\s+(?=[^\s|])/g, '$1 | ')
    // 1-5-6-4 is a chain of chords; 6-7 is one, a minor seventh.
    .replace(chain, (all) => all.replaceAll('-', ' | '))
    .replace(/\|{2,}/g, '|');
  const hasBarLines = parted.includes('|');
  const cells: string[][][] = [];
  for (const cell of parted.split('|')) {
    const words: string[][] = [];
    for (const word of cell
      .trim()
      .split(/\s+/)
      .filter((one) => one !== '')) {
      const read = readWord(word, around);
      if (!read) return [];
      words.push(...read);
    }
    if (words.length > 0) cells.push(words);
  }
  if (!cells.some((words) => words.some(([word]) => isChord(word!)))) return [];
  const bars = hasBarLines ? cells : inBars(cells[0]!, around.meter);
  const most = Math.min(2, Math.max(...bars.flat().map((ways) => ways.length)));
  return Array.from({ length: most }, (_, way) =>
    bars.map((words) => words.map((ways) => ways[way] ?? ways[0]!).join(' ')).join(' | '),
  );
}

/** What others say in words or with a space, in the signs of a chart. */
function inSigns(typed: string): string {
  return (
    typed
      // A list of lines is no music.
      .replace(/^[-•*]\s+(?=[b#♭♯]?[1-7A-GIV])/u, '')
      // Strokes one after the other are beats.
      .replace(/(?<=\s)-(?=\s+-(?:\s|$))|(?<=\s-\s+)-(?=\s|$)/g, '.')
      .replace(/(?<=[1-7])\s+(?:minor|min|m)(?=7?(?:[\s|/]|$))/g, 'm')
      .replace(/(?<=[1-7])\s+(?:major|maj|M)(?=7(?:[\s|/]|$))/g, 'maj')
      .replace(/(?<=[1-7])\s+(?:major|maj)(?=[\s|/]|$)/g, '')
      .replace(/(?<=[1-7])\s+(?=(?:sus[24]?|dim7?|aug|add[249])(?:[\s|/]|$))/g, '')
      .replace(/(?<=[1-7])\s+dom7(?=[\s|/]|$)/g, '7')
      .replace(/(?<=[^\s|])\s+(?:over|on)\s+(?=[b#♭♯]?[1-7](?:[\s|]|$))/gu, '/')
      .replace(/(?<=[^\s|(])\s*\(hold\)/gi, '^')
      .replace(/(?<=^|[\s|])\(?(?:rest|tacet|silence)\)?(?=$|[\s|])/gi, '_')
  );
}

const chain = /(?<![^\s|])[b#♭♯]?[1-7][^\s|-]*(?:-[b#♭♯]?[1-7][^\s|-]*){2,}(?![^\s|])/gu;

const isChord = (word: string) => word !== '.' && word !== '_' && word !== '%';

/** One word as parts of a bar, each in the ways it can be meant; null for what is no chord. */
function readWord(word: string, around: AroundLine): string[][] | null {
  if (/^[./-]+$/.test(word)) return Array.from({ length: word.length }, () => ['.']);
  if (word === '%') return [['%']];
  const whole = numbersOfWord(word, around);
  if (whole.length > 0) return [[...whole]];
  // Beats stand right behind their chord: 1...4... and 1---4---.
  const parts = [...word.matchAll(/(?<chord>[^.-]+(?:-[^.-]+)*?)(?<held>\.+|-{2,})/g)];
  if (parts.length === 0 || parts.reduce((sum, [all]) => sum + all.length, 0) !== word.length)
    return null;
  const read = parts.map(({ groups }) => {
    const ways = numbersOfWord(groups!['chord']!, around);
    return ways.length === 0
      ? null
      : [[...ways], ...Array.from({ length: groups!['held']!.length }, () => ['.'])];
  });
  return read.some((one) => one === null) ? null : read.flatMap((one) => one!);
}

/** Chords without a bar line: strokes are beats, of which the metre says how many make a bar; without any each chord has one. */
function inBars(words: string[][], meter: Meter): string[][][] {
  const beats = feltBeats(meter).length;
  if (!words.some(([word]) => word === '.')) return words.map((word) => [word]);
  if (words.length % beats !== 0 || words[0]![0] === '.') return [words];
  return Array.from({ length: words.length / beats }, (_, bar) =>
    words.slice(bar * beats, (bar + 1) * beats),
  );
}

/** True for a line of plain words: it has some of two letters and more, more of them are no chords than are, and none is a number. */
function isSung(typed: string, around: AroundLine): boolean {
  const words = typed.split(/[\s|]+/).filter((one) => /[\p{L}\p{N}]/u.test(one));
  const isKnown = (word: string) => numbersOfWord(word, around).length > 0;
  if (typed.includes('{') || words.some((word) => /[1-7]/.test(word) && isKnown(word)))
    return false;
  const others = words.filter((word) => /^[^\p{L}\p{N}]*\p{L}/u.test(word) && !isKnown(word));
  return 2 * others.length > words.length && others.some((word) => /\p{L}{2}/u.test(word));
}

/** Whether one of the words is a name that the chart gives to a shape: then the line is one of bars. */
function hasOwnName(typed: string, { style }: AroundLine): boolean {
  if (!style.names) return false;
  const words = typed.split(/[\s|]+/).map((word) => ownNameWord.exec(word.replace(/^<+r?/, '')));
  return words.some((found) =>
    style.names!.some(({ name }) => name.toLowerCase() === found?.groups?.['name']?.toLowerCase()),
  );
}
