import { useSyncExternalStore } from 'react';

/** The faces that a chart is set in, by what they are used for. */
export type Face =
  'numeral' | 'borrowed' | 'quality' | 'bass' | 'letters' | 'count' | 'words' | 'name';

/** How wide a text is when it is set in a face, in CSS pixels. */
export type Measure = (text: string, face: Face, size: number) => number;

const display = "'Music Signs', 'Fraunces Cut', 'Fraunces Variable', Georgia, serif";
const plain =
  "'Music Signs', 'Atkinson Cut', 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";

const fonts: Readonly<Record<Face, (size: number) => string>> = {
  numeral: (size) => `600 ${size}px ${display}`,
  borrowed: (size) => `italic 600 ${size}px ${display}`,
  quality: (size) => `500 ${size}px ${plain}`,
  bass: (size) => `500 ${size}px ${display}`,
  letters: (size) => `400 ${size}px ${plain}`,
  count: (size) => `700 ${size}px ${plain}`,
  words: (size) => `italic 400 ${size}px ${display}`,
  name: (size) => `600 ${size}px ${display}`,
};

let context: CanvasRenderingContext2D | null = null;

/** Measures with the page's own faces, as far as they have come. What was measured once is known. */
function pageMeasure(): Measure {
  const known = new Map<string, Map<string, number>>();
  return (text, face, size) => {
    if (text === '') return 0;
    const font = fonts[face](size);
    let widths = known.get(font);
    if (!widths) known.set(font, (widths = new Map<string, number>()));
    const kept = widths.get(text);
    if (kept !== undefined) return kept;
    context ??= document.createElement('canvas').getContext('2d');
    if (!context) throw new Error('This browser draws no text, so none can be measured.');
    context.font = font;
    const { width } = context.measureText(text);
    widths.set(text, width);
    return width;
  };
}

let current: Measure | null = null;
const waiting = new Set<() => void>();

/** What was measured before a face came is measured anew. */
function onFaces(changed: () => void): () => void {
  if (waiting.size === 0) document.fonts.addEventListener('loadingdone', facesCame);
  waiting.add(changed);
  return () => {
    waiting.delete(changed);
    if (waiting.size === 0) document.fonts.removeEventListener('loadingdone', facesCame);
  };
}

function facesCame(): void {
  current = null;
  for (const changed of waiting) changed();
}

/** How wide texts are on this page; another one whenever faces have come. */
export function useMeasure(): Measure {
  return useSyncExternalStore(onFaces, () => (current ??= pageMeasure()));
}
