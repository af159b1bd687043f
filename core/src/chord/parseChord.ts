import {
  failure,
  movedTo,
  placeInLine,
  quoted,
  replaceWith,
  sayAs,
  success,
  type Problem,
  type Repair,
  type Result,
} from '../kit/result.ts';
import { isLike } from '../kit/words.ts';
import { formatDegree, readDegree, toRelative, type Degree } from '../pitch/degree.ts';
import type { Chord, NamedChord } from './chord.ts';
import { chordHints } from './chordHints.ts';
import { onRoot, ownNameWord } from './ownNames.ts';
import { parseQuality } from './parseQuality.ts';
import { bareTriad, plainStyle, type BareTriad, type NumberStyle } from './reading.ts';

/** Longer than any chord that a hand could hold; what is longer was pasted by mistake. */
const longestChord = 40;

/** How the numbers in a text are to be read. `own tonic` is for minor keys only. */
export type NumberReading = Pick<NumberStyle, 'reading' | 'minor' | 'names'> & {
  /** As charts were read before b9, #11 and b13 made a dominant of a number in key (`chart/earlier`). */
  readonly earlier?: boolean;
};

/**
 * Reads a chord in numbers: a degree, its quality, perhaps a slash and a bass degree; a stack of fourths;
 * or a shape over a shell over a bass.
 * @example parseChord('b7(13#11)/3')
 * @example parseChord('27', { reading: 'in key' }) // 2m7
 */
export function parseChord(text: string, options: Partial<NumberReading> = {}): Result<Chord> {
  const style: ReadStyle = { ...plainStyle, ...options };
  if (text.length > longestChord) {
    return refuse(
      text,
      0,
      text.length,
      `${quoted(text)} is too long for one chord. Part chords with spaces.`,
    );
  }
  const own = readOwn(text, style);
  if (own) return own;
  if (text.startsWith('[')) return parseStack(text, style);
  if (text.includes('/[')) return parseLayered(text, style);
  return parseNamed(text, style);
}

type ReadStyle = NumberStyle & Pick<NumberReading, 'earlier'>;

/** A chord by a player's own name: a shape of the key over a bass, `four/2`, or one of a chord on a degree, `open@4/5`. */
function readOwn(text: string, style: ReadStyle): Result<Chord> | null {
  const { name, on, bass: over } = ownNameWord.exec(text)?.groups ?? {};
  const own = style.names?.find((one) => one.name.toLowerCase() === name?.toLowerCase());
  if (!own) return null;
  const slash = over === undefined ? '' : `/${over}`;
  if (own.of === 'key' && on !== undefined) {
    const message = `${quoted(own.name)} is a shape of the key: it stands where it is, perhaps over a bass.`;
    return refuse(text, 0, text.length, message, [replaceWith(own.name + slash)]);
  }
  const bass = over === undefined ? null : readBass(text, over);
  if (bass && !bass.ok) return bass;
  const under = bass && stored(bass.value, style);
  if (own.of === 'key') return success({ kind: 'stack', degrees: own.degrees, bass: under });
  const root = on === undefined ? null : readDegree(on);
  if (root?.rest !== '') {
    const message = `${quoted(own.name)} is a shape of a chord: after @ stands the degree it is put on.`;
    return refuse(text, 0, text.length, message, [replaceWith(`${own.name}@1${slash}`)]);
  }
  return success({ ...onRoot(stored(root.degree, style), own.figures), bass: under });
}

/** A degree with its quality, perhaps over a bass. */
function parseNamed(text: string, style: ReadStyle): Result<NamedChord> {
  const read = readDegree(text);
  if (!read) return unknownName(text, style) ?? refuseDegree(text);

  const split = splitBass(read.rest);
  const qualityStart = text.length - read.rest.length;
  const lateSign = /^(bb?|##?|♭♭?|♯♯?)$/u.exec(split.quality);
  if (lateSign) {
    const meant =
      lateSign[0] + formatDegree(read.degree) + (split.bass === null ? '' : `/${split.bass}`);
    return refuse(text, 0, text.length, `An accidental stands before the number: ${meant}.`, [
      replaceWith(meant),
    ]);
  }

  const root = stored(read.degree, style);
  const quality = parseQuality(split.quality, triadOf(root, style));
  if (!quality.ok) {
    if (quality.problem.message === 'unsaid') return unsaid(text, read.degree, read.rest);
    const { start, length, message, instead, isSame } = quality.problem;
    return refuse(
      text,
      qualityStart + start,
      Math.max(length, 1),
      message,
      instead.map(isSame ? sayAs : replaceWith),
    );
  }

  const bass = split.bass === null ? null : readBass(text, split.bass);
  if (bass && !bass.ok) return bass;
  const chord: NamedChord = {
    kind: 'named',
    root,
    figures: quality.figures,
    bass: bass && stored(bass.value, style),
  };
  const tooFar = [chord.root, chord.bass].some((degree) => degree && Math.abs(degree.alter) > 2);
  if (tooFar) {
    return refuse(
      text,
      0,
      text.length,
      'Counted from the relative major this needs three accidentals; write its simpler name.',
    );
  }
  return success(chord, chordHints(text, chord, quality, style));
}

/** Degrees of the key on top of each other, perhaps over a bass: `[2-5-1]`, `[3-5-1]/6`. */
function parseStack(text: string, style: NumberStyle): Result<Chord> {
  const [, inside, over] = /^\[([^\]]*)\](?:\/(.*))?$/.exec(text) ?? [];
  const reads = inside?.split('-').map((part) => readDegree(part.trim()));
  if (!reads || reads.some((read) => read?.rest !== '') || reads.length < 3 || reads.length > 6) {
    const message =
      'A stack is three to six degrees in brackets, from the lowest up, parted by hyphens.';
    return refuse(text, 0, text.length, message, [replaceWith('[2-5-1]')]);
  }
  const bass = over === undefined ? null : readBass(text, over);
  if (bass && !bass.ok) return bass;
  return success({
    kind: 'stack',
    degrees: reads.map((read) => stored(read!.degree, style)),
    bass: bass && stored(bass.value, style),
  });
}

/** A shape over a shell over a bass: `2M/[57]/5`. */
function parseLayered(text: string, style: ReadStyle): Result<Chord> {
  const found = /^([^/]+)\/\[([^\]]+)\]\/([^/]+)$/.exec(text);
  if (!found) {
    const message = 'A shape over a shell over a bass is written as in 2M/[57]/5.';
    return refuse(text, 0, text.length, message, [replaceWith('2M/[57]/5')]);
  }
  const [, upperText, shellText, bassText] = found as unknown as [string, string, string, string];
  const upper = parseNamed(upperText, style);
  if (!upper.ok) return upper;
  const shell = parseNamed(shellText, style);
  if (!shell.ok) return failure(movedTo(shell.problems[0]!, 1, upperText.length + 2));
  if (!shell.value.figures.some(({ figure }) => figure === 7)) {
    const message = `A shell holds a seventh; ${quoted(shellText)} has none.`;
    return refuse(text, upperText.length + 2, shellText.length, message, [
      replaceWith(`${shellText}7`),
    ]);
  }
  const bass = readBass(text, bassText);
  if (!bass.ok) return bass;
  const shape = ({ root, figures }: NamedChord) => ({ root, figures });
  return success({
    kind: 'layered',
    upper: shape(upper.value),
    shell: shape(shell.value),
    bass: stored(bass.value, style),
  });
}

function triadOf(root: Degree, style: ReadStyle): BareTriad {
  const triad = bareTriad(root, style);
  return triad === 'unsaid' || !style.earlier ? triad : { ...triad, keeps: true };
}

function stored(degree: Degree, style: NumberStyle): Degree {
  return style.minor === 'own tonic' ? toRelative(degree) : degree;
}

/** Parts the quality from the bass at the last slash outside parentheses; the slash of 6/9 is none of these. */
function splitBass(rest: string): { quality: string; bass: string | null } {
  const slash = rest.lastIndexOf('/');
  const inside = rest.indexOf(')', slash) >= 0;
  const sixNine = /6\/9(?!\d)/.test(rest.slice(slash - 1));
  if (slash < 0 || inside || sixNine) return { quality: rest, bass: null };
  return { quality: rest.slice(0, slash), bass: rest.slice(slash + 1) };
}

function readBass(text: string, bass: string): Result<Degree> {
  const read = readDegree(bass);
  if (read?.rest === '') return success(read.degree);
  const start = text.length - bass.length;
  const sixNine = bass === '9' && /^[b#♭♯]?[1-7]$/u.test(text.slice(0, start - 1));
  if (sixNine) {
    return refuse(
      text,
      0,
      text.length,
      `${quoted(text)} could be a six-nine chord or a slash chord, and 9 is no degree.`,
      [replaceWith('1(6/9)')],
    );
  }
  const repairs = read ? [replaceWith(formatDegree(read.degree))] : [];
  return refuse(
    text,
    bass === '' ? start - 1 : start,
    Math.max(bass.length, 1),
    'After the slash stands one degree of the key, 1 to 7, for the bass.',
    repairs,
  );
}

/** A bare 3, 6 or 7 among in-key numbers counted from a minor home note: the key has none there. */
function unsaid(text: string, degree: Degree, rest: string): Result<never> {
  const flat = formatDegree({ ...degree, alter: -1 }) + rest;
  const repairs = [replaceWith(flat)];
  if (degree.step === 7) repairs.push(replaceWith('7dim7'));
  const number = formatDegree(degree);
  return refuse(
    text,
    0,
    text.length,
    `In a minor key counted from its own tonic a bare ${number} is in doubt: the key has b${number} there.`,
    repairs,
  );
}

function refuseDegree(text: string) {
  return refuse(text, 0, text.length, degreeMessage(text), degreeRepairs(text));
}

/** A word that is none of the names which the chart gives, and looks like one. */
function unknownName(text: string, { names }: ReadStyle) {
  const { name } = ownNameWord.exec(text)?.groups ?? {};
  const near = names?.filter((own) => name && isLike(name.toLowerCase(), own.name.toLowerCase()));
  if (!name || !near || near.length === 0) return null;
  return refuse(
    text,
    0,
    name.length,
    `${quoted(name)} is no name that this chart gives. There are ${names!.map((own) => own.name).join(', ')}.`,
    near.map((own) => replaceWith(own.name)),
  );
}

function degreeMessage(text: string): string {
  if (text === '') return 'There is no chord here.';
  if (/^[b#♭♯]*[089]/u.test(text)) {
    return `${quoted(text)} does not begin with a degree: degrees run from 1 to 7.`;
  }
  if (/^[A-Ga-g]/.test(text)) {
    return `${quoted(text)} is written in letters; a chart is written in numbers, 1 to 7.`;
  }
  return `${quoted(text)} does not begin with a degree, 1 to 7, perhaps with b or # before it.`;
}

function degreeRepairs(text: string): Repair[] {
  const rest = /^[b#♭♯]?[89](.*)$/u.exec(text);
  return rest ? [replaceWith((text.includes('8') ? '1' : '2') + rest[1]!)] : [];
}

function refuse(
  text: string,
  start: number,
  length: number,
  message: string,
  repairs: readonly Repair[] = [],
): { readonly ok: false; readonly problems: Problem[] } {
  const place = placeInLine(start, Math.max(1, Math.min(length, Math.max(text.length - start, 1))));
  return failure({ severity: 'problem', message, place, repairs });
}
