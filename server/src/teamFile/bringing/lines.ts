import { createReadStream } from 'node:fs';

/**
 * The lines of a file, one after the other. Read no faster than they are taken, and closed by whoever leaves off: the lines of
 * `readline` run ahead, a thousand of them, and each piece of a recording is one.
 */
export async function* linesOf(path: string): AsyncGenerator<string> {
  let begun: Buffer[] = [];
  for await (const chunk of createReadStream(path) as AsyncIterable<Buffer>) {
    let from = 0;
    for (let end = chunk.indexOf('\n'); end >= 0; end = chunk.indexOf('\n', from)) {
      yield Buffer.concat([...begun, chunk.subarray(from, end)]).toString('utf8');
      begun = [];
      from = end + 1;
    }
    begun.push(chunk.subarray(from));
  }
}
