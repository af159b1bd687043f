import {
  decisionKinds,
  freeHands,
  plainKeyboard,
  stepNames,
  type Decisions,
  type SongFills,
  type SongHands,
  type SongKeyboard,
  type SongSettled,
} from '@intervallum/core';
import { z } from 'zod';
import { fillsMarks, handsMarks, keyboardMarks } from '../wire/decisions.ts';

/** A kind of decision as it is stored: by its version, so that an older one can be brought up to date. */
export interface StoredKind {
  readonly version: number;
  readonly value: unknown;
}

/** Decisions as they are stored, in the database, in a browser or in a file: each kind under its name. */
export type StoredDecisions = Readonly<Partial<Record<keyof Decisions, StoredKind>>>;

const storedKind = z.object({ version: z.int().min(1), value: z.unknown() });

/** How a stored kind is read. It never fails: what cannot be read is told, and the rest kept. */
interface Reader<Value> {
  /** Steps from one version to the next, by the version they start from. */
  readonly upgrades: Readonly<Record<number, (old: unknown) => unknown>>;
  readonly read: (value: unknown, lost: (what: string) => void) => Value;
}

const readers: { readonly [Name in keyof Decisions]: Reader<Decisions[Name]> } = {
  // What is said of sections came with version 2, its right hand, its loudness and shapes of the root with version 3,
  // inner lines and the pedal with version 4: what is not there is nothing.
  hands: { upgrades: { 1: (old) => old, 2: (old) => old, 3: (old) => old }, read: readHands },
  fills: { upgrades: {}, read: readFills },
  keyboard: { upgrades: {}, read: readKeyboard },
  settled: { upgrades: {}, read: readSettled },
};

export function storeDecisions(decisions: Decisions): StoredDecisions {
  return Object.fromEntries(
    names.map((name) => [
      name,
      { version: decisionKinds[name].version, value: decisions[name] } satisfies StoredKind,
    ]),
  );
}

/**
 * Reads stored decisions of any age and shape.
 * @returns the decisions, and what of them could not be read, in words
 */
export function readDecisions(stored: unknown): {
  readonly decisions: Decisions;
  readonly lost: readonly string[];
} {
  const lost: string[] = [];
  const kinds = z
    .record(z.string(), z.unknown())
    .catch({})
    .parse(stored ?? {});
  const entries = names.map((name) => [
    name,
    readKind(name, kinds[name], (what) => lost.push(what)),
  ]);
  return { decisions: Object.fromEntries(entries) as unknown as Decisions, lost };
}

function readKind<Name extends keyof Decisions>(
  name: Name,
  stored: unknown,
  lost: (what: string) => void,
): Decisions[Name] {
  const { version, empty } = decisionKinds[name];
  if (stored === undefined) return empty;
  const kind = storedKind.safeParse(stored);
  if (!kind.success || kind.data.version > version) {
    lost(kind.success ? `${name} of a newer version` : name);
    return empty;
  }
  let { value } = kind.data;
  for (let from = kind.data.version; from < version; from += 1)
    value = readers[name].upgrades[from]!(value);
  return readers[name].read(value, lost);
}

function readHands(value: unknown, lost: (what: string) => void): SongHands {
  const given = z.record(z.string(), z.unknown()).catch({}).parse(value);
  const school = handsMarks.school.safeParse(given['school']);
  if (!school.success) lost('the school of the hands');
  const list = <Mark>(name: string, schema: z.ZodType<Mark>): Mark[] =>
    readList(given[name], name, schema, lost);
  return {
    school: school.success ? school.data : freeHands.school,
    pins: list('pins', handsMarks.pin),
    palette: list('palette', handsMarks.shape),
    registers: list('registers', handsMarks.register),
    walks: list('walks', handsMarks.walk),
    lines: list('lines', handsMarks.line),
    sections: list('sections', handsMarks.section),
  };
}

function readFills(value: unknown, lost: (what: string) => void): SongFills {
  const given = z.record(z.string(), z.unknown()).catch({}).parse(value);
  return { placed: readList(given['placed'], 'placed runs', fillsMarks.placed, lost) };
}

function readKeyboard(value: unknown, lost: (what: string) => void): SongKeyboard {
  const given = z.record(z.string(), z.unknown()).catch({}).parse(value);
  const playedIn = keyboardMarks.playedIn.safeParse(given['playedIn'] ?? null);
  if (!playedIn.success) lost('the key that the keyboard is played in');
  return {
    playedIn: playedIn.success ? playedIn.data : plainKeyboard.playedIn,
    sounds: readList(given['sounds'], 'sounds', keyboardMarks.sound, lost),
  };
}

function readSettled(value: unknown, lost: (what: string) => void): SongSettled {
  const given = z.record(z.string(), z.unknown()).catch({}).parse(value);
  const settled = readList(given['steps'], 'settled steps', z.enum(stepNames), lost);
  return { steps: stepNames.filter((step) => settled.includes(step)) };
}

/** What of a list can be read; what cannot is told. */
function readList<Mark>(
  value: unknown,
  name: string,
  schema: z.ZodType<Mark>,
  lost: (what: string) => void,
): Mark[] {
  const marks = z.array(z.unknown()).catch([]).parse(value);
  const read = marks.flatMap((mark) => {
    const one = schema.safeParse(mark);
    return one.success ? [one.data] : [];
  });
  if (read.length < marks.length) lost(`${marks.length - read.length} of the ${name}`);
  return read;
}

const names = Object.keys(decisionKinds) as (keyof Decisions)[];
