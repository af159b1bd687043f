/** The house: imports run downward only (see the design). What is not listed for a folder it may not import. */
const coreLayers = [
  'result',
  'pitch',
  'chord',
  'chart',
  'writing',
  'hands',
  'moves',
  'licks',
  'voices',
  'sets',
  'practice',
  'formats',
];
/** Layers that stand beside each other and know the same layers below. */
const beside = {
  moves: ['hands'],
  licks: ['hands', 'moves'],
  sets: ['voices'],
  practice: ['voices', 'sets'],
};

const layerRules = coreLayers.slice(1).map((layer, index) => {
  const place = index + 1;
  const above = [...coreLayers.slice(place + 1), ...(beside[layer] ?? [])];
  return {
    name: `core-${layer}-looks-down-only`,
    severity: 'error',
    from: { path: `^core/src/${layer}/` },
    to: { path: `^core/src/(${[...above, 'index'].join('|')})(/|\\.ts$)` },
  };
});

const forbid = (name, from, to) => ({ name, severity: 'error', from: { path: from }, to });

export default {
  forbidden: [
    ...layerRules,
    // The formats lean on the packages that write and read them; all else in core is its own.
    forbid('core-is-pure', '^core/src/', {
      pathNot: '^core/src/|node_modules/(midi-file|fast-xml-parser|papaparse|@types/papaparse)/',
    }),
    forbid('packages-in-formats-only', '^core/src/(?!formats/)', { path: 'node_modules' }),
    forbid('contract-knows-core-only', '^contract/src/', { path: '^(server|web|e2e|bin)/' }),
    forbid('server-knows-no-web', '^server/src/', { path: '^(web|e2e|bin)/' }),
    forbid('web-knows-no-server', '^web/src/', { path: '^(server|e2e|bin)/' }),
    forbid('packages-by-their-public-face', '^(contract|server|web)/', {
      path: '^(core|contract)/src/(?!index\\.ts$)',
      pathNot: '^$1/',
    }),
    forbid('no-circles', '', { circular: true }),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules)/' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      conditionNames: ['app-src', 'import', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
};
