/** So many bytes a stored piece has; the last one of a file may have fewer. */
export const pieceSize = 262_144;

/**
 * What streams in, cut into pieces, none held longer than it takes to fill the next.
 * @param size bytes of a piece
 */
export async function* inPieces(
  stream: AsyncIterable<Buffer>,
  size: number = pieceSize,
): AsyncGenerator<Buffer> {
  let waiting: Buffer[] = [];
  let length = 0;
  for await (const chunk of stream) {
    waiting.push(chunk);
    length += chunk.length;
    while (length >= size) {
      const whole = Buffer.concat(waiting);
      yield whole.subarray(0, size);
      waiting = [whole.subarray(size)];
      length -= size;
    }
  }
  if (length > 0) yield Buffer.concat(waiting);
}

/** Where in a piece something begins and ends: its position, and bytes from and to (exclusive). */
export interface Cut {
  readonly position: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Which parts of which pieces are the bytes from one to another.
 * @param first the first byte, counted from 0 @param last the last one, inclusive; at least `first`
 * @param size bytes of a piece
 */
export function cutsOf(first: number, last: number, size: number = pieceSize): Cut[] {
  const cuts: Cut[] = [];
  for (let position = Math.floor(first / size); position * size <= last; position += 1) {
    const start = position * size;
    cuts.push({
      position,
      from: Math.max(0, first - start),
      to: Math.min(size, last + 1 - start),
    });
  }
  return cuts;
}
