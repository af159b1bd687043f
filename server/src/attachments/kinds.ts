import type { AttachmentKind } from '@intervallum/contract';
import { fileTypeFromBuffer } from 'file-type';

/** What a file is, as its content says. */
export interface ContentType {
  readonly kind: AttachmentKind;
  /** The media type it is sent as. */
  readonly type: string;
  /** How names of such files end, the usual one first. */
  readonly endings: readonly string[];
}

const mp4: ContentType = { kind: 'recording', type: 'audio/mp4', endings: ['m4a', 'mp4', 'aac'] };
const webm: ContentType = { kind: 'recording', type: 'audio/webm', endings: ['weba', 'webm'] };

/** By the media types that the content is recognised as: what every browser plays or shows by itself, and no script can be in. */
const known: Readonly<Record<string, ContentType>> = {
  'application/pdf': { kind: 'paper', type: 'application/pdf', endings: ['pdf'] },
  'audio/mpeg': { kind: 'recording', type: 'audio/mpeg', endings: ['mp3', 'mpga'] },
  'audio/x-m4a': mp4,
  'audio/mp4': mp4,
  'audio/aac': { kind: 'recording', type: 'audio/aac', endings: ['aac'] },
  'audio/ogg': { kind: 'recording', type: 'audio/ogg', endings: ['ogg', 'oga', 'opus'] },
  'audio/wav': { kind: 'recording', type: 'audio/wav', endings: ['wav'] },
  'audio/flac': { kind: 'recording', type: 'audio/flac', endings: ['flac'] },
  'image/png': { kind: 'picture', type: 'image/png', endings: ['png'] },
  'image/jpeg': { kind: 'picture', type: 'image/jpeg', endings: ['jpg', 'jpeg'] },
};

/** Recorders of telephones write sound alone into what else holds films; their names say which it is. */
const soundByName: Readonly<Record<string, readonly [string, ContentType]>> = {
  'video/mp4': ['m4a', mp4],
  'video/webm': ['weba', webm],
};

/**
 * What a file is, by how it begins; null for what is none of the kinds that a song may carry.
 * @param beginning at least the first 4,100 bytes of it, where it has as many
 * @param name its name, which tells sound from film and nothing else
 */
export async function contentType(beginning: Buffer, name: string): Promise<ContentType | null> {
  const found = await fileTypeFromBuffer(beginning);
  // What a container holds is said behind a semicolon.
  const mime = found?.mime.split(';')[0]?.trim() ?? '';
  const [ending, sound] = soundByName[mime] ?? [];
  if (ending !== undefined && endingOf(name) === ending) return sound ?? null;
  return known[mime] ?? null;
}

/** The kind of a stored media type; what a later version stored is a paper to this one. */
export function kindOf(type: string): AttachmentKind {
  return Object.values({ ...known, webm }).find((one) => one.type === type)?.kind ?? 'paper';
}

/** The name with an ending that is true: what is downloaded opens as what it is, and as nothing else. */
export function truthfulName(name: string, { endings }: ContentType): string {
  return endings.includes(endingOf(name)) ? name : `${name}.${endings[0]}`;
}

function endingOf(name: string): string {
  return /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? '';
}
