import { writeCsv } from '@intervallum/core';
import { t } from '../../words/words.ts';
import type { OrderLine } from '../parts/service/serviceOrder.ts';

const columns = ['at', 'length', 'kind', 'name', 'key', 'who', 'notes'] as const;

/** The order of a service as a table of comma-separated values (RFC 4180), a line for each item. */
export function orderTable(lines: readonly OrderLine[]): string {
  return writeCsv(
    columns,
    lines.map(({ place: _, ...line }) => ({ ...line, kind: line.kind || t('Song') })),
  );
}
