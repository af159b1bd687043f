import { createHash, type Hash } from 'node:crypto';
import {
  isSong,
  attachmentLimits,
  readDecisions,
  storeDecisions,
  teamFileVersion,
  teamRecord,
  type StoredDecisions,
  type TeamRecord,
  type TeamRecordOf,
} from '@intervallum/contract';
import { contentType } from '../../attachments/kinds.ts';
import { pieceSize } from '../../attachments/pieces.ts';
import { Refusal } from '../../http/problem.ts';
import { checked } from '../../http/validate.ts';
import type { ChartReader } from '../../jobs/charts.ts';
import type { ChartReading } from '../../jobs/readings.ts';

/** A record that is as it should be, by the rules for charts of today; a song with what lists show of it. */
export type CheckedRecord =
  | Exclude<TeamRecord, { kind: 'song' }>
  | (TeamRecordOf<'song'> & { readonly reading: ChartReading });

/**
 * Looks at each record of a file as it comes: whether it can be read, names only what stood before it, and carries the
 * content it says. Nothing but this makes records that are brought in.
 * @param elements the text of each, as `elementsOf` gives them
 * @returns each record, brought up to date; throws a refusal that says which record is wrong, and how
 */
export async function* checkRecords(
  elements: AsyncIterable<string>,
  charts: ChartReader,
): AsyncGenerator<CheckedRecord> {
  const names = knownNames();
  let file: ArrivingFile | null = null;
  let bytes = 0;
  let count = 0;
  let isEnded = false;
  for await (const element of elements) {
    const at = count + 1;
    const content = within(at, 'what stands there', () => jsonOf(element));
    const what = called(content);
    const one = within(at, what, () => read(content, at));
    if (isEnded) throw wrong(at, what, 'it stands behind the end.');
    if ((at === 1) !== (one.kind === 'team'))
      throw wrong(at, what, 'a file begins with its team, which stands there once.');
    if (one.kind === 'piece') {
      if (!file) throw wrong(at, what, 'a piece stands behind the file that it is of.');
      await file.take(one.content);
    } else {
      file?.end();
      file = null;
    }
    within(at, what, () => names.check(one));
    if (one.kind === 'file') {
      bytes += one.size;
      if (bytes > attachmentLimits.ofTeam)
        throw new Refusal(
          'too-large',
          `All files of a team may have ${attachmentLimits.ofTeam / 1_000_000} MB together; those in this file have more. Save the team without its files.`,
        );
      file = arrivingFile(one, (why) => wrong(at, what, why));
    }
    if (one.kind === 'end') {
      if (one.records !== count)
        throw wrong(
          at,
          what,
          `it counts ${one.records} records, and ${count} stand before it. The file is not whole, or was changed by hand.`,
        );
      isEnded = true;
    }
    count += 1;
    yield await broughtUpToDate(one, charts);
  }
  if (!isEnded)
    throw new Refusal(
      'malformed',
      count === 0
        ? 'There is nothing in this file.'
        : `The file has no end behind record ${count}: it is not whole. Save the team once more where it comes from.`,
    );
}

/** What a record may say, whatever it says. */
type Said = Readonly<Record<string, unknown>>;

function jsonOf(element: string): Said {
  try {
    return JSON.parse(element, (name, value: unknown) => {
      if (!canBeStored(name) || (typeof value === 'string' && !canBeStored(value)))
        throw new Refusal('invalid', 'it holds half a character, or the sign U+0000.');
      return value;
    }) as Said;
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal('malformed', 'it is no JSON.');
  }
}

/** What no text of the database can be, wherever in a record it stands. */
function canBeStored(text: string): boolean {
  return text.isWellFormed() && !text.includes('\0');
}

function read(content: Said, at: number): TeamRecord {
  const { format, version } = content;
  if (at === 1) {
    if (format !== 'intervallum team')
      throw new Refusal(
        'malformed',
        'it is no file of a team: its “format” is not “intervallum team”. A song alone is brought in under “Import a song”.',
      );
    if (typeof version === 'number' && version > teamFileVersion)
      throw new Refusal(
        'invalid',
        `it is of version ${version}, which is newer than this program. Update it first.`,
      );
  }
  return checked(teamRecord, content);
}

/** What records name, as far as they came. */
function knownNames() {
  const known = new Set<string>();
  /** Of songs and sets the revision that stands, and of songs how many files they carry. */
  const revisions = new Map<string, number>();
  const filesOf = new Map<string, number>();
  const notBeyond = (id: string, revision: number) => {
    const standing = revisions.get(id) ?? 0;
    if (revision > standing)
      throw new Refusal('invalid', `it is of revision ${revision}, and ${standing} is the last.`);
  };
  const add = (name: string, twice: string) => {
    if (known.has(name)) throw new Refusal('invalid', twice);
    known.add(name);
  };
  const need = (kind: 'song' | 'set' | 'person', id: string | null) => {
    if (id !== null && !known.has(`${kind} ${id}`))
      throw new Refusal('invalid', `it names a ${kind} that does not stand before it (${id}).`);
  };
  const carries = ({ songId, deletedAt }: TeamRecordOf<'file'>) => {
    const count = (filesOf.get(songId) ?? 0) + (deletedAt === null ? 1 : 0);
    if (count > attachmentLimits.ofSong)
      throw new Refusal('invalid', `a song carries up to ${attachmentLimits.ofSong} files.`);
    filesOf.set(songId, count);
  };
  const twiceSameId = 'its id stands twice.';
  function check(one: TeamRecord): void {
    switch (one.kind) {
      case 'person':
      case 'move':
      case 'run':
        return add(`${one.kind} ${one.id}`, twiceSameId);
      case 'voice':
        need('person', one.personId);
        return add(`voice ${one.id}`, twiceSameId);
      case 'song':
        for (const id of one.atHand) need('person', id);
        if (new Set(one.atHand).size < one.atHand.length)
          throw new Refusal('invalid', 'somebody has it at hand twice.');
        for (const { personId } of one.keys) need('person', personId);
        if (new Set(one.keys.map(({ personId }) => personId)).size < one.keys.length)
          throw new Refusal('invalid', 'somebody has two keys for it.');
        revisions.set(one.id, one.revision);
        return add(`song ${one.id}`, twiceSameId);
      case 'part':
        need('song', one.songId);
        need('person', one.personId);
        return add(`part ${one.songId} ${one.personId}`, 'somebody has two of them.');
      case 'song version':
        need('song', one.songId);
        notBeyond(one.songId, one.revision);
        need('person', one.personId);
        return add(`version ${one.songId} ${one.revision}`, 'it stands twice.');
      case 'set':
        for (const item of one.items) if (isSong(item)) need('song', item.songId);
        revisions.set(one.id, one.revision);
        return add(`set ${one.id}`, twiceSameId);
      case 'set version':
        need('set', one.setId);
        notBeyond(one.setId, one.revision);
        need('person', one.personId);
        return add(`version ${one.setId} ${one.revision}`, 'it stands twice.');
      case 'send':
        need(one.of, one.ofId);
        need('person', one.personId);
        return add(`send ${one.id}`, twiceSameId);
      case 'file':
        need('song', one.songId);
        need('person', one.personId);
        carries(one);
        return add(`file ${one.id}`, twiceSameId);
      case 'team':
      case 'piece':
      case 'done':
      case 'end':
        return undefined;
    }
  }
  return { check };
}

interface ArrivingFile {
  readonly take: (content: string) => Promise<void>;
  /** Throws where it did not come whole. */
  readonly end: () => void;
}

/** A file whose pieces come: its content has to be of the kind, the length and the digest that are said. */
function arrivingFile(
  { name, type, size, digest }: TeamRecordOf<'file'>,
  refuse: (why: string) => Refusal,
): ArrivingFile {
  const hash: Hash = createHash('sha256');
  let arrived = 0;
  return {
    take: async (content) => {
      const piece = Buffer.from(content, 'base64');
      if (piece.length !== Math.min(pieceSize, size - arrived))
        throw refuse('its pieces are not as long as they should be.');
      if (arrived === 0 && (await contentType(piece, name))?.type !== type)
        throw refuse(`its content is not what it says (${type}), or nothing that a song carries.`);
      arrived += piece.length;
      hash.update(piece);
    },
    end: () => {
      if (arrived !== size) throw refuse(`${arrived} of its ${size} bytes are there.`);
      if (hash.digest('hex') !== digest)
        throw refuse('its content is not the one it had: the digest is another one.');
    },
  };
}

/** Charts by the rules of today, decisions in the shape of today. */
async function broughtUpToDate(one: TeamRecord, charts: ChartReader): Promise<CheckedRecord> {
  if (one.kind === 'song') {
    const text = await charts.rewrite(one.text, one.rules);
    return { ...one, text, reading: await charts.read(text) };
  }
  if (one.kind === 'song version')
    return {
      ...one,
      text: await charts.rewrite(one.text, one.rules),
      decisions: one.decisions && upToDate(one.decisions),
    };
  return one.kind === 'part' ? { ...one, decisions: upToDate(one.decisions) } : one;
}

function upToDate(stored: StoredDecisions): TeamRecordOf<'part'>['decisions'] {
  return { ...storeDecisions(readDecisions(stored).decisions) };
}

/**
 * How a record is called in a sentence, also one that cannot be read. Of a song it is the title as it is written: who looks
 * for the record in the file finds it by that.
 */
function called({ kind, name, text }: Said): string {
  const what = typeof kind === 'string' ? kind.slice(0, 20) : 'of no kind';
  const title = typeof text === 'string' ? /^\s*title\s*:(.*)$/im.exec(text)?.[1]?.trim() : null;
  const known = typeof name === 'string' && name !== '' ? name : title;
  return known ? `${what} “${known.slice(0, 60)}”` : what;
}

function wrong(at: number, what: string, why: string): Refusal {
  return new Refusal('invalid', `Record ${at} (${what}): ${why} Nothing was brought in.`);
}

/** Says of a refusal which record it is about. */
function within<Value>(at: number, what: string, work: () => Value): Value {
  try {
    return work();
  } catch (error) {
    if (error instanceof Refusal) throw wrong(at, what, error.message);
    throw error;
  }
}
