import type { Reading } from '../chord/chord.ts';
import type { MinorSchool } from '../pitch/degree.ts';
import { parseKey } from '../pitch/key.ts';
import { failure, placeInLine, quoted, replaceWith, success, type Result } from '../kit/result.ts';
import { commonTime, parseMeter } from './meter.ts';
import { readRoad } from './road.ts';
import type { Song, SongDetails, Swing } from './song.ts';
import { handsLines, nothingSaidOfHands, readHandsLine } from './saidHands.ts';
import { readRangeSaid } from './saidRange.ts';
import { noTextures, readTexture } from './texture.ts';

/** The fields above the first section, in the order they are printed. */
export const fieldNames = [
  'title',
  'by',
  'singer',
  'key',
  'meter',
  'tempo',
  'swing',
  'feel',
  'numbers',
  'minor',
  'left',
  'right',
  ...handsLines,
  'range',
  'road',
  'rights',
] as const;
export type FieldName = (typeof fieldNames)[number];

/** Longest value of a field, in characters; a roadmap has many steps. */
const longestField = 200;
export const longestRoad = 800;

/** Slowest and fastest tempo a chart can carry, in felt beats a minute. */
export const tempoRange = { slowest: 20, fastest: 320 } as const;

/** The field that a word before a colon names, if it names one. */
export function readFieldName(word: string): FieldName | null {
  const lower = word.toLowerCase().replace(/\s+/g, ' ');
  if (lower === 'metre') return 'meter';
  return fieldNames.find((name) => name === lower) ?? null;
}

export type SongHead = Omit<Song, 'sections'>;

/** What a chart says of itself where it says nothing. */
export const emptyHead: SongHead = {
  title: '',
  key: { tonic: { letter: 'C', alter: 0 }, mode: 'major' },
  meter: commonTime,
  tempo: null,
  swing: null,
  reading: 'as written',
  minor: 'relative',
  details: { by: '', singer: '', feel: '', rights: '' },
  road: null,
  range: null,
  textures: noTextures,
  hands: nothingSaidOfHands,
  patterns: [],
  lines: [],
  names: [],
  shapes: [],
};

/** Takes the value of a field into a song's head, or says why it cannot. Columns are those of the value. */
export function readField(name: FieldName, value: string, head: SongHead): Result<SongHead> {
  const longest = name === 'road' ? longestRoad : longestField;
  if (value.length > longest) {
    return fieldProblem(
      value,
      `A field holds up to ${longest} characters; this has ${value.length}.`,
      [value.slice(0, longest).trim()],
    );
  }
  switch (name) {
    case 'title':
      return success({ ...head, title: value });
    case 'key':
      return mapped(parseKey(value), (key) => ({ ...head, key }));
    case 'meter':
      return mapped(parseMeter(value), (meter) => ({ ...head, meter }));
    case 'tempo':
      return mapped(parseTempo(value), (tempo) => ({ ...head, tempo }));
    case 'swing':
      if (value === '') return success({ ...head, swing: null });
      return mapped(oneOf<Swing>(value, ['eighths', 'sixteenths']), (swing) => ({
        ...head,
        swing,
      }));
    case 'numbers':
      return mapped(oneOf<Reading>(value, ['as written', 'in key']), (reading) => ({
        ...head,
        reading,
      }));
    case 'minor':
      return mapped(oneOf<MinorSchool>(value, ['relative', 'own tonic']), (minor) => ({
        ...head,
        minor,
      }));
    case 'road':
      if (value === '') return success({ ...head, road: null });
      return mapped(readRoad(value), (road) => ({ ...head, road }));
    case 'range':
      if (value === '') return success({ ...head, range: null });
      return mapped(readRangeSaid(value), (range) => ({ ...head, range }));
    case 'left':
    case 'right':
      return mapped(readTexture(value, name, head.patterns), (texture) => ({
        ...head,
        textures: { ...head.textures, [name]: texture },
      }));
    case 'school':
    case 'left shape':
    case 'right shape':
    case 'octave':
    case 'loudness':
    case 'pedalling':
      return mapped(readHandsLine(name, value, head.hands), (hands) => ({ ...head, hands }));
    case 'by':
    case 'singer':
    case 'feel':
    case 'rights': {
      const details: SongDetails = { ...head.details, [name]: value };
      return success({ ...head, details });
    }
  }
}

/** Beats a minute, whole or with one decimal, within `tempoRange`. */
export function parseTempo(value: string): Result<number> {
  const tempo = /^\d{1,3}(\.\d)?$/.test(value) ? Number(value) : Number.NaN;
  const { slowest, fastest } = tempoRange;
  if (tempo >= slowest && tempo <= fastest) return success(tempo);
  const near = Number.isNaN(tempo) ? null : Math.min(Math.max(tempo, slowest), fastest);
  return fieldProblem(
    value,
    `A tempo is a number of beats a minute from ${slowest} to ${fastest}.`,
    [String(near ?? 72)],
  );
}

function oneOf<Choice extends string>(value: string, choices: readonly Choice[]): Result<Choice> {
  const choice = choices.find((name) => name === value.toLowerCase().replace(/\s+/g, ' '));
  if (choice) return success(choice);
  return fieldProblem(value, `${quoted(value)} is not one of: ${choices.join(', ')}.`, choices);
}

function fieldProblem(value: string, message: string, instead: readonly string[]): Result<never> {
  return failure({
    severity: 'problem',
    message,
    place: placeInLine(0, Math.max(value.length, 1)),
    repairs: instead.map(replaceWith),
  });
}

function mapped<From, To>(result: Result<From>, change: (value: From) => To): Result<To> {
  return result.ok ? success(change(result.value), result.hints) : result;
}
