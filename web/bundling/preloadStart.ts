import type { Plugin, Rolldown } from 'vite';

/**
 * The application is imported once its words are there (see `main.ts`); the page names its files, so that they are fetched
 * beside the first script and not after it.
 */
export function preloadStart(): Plugin {
  return {
    name: 'preload-start',
    transformIndexHtml: {
      order: 'post',
      handler(html, { bundle }) {
        const chunks = Object.values(bundle ?? {}).filter((one) => one.type === 'chunk');
        const byName = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
        const start = chunks.find(({ facadeModuleId }) =>
          facadeModuleId?.endsWith('app/start.tsx'),
        );
        const found = new Set<string>();
        const take = (chunk: Rolldown.OutputChunk | undefined) => {
          if (!chunk || found.has(chunk.fileName)) return;
          found.add(chunk.fileName);
          for (const name of chunk.imports) take(byName.get(name));
        };
        take(start);
        return [...found]
          .filter((name) => !html.includes(name))
          .map((name) => ({
            tag: 'link',
            attrs: { rel: 'modulepreload', crossorigin: true, href: `/${name}` },
            injectTo: 'head' as const,
          }));
      },
    },
  };
}
