import type { PartMeasure } from '@intervallum/core';
import { t } from '../../words/words.ts';

/** What is measured, told apart by how its line is broken as well as by its colour. */
export const lineNames: readonly (readonly [keyof PartMeasure, string])[] = [
  ['density', t('density')],
  ['height', t('height')],
  ['colour', t('colour')],
  ['loudness', t('loudness')],
];

export const dashes: Readonly<Record<keyof PartMeasure, readonly number[]>> = {
  density: [],
  height: [9, 4],
  colour: [3, 3],
  loudness: [9, 3, 2, 3],
};

/** Colours of the page's own. */
export const colours = {
  density: '--ink',
  height: '--held',
  colour: '--borrowed',
  loudness: '--soft',
} as const satisfies Readonly<Record<keyof PartMeasure, `--${string}`>>;

/** A piece of a line, beside its name. */
export function Sample({ line }: { line: keyof PartMeasure }) {
  return (
    <svg width={30} height={8} aria-hidden>
      <line
        x1={1}
        x2={29}
        y1={4}
        y2={4}
        stroke={`var(${colours[line]})`}
        strokeWidth={2.5}
        strokeDasharray={dashes[line].join(' ')}
      />
    </svg>
  );
}
