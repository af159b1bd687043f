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

/** Room that a reader wants between letters and between words, in ems, beyond what the faces have. */
interface Spacing {
  readonly letters: number;
  readonly words: number;
}

/** Measures with the page's own faces, as far as they have come. What was measured once is known. */
function pageMeasure({ letters, words }: Spacing): Measure {
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
    const gaps = letters * text.length + words * (text.split(' ').length - 1);
    const width = context.measureText(text).width + gaps * size;
    widths.set(text, width);
    return width;
  };
}

let current: Measure | null = null;
const waiting = new Set<() => void>();
let probe: { readonly element: HTMLElement; readonly observer: ResizeObserver } | null = null;

/** What was measured before a face came, or before the reader spaced letters otherwise, is measured anew. */
function onChanges(changed: () => void): () => void {
  if (waiting.size === 0) {
    document.fonts.addEventListener('loadingdone', measureAnew);
    probe = watchSpacing();
  }
  waiting.add(changed);
  const { letters, words } = readersSpacing();
  if (letters !== 0 || words !== 0) measureAnew();
  return () => {
    waiting.delete(changed);
    if (waiting.size > 0) return;
    document.fonts.removeEventListener('loadingdone', measureAnew);
    probe?.observer.disconnect();
    probe?.element.remove();
    probe = null;
  };
}

function measureAnew(): void {
  current = null;
  for (const changed of waiting) changed();
}

/** A text that nobody sees, which grows when a style of the reader's own, an extension, spaces letters or words (WCAG 2.2, 1.4.12). */
function watchSpacing() {
  const element = document.createElement('span');
  element.ariaHidden = 'true';
  element.textContent = 'n n';
  element.style.cssText =
    'position: absolute; inset: 0 auto auto 0; height: 0; overflow: hidden; visibility: hidden; font: 16px monospace';
  // After the last sheet of paper it would be on one more.
  document.body.prepend(element);
  let before = element.getBoundingClientRect().width;
  const observer = new ResizeObserver(() => {
    const { width } = element.getBoundingClientRect();
    if (width === before) return;
    before = width;
    measureAnew();
  });
  observer.observe(element);
  return { element, observer };
}

/** How the reader spaces letters and words now. */
function readersSpacing(): Spacing {
  if (!probe) return { letters: 0, words: 0 };
  const { letterSpacing, wordSpacing, fontSize } = getComputedStyle(probe.element);
  const ems = (length: string) => (Number.parseFloat(length) || 0) / Number.parseFloat(fontSize);
  return { letters: ems(letterSpacing), words: ems(wordSpacing) };
}

/** How wide texts are on this page; another one whenever that changes. */
export function useMeasure(): Measure {
  return useSyncExternalStore(onChanges, () => (current ??= pageMeasure(readersSpacing())));
}
