import { accidentals, type Signs } from '../pitch/note.ts';
import { alterOfFigure, hasFigure, type Figure, type FigureNumber } from './chord.ts';
import { majorTriad, plainSymbols, type BareTriad, type Symbols } from './reading.ts';

type TriadWord = '' | 'm' | 'M' | 'dim' | 'aug';

/** The altered dominant, which has a name of its own: b9, #9, #11 and b13 over third and seventh. */
const alteredDominant = '1:0 3:0 7:-1 9:-1 9:1 11:1 13:-1';
const powerChord = '1:0 5:0';
const halfDiminished = '1:0 3:-1 5:-1 7:-1';

/**
 * The one canonical spelling of a chord's figures, without its root: `m7`, `13sus`, `7#5#9`, `m(maj7)`.
 * `bare` is what the number alone says of the triad, so that in key a 2m7 prints `7` and a major 2 prints `M`;
 * after a letter it is the major triad.
 */
export function printQuality(
  figures: readonly Figure[],
  bare: BareTriad = majorTriad,
  signs: Signs = 'typed',
  symbols: Symbols = plainSymbols,
): string {
  const set = figures.map(({ figure, alter }) => `${figure}:${alter}`).join(' ');
  if (set === alteredDominant) return '7alt';
  if (set === powerChord) return '5';
  if (set === halfDiminished && symbols.halfDiminished === 'ø' && !isBareDiminished(bare))
    return 'ø';

  const tensions = printTensions(figures, signs);
  const forced =
    alterOfFigure(figures, 7) === 0 ||
    /[#♯](?:5|9|11)|[b♭](?:9|13)/u.test(tensions.altered + raisedFifth(figures));
  const { word, saysFifth } = triadWord(figures, bare, forced);
  const altered = (saysFifth ? '' : alteredFifth(figures, signs)) + tensions.altered;
  const suspension = printSuspension(figures);
  const end = tensions.added + printOmitted(figures);
  const body = printBody(figures);

  const said = suspension
    ? join(word, body, '', symbols) + suspension + (altered && `(${altered})`)
    : join(word, body, altered, symbols);
  return said + end;
}

function isBareDiminished(bare: BareTriad): boolean {
  return bare !== 'unsaid' && bare.fifth === -1;
}

/** M must not run into a figure (M7 is a major seventh), and m(maj7) keeps its parentheses. */
function join(word: TriadWord, body: string, altered: string, symbols: Symbols): string {
  const sign = word === 'm' ? symbols.minor : word === 'dim' ? symbols.diminished : word;
  const figure = symbols.majorSeventh === '△' ? body.replace('maj', '△') : body;
  if (word === 'M' && /^\d/.test(body)) return `M(${figure}${altered})`;
  if (word !== '' && body.startsWith('6(')) return sign + figure + altered;
  if (word !== '' && body.startsWith('maj')) return `${sign}(${figure}${altered})`;
  return sign + figure + altered;
}

/** The word for the triad in this style, and whether it says the fifth as well. */
function triadWord(
  figures: readonly Figure[],
  bare: BareTriad,
  forced: boolean,
): { word: TriadWord; saysFifth: boolean } {
  const third = alterOfFigure(figures, 3);
  const fifth = alterOfFigure(figures, 5);
  const seventh = alterOfFigure(figures, 7);
  const inKey = bare === 'unsaid' ? majorTriad : bare;

  const isSaid =
    bare !== 'unsaid' &&
    bare.third === -1 &&
    third === -1 &&
    !forced &&
    seventh !== -2 &&
    (fifth === bare.fifth || fifth === null);
  if (isSaid) return { word: '', saysFifth: true };

  if (third === -1) {
    const diminished = fifth === -1 && seventh !== -1;
    return diminished ? { word: 'dim', saysFifth: true } : { word: 'm', saysFifth: fifth === 0 };
  }
  if (third === 0) {
    const augmented = fifth === 1 && seventh === null && !hasFigure(figures, 6);
    if (augmented) return { word: 'aug', saysFifth: true };
    const plain = forced || (bare !== 'unsaid' && bare.third === 0);
    return { word: plain ? '' : 'M', saysFifth: fifth === 0 };
  }
  const assumed = forced ? 0 : inKey.fifth;
  return {
    word: fifth === 0 && assumed !== 0 ? 'M' : '',
    saysFifth: fifth === 0 || fifth === assumed,
  };
}

function raisedFifth(figures: readonly Figure[]): string {
  return alterOfFigure(figures, 5) === 1 ? '#5' : '';
}

function alteredFifth(figures: readonly Figure[], signs: Signs): string {
  const fifth = alterOfFigure(figures, 5);
  return fifth ? `${accidentals(fifth, signs)}5` : '';
}

/** The figure that follows the triad word: 6, 6/9, 7, 9, 11 or 13, with `maj` for a major seventh. */
function printBody(figures: readonly Figure[]): string {
  const seventh = alterOfFigure(figures, 7);
  if (isMinorSixMajorSeven(figures)) return `6(maj${stackTop(figures)})`;
  if (seventh !== null) return `${seventh === 0 ? 'maj' : ''}${stackTop(figures)}`;
  if (!hasFigure(figures, 6)) return '';
  return hasFigure(figures, 9) ? '6/9' : '6';
}

/** 6m6(maj7), the minor colour with both raised tones, keeps the name players give it. */
function isMinorSixMajorSeven(figures: readonly Figure[]): boolean {
  return hasFigure(figures, 3, -1) && hasFigure(figures, 6) && hasFigure(figures, 7);
}

/** The highest figure over a seventh whose lower ones are there too, or have an alteration in their place. */
function stackTop(figures: readonly Figure[]): 7 | 9 | 11 | 13 {
  if (alterOfFigure(figures, 7) === -2) return 7;
  const ninth = alterOfFigure(figures, 9) !== null;
  if (ninth && hasFigure(figures, 13)) return 13;
  if (ninth && hasFigure(figures, 11)) return 11;
  return hasFigure(figures, 9) ? 9 : 7;
}

/** 13sus is the usual name of the sound with 2nd, 4th and 13th together; other suspensions say their figure. */
function printSuspension(figures: readonly Figure[]): string {
  if (alterOfFigure(figures, 3) !== null) return '';
  const both = figures.filter(({ figure }) => figure === 2 || figure === 4);
  const name = both.map(({ figure }) => `sus${figure}`).join('');
  const thirteenth = stackTop(figures) === 13 && alterOfFigure(figures, 7) === -1;
  return name === 'sus4' && thirteenth ? 'sus' : name;
}

/** Altered tones over a seventh stand bare; every other tone that the figure does not bring is added by name. */
function printTensions(
  figures: readonly Figure[],
  signs: Signs,
): { altered: string; added: string } {
  const suspended = alterOfFigure(figures, 3) === null;
  const seventh = alterOfFigure(figures, 7);
  let altered = '';
  let added = '';
  for (const { figure, alter } of figures) {
    const name = `${accidentals(alter, signs)}${figure}`;
    if (figure === 2 || figure === 4) added += suspended ? '' : `add${name}`;
    else if (figure === 6)
      added += seventh === null || isMinorSixMajorSeven(figures) ? '' : `add${name}`;
    else if (figure < 9 || isInBody(figures, figure, alter)) continue;
    else if (alter !== 0 && seventh !== null && seventh !== -2) altered += name;
    else added += `add${name}`;
  }
  return { altered, added };
}

function isInBody(figures: readonly Figure[], figure: FigureNumber, alter: number): boolean {
  if (alter !== 0) return false;
  if (alterOfFigure(figures, 7) === null) return figure === 9 && hasFigure(figures, 6);
  const top = stackTop(figures);
  return figure === 11 ? top === 11 : top !== 7 && figure <= top;
}

function printOmitted(figures: readonly Figure[]): string {
  const suspended = figures.some(({ figure }) => figure === 2 || figure === 4);
  const noThird = alterOfFigure(figures, 3) === null && !suspended;
  return (noThird ? 'omit3' : '') + (alterOfFigure(figures, 5) === null ? 'no5' : '');
}
