import type { Key } from '@intervallum/core';
import { useMemo } from 'react';
import { viewAsWritten, type ChartView } from '../../../music/rails/view.ts';
import { chartSettings, reader } from '../../../settings/reader.ts';

/** How chords of drills are looked at, in any key: as the reader likes numbers and letters. */
export function useDrillView(): (key: Key) => ChartView {
  const settings = reader.use(...chartSettings);
  return useMemo(
    () => (key) =>
      viewAsWritten({ key, reading: 'as written', minor: 'relative', names: [] }, settings),
    [settings],
  );
}
