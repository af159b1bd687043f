import { layers } from './bin/lib/layers.mjs';

/**
 * The house: imports run downward only, folder by folder (bin/lib/layers.mjs has the order). The circles between folders
 * of one layer are looked for by `bin/diagram --check`, which draws what is left.
 */
const layerRules = Object.entries(layers).flatMap(([root, order]) =>
  order.flatMap((folders, height) => {
    const above = order.slice(height + 1).flat();
    if (above.length === 0) return [];
    return folders.map((folder) => ({
      name: `${root}/${folder}-looks-down-only`,
      severity: 'error',
      from: { path: `^${root}/${folder}/` },
      to: { path: `^${root}/(${above.join('|')})/` },
    }));
  }),
);

const forbid = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to });

export default {
  forbidden: [
    ...layerRules,
    // The formats lean on the packages that write and read them, comparing on one that compares, drills on one that spaces them,
    // listening on a Fourier transform; all else is our own.
    forbid('core-is-pure', '^core/src/', {
      pathNot:
        '^core/src/|node_modules/(midi-file|fast-xml-parser|papaparse|@types/papaparse|diff|ts-fsrs|fft\\.js)/',
    }),
    forbid(
      'packages-in-formats-only',
      '^core/src/(?!formats/|marks/|compare/|practice/(drills|listening)/)',
      {
        path: 'node_modules',
      },
    ),
    forbid('inside-core-nobody-takes-the-public-face', '^core/src/.+/', {
      path: '^core/src/(index|decisions)\\.ts$',
    }),
    forbid('contract-knows-core-only', '^contract/src/', { path: '^(server|web|e2e|bin)/' }),
    forbid('server-knows-no-web', '^server/src/', { path: '^(web|e2e|bin)/' }),
    forbid('web-knows-no-server', '^web/src/', { path: '^(server|e2e|bin)/' }),
    forbid('packages-by-their-public-face', '^(contract|server|web)/', {
      path: '^(core|contract)/src/(?!index\\.ts$)',
      pathNot: '^$1/',
    }),
    // Only a store knows the tables.
    forbid('tables-in-stores-only', '^server/src/(?!db/|[a-zA-Z/]+/store\\.ts$)', {
      path: '^server/src/db/(?:account)?[Ss]chema\\.ts$',
    }),
    forbid('no-lens-imports-a-lens', '^web/src/lenses/([^/]+)/', {
      path: '^web/src/lenses/([^/]+)/',
      pathNot: '^web/src/lenses/($1|parts)/',
    }),
    forbid('no-screen-imports-a-screen', '^web/src/screens/([^/]+)/', {
      path: '^web/src/screens/([^/]+)/',
      pathNot: '^web/src/screens/($1|parts)/',
    }),
    // Nothing above the document touches the text editor but the chart lens.
    forbid('the-editor-is-a-view', '^web/src/(?!document/|lenses/chart/)', {
      path: 'node_modules/@codemirror/',
    }),
    // What has no state and no music knows neither.
    forbid('ui-knows-no-music', '^web/src/ui/', { path: '^(core|contract)/src/' }),
    forbid('no-circles', '', { circular: true }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: {
      path: '(^|/)(dist|node_modules/(?!@codemirror|diff|midi-file|fast-xml-parser|papaparse|ts-fsrs|@types))/',
    },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      conditionNames: ['app-src', 'import', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
};
