import { createGlobalStyle, css } from 'styled-components';
import accidentals from '../../fonts/accidentals.woff2?url';
import atkinson from '../../fonts/atkinson.woff2?url';
import atkinsonAccented from '../../fonts/atkinson-accented.woff2?url';
import fraunces from '../../fonts/fraunces.woff2?url';
import frauncesAccented from '../../fonts/fraunces-accented.woff2?url';
import italic from '../../fonts/italic.woff2?url';
import italicAccented from '../../fonts/italic-accented.woff2?url';
import italicNumerals from '../../fonts/italic-numerals.woff2?url';
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

/** The colours of the dark theme, for what is dark whatever the theme. */
export const darkColours = css`
  ${dark}
`;

/** Numerals, titles and words. */
export const display = "'Music Signs', 'Fraunces Cut', 'Fraunces Variable', Georgia, serif";
/** Everything else. */
export const text =
  "'Music Signs', 'Atkinson Cut', 'Atkinson Hyperlegible Next Variable', system-ui, sans-serif";

/** Widths at which the page changes: a phone, and a tablet held upright or an old laptop. */
export const phone = '@media (max-width: 640px)';
export const tablet = '@media (max-width: 1100px)';
/** A phone on its side: wide, and hardly high. */
export const short = '@media (max-height: 500px) and (min-width: 641px)';

/** What `fonts/make.mjs` cuts: a face is fetched only where one of its signs is on the page. */
const numerals = 'U+0020, U+002F-0039';
const plain = 'U+0020-007E, U+00B7, U+2013-2014, U+2018-2019, U+201C-201D, U+2022, U+2026';
const accented = 'U+00A0-00B6, U+00B8-00FF, U+0131, U+0141-0142, U+0152-0153, U+2039-203A, U+20AC';

/** Numerals stand in a file of their own, since italic ones are on most pages and italic letters are not. */
const cuts = [
  { family: 'Fraunces Cut', file: fraunces, weights: '400 700', signs: plain },
  { family: 'Fraunces Cut', file: frauncesAccented, weights: '400 700', signs: accented },
  { family: 'Fraunces Cut', file: italic, weights: '400 600', signs: plain, isItalic: true },
  {
    family: 'Fraunces Cut',
    file: italicAccented,
    weights: '400 600',
    signs: accented,
    isItalic: true,
  },
  {
    family: 'Fraunces Cut',
    file: italicNumerals,
    weights: '400 600',
    signs: numerals,
    isItalic: true,
  },
  { family: 'Atkinson Cut', file: atkinson, weights: '400 700', signs: plain },
  { family: 'Atkinson Cut', file: atkinsonAccented, weights: '400 700', signs: accented },
];

const faces = cuts.map(
  ({ family, file, weights, signs: range, isItalic }) => css`
    @font-face {
      font-family: '${family}';
      src: url(${file}) format('woff2-variations');
      font-style: ${isItalic ? 'italic' : 'normal'};
      font-weight: ${weights};
      unicode-range: ${range};
      font-display: swap;
    }
  `,
);

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
  ${faces}
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
  /* It takes the focus when one comes to a screen, which its title tells. */
  main:focus { outline: none; }
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
