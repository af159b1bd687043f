import { Refusal } from '../../http/problem.ts';

const [quote, backslash, comma] = [0x22, 0x5c, 0x2c];
const opening = new Set([0x5b, 0x7b]);
const closing = new Set([0x5d, 0x7d]);
const white = new Set([0x20, 0x09, 0x0a, 0x0d]);
/** The mark that some editors put before a text in UTF-8. */
const byteOrderMark = [0xef, 0xbb, 0xbf];

type Place = 'before' | 'between' | 'within' | 'after';

const noList = () =>
  new Refusal(
    'malformed',
    'This is no file of a team: it begins with [ and holds one record in { } after the other, as “Save the whole team” writes it.',
  );
const brokeOff = (read: number) =>
  new Refusal(
    'malformed',
    `The file breaks off behind record ${read}: it is not whole. Save the team once more where it comes from.`,
  );

/**
 * The objects in a list of JSON (RFC 8259), one after the other, however it is laid out, so that neither the list nor a
 * part of it that is too large is ever held whole. Each is the text of something between { and }; whether that is JSON is
 * seen when it is read.
 * @param most bytes that one of them may have
 */
export async function* elementsOf(
  stream: AsyncIterable<Buffer>,
  most: number,
): AsyncGenerator<string> {
  let place = 'before' as Place;
  let [read, depth, length, marks] = [0, 0, 0, 0];
  let needsComma = false;
  let isString = false;
  let isEscaped = false;
  let kept: Buffer[] = [];
  const keep = (part: Buffer) => {
    length += part.length;
    if (length > most)
      throw new Refusal(
        'too-large',
        `Record ${read + 1} is larger than the ${Math.floor(most / 1_000_000)} MB that one may have.`,
      );
    kept.push(part);
  };
  for await (const chunk of stream) {
    let from = 0;
    for (let at = 0; at < chunk.length; at += 1) {
      const byte = chunk[at]!;
      if (place === 'within') {
        if (isEscaped) isEscaped = false;
        else if (isString) {
          if (byte === backslash) isEscaped = true;
          else if (byte === quote) isString = false;
        } else if (byte === quote) isString = true;
        else if (opening.has(byte)) depth += 1;
        else if (closing.has(byte)) depth -= 1;
        if (depth > 0) continue;
        keep(chunk.subarray(from, at + 1));
        read += 1;
        yield Buffer.concat(kept).toString('utf8');
        [kept, length, place, needsComma] = [[], 0, 'between', true];
      } else if (white.has(byte)) continue;
      else if (place === 'before') {
        if (byte === byteOrderMark[marks]) marks += 1;
        else if (byte === 0x5b) place = 'between';
        else throw noList();
      } else if (place === 'between' && byte === 0x5d && (needsComma || read === 0))
        place = 'after';
      else if (place === 'between' && byte === comma && needsComma) needsComma = false;
      else if (place === 'between' && byte === 0x7b && !needsComma)
        [place, depth, from] = ['within', 1, at];
      else throw noList();
    }
    if (place === 'within') keep(chunk.subarray(from));
  }
  // What the loop made of it is not seen from here.
  if ((place as Place) !== 'after')
    throw read === 0 && place === 'before' ? noList() : brokeOff(read);
}
