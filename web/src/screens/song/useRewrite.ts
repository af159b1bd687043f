import { rewriteNumbers } from '@intervallum/core';
import { useDocument } from '../../document/DocumentContext.tsx';
import { reader } from '../../settings/reader.ts';

/** Turns the chart's own text into the numbers that are looked at. */
export function useRewrite(): () => void {
  const songDocument = useDocument();
  return () => {
    const wish = reader.now();
    songDocument.edit((read) =>
      rewriteNumbers(read, {
        reading: wish.reading === 'chart' ? read.song.reading : wish.reading,
        minor: wish.minor === 'chart' ? read.song.minor : wish.minor,
      }),
    );
  };
}
