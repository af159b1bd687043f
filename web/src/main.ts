import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@fontsource-variable/fraunces/opsz.css';
import '@fontsource-variable/fraunces/wght-italic.css';
import { loadWords } from './words/words.ts';

// Words stand in constants of all modules, so the language comes before them. The page asks for them meanwhile: see
// bundling/preloadStart.ts.
void loadWords().then(() => import('./app/start.tsx'));
