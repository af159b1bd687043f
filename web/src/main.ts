import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/fraunces/opsz.css';
import '@fontsource-variable/fraunces/wght-italic.css';
import { loadWords } from './words/words.ts';

// Who has a link installs that link: its manifest names no other page to begin with.
if (location.pathname.startsWith('/s/'))
  document.querySelector('link[rel="manifest"]')?.setAttribute('href', '/link.webmanifest');

// Words stand in constants of all modules, so the language comes before them. The page asks for them meanwhile: see
// bundling/preloadStart.ts.
void loadWords().then(() => import('./app/start.tsx'));
