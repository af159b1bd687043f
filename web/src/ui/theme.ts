import { createGlobalStyle, css } from 'styled-components';
import accidentals from '../../fonts/accidentals.woff2?url';
import atkinson from '../../fonts/atkinson.woff2?url';
import fraunces from '../../fonts/fraunces.woff2?url';
import frauncesItalic from '../../fonts/fraunces-italic.woff2?url';
import signs from '../../fonts/signs.woff2?url';

const paper = `
  --paper: #f7f3ea; --panel: #efe9dc; --card: #fffdf8; --ink: #1d2433; --soft: #5d6270;
  --rail: #8a7d62; --hairline: #ddd4c3; --accent: #8a4b12; --on-accent: #fffdf8;
  --left: #17607a; --left-text: #17607a; --right: #a33b1f; --held: #4b6b2f; --borrowed: #6b3f86;
  color-scheme: light;
`;

const dark = `
  --paper: #14171f; --panel: #1b202b; --card: #212735; --ink: #f2ecdf; --soft: #a9adb8;
  --rail: #7a776f; --hairline: #2e3442; --accent: #e8a85c; --on-accent: #14171f;
  --left: #2f8fb3; --left-text: #63b6d6; --right: #e2704c; --held: #a6cf83; --borrowed: #cfa6ea;
  color-scheme: dark;
`;

/** Numerals, titles and words. */
export const display = "'Music Signs', 'Fraunces Cut', 'Fraunces Variable', Georgia, serif";
/** Everything else. */
export const text =
  "'Music Signs', 'Atkinson Cut', 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";

/** Widths at which the page changes: a phone, and a tablet held upright or an old laptop. */
export const phone = '@media (max-width: 640px)';
export const tablet = '@media (max-width: 1100px)';

/** The letters that `fonts/make.mjs` cuts. */
const western =
  'U+0020-00FF, U+0131, U+0141-0142, U+0152-0153, U+2013-2014, U+2018-2019, U+201C-201D, U+2022, U+2026, U+2039-203A, U+20AC';

/** For what is drawn by its background: where a reader's own colours are forced it stays, in the ink of these. */
export const drawn = css`
  forced-color-adjust: none;
`;

export const GlobalStyle = createGlobalStyle`
  /* The text faces have no music signs, so two cut faces lend them; they hold nothing else. */
  @font-face {
    font-family: 'Music Signs';
    src: url(${accidentals}) format('woff2');
    unicode-range: U+266D-266F;
    font-display: block;
  }
  @font-face {
    font-family: 'Music Signs';
    src: url(${signs}) format('woff2');
    unicode-range: U+1D10E, U+1D110;
    font-display: block;
  }
  /* The letters of western languages, in files of our own cut; the packages' files have the others. */
  @font-face {
    font-family: 'Fraunces Cut';
    src: url(${fraunces}) format('woff2-variations');
    font-weight: 400 700;
    unicode-range: ${western};
    font-display: swap;
  }
  @font-face {
    font-family: 'Fraunces Cut';
    src: url(${frauncesItalic}) format('woff2-variations');
    font-style: italic;
    font-weight: 400 600;
    unicode-range: ${western};
    font-display: swap;
  }
  @font-face {
    font-family: 'Atkinson Cut';
    src: url(${atkinson}) format('woff2-variations');
    font-weight: 400 700;
    unicode-range: ${western};
    font-display: swap;
  }
  :root { ${paper} }
  @media (prefers-color-scheme: dark) { :root:not([data-theme='light']) { ${dark} } }
  :root[data-theme='dark'] { ${dark} }

  *, *::before, *::after { box-sizing: border-box; }
  html { background: var(--paper); color: var(--ink); font: 16px/1.45 ${text}; }
  body { margin: 0; }
  h1, h2, h3, p, ul, ol, dl, dd { margin: 0; padding: 0; }
  h1, h2, h3 { font-family: ${display}; font-weight: 600; font-feature-settings: 'lnum'; letter-spacing: -0.01em; }
  ul, ol { list-style: none; }
  a { color: inherit; }
  button, input, textarea, select { font: inherit; color: inherit; }
  :focus-visible, [data-focus-visible] { outline: 3px solid var(--accent); outline-offset: 2px; border-radius: 6px; }
  ::selection { background: color-mix(in srgb, var(--accent) 28%, transparent); }

  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { animation: none !important; transition: none !important; scroll-behavior: auto !important; }
  }
  /* A reader's own colours: what is drawn by a background keeps one; see the style called drawn. */
  @media (forced-colors: active) {
    :root:root:root {
      --paper: Canvas; --panel: Canvas; --card: Canvas; --ink: CanvasText; --soft: CanvasText; --rail: CanvasText;
      --hairline: CanvasText; --accent: Highlight; --on-accent: HighlightText; --left: CanvasText; --right: CanvasText;
      --left-text: CanvasText; --held: CanvasText; --borrowed: CanvasText;
    }
  }
  @media print {
    /* Ink on paper, whichever page is chosen for the screen. */
    :root:root:root { ${paper} --paper: #fff; --panel: #fff; --card: #fff; --ink: #000; --soft: #333; }
    @page { margin: 14mm; }
  }
`;
