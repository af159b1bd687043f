import type { Plugin, Rolldown } from 'vite';

/** The screens that a reader without an account is shown, and those of a player. */
const readers = [
  'app/start.tsx',
  'screens/share/SharePage.tsx',
  'screens/stand/StandScreens.tsx',
  'screens/stage/StageScreens.tsx',
];
const players = [
  ...readers,
  'screens/songs/SongsScreen.tsx',
  'screens/song/SongScreen.tsx',
  'screens/sets/SetsScreen.tsx',
  'screens/set/SetScreen.tsx',
  'screens/print/PaperScreen.tsx',
  'screens/print/SetPaperScreen.tsx',
  'screens/drafts/DraftsScreen.tsx',
  'screens/trash/TrashScreen.tsx',
];

/** The words of a language, fetched by who reads in it. */
const languages = ['portuguese'];

/** What is fetched only where it is asked for: the staff's own drawing, syllables of a language, reading of files, moving a recording to another key. */
const rare = /node_modules\/(vexflow|hyphen|papaparse|signalsmith-stretch)\//;

/** What sounds: clicks and single notes, for everybody; the piano and a voice that counts, for who plays. */
const sound = /node_modules\/tone\//;
const soundOrPiano = /node_modules\/tone\/|audio\/samples\.ts$/;
const recorded = /\/([A-G]\dv8|english|portuguese)-[\w-]{8}\.mp3$/;

/** Styles, and the faces that `fonts/make.mjs` cuts. */
const ours = /\.css$|\/(fraunces|italic|atkinson)(-accented|-numerals)?-[\w-]{8}\.woff2$/;

/**
 * Writes `kept-files.json`: which files each screen is made of, for the service worker's page to keep before there is no
 * network. Windows that a screen opens later are among them, the rare and the large are not.
 */
export function keptFiles(): Plugin {
  return {
    name: 'kept-files',
    generateBundle(_options, bundle) {
      const chunks = Object.values(bundle).filter((one) => one.type === 'chunk');
      const byName = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
      const filesOf = (screens: readonly string[], windows: number) => {
        const found = new Set<string>();
        const take = (chunk: Rolldown.OutputChunk | undefined, depth: number) => {
          if (!chunk || found.has(chunk.fileName) || isRare(chunk)) return;
          found.add(chunk.fileName);
          for (const name of chunk.imports) take(byName.get(name), depth);
          if (depth > 0) for (const name of chunk.dynamicImports) take(byName.get(name), depth - 1);
        };
        for (const chunk of chunks) {
          if (chunk.isEntry) take(chunk, 0);
          if (screens.some((screen) => chunk.facadeModuleId?.endsWith(screen)))
            take(chunk, windows);
        }
        return [...found];
      };
      const isRare = ({ moduleIds }: Rolldown.OutputChunk) =>
        moduleIds.length > 0 && moduleIds.every((id) => rare.test(id));
      const wordsOf = (language: string) =>
        chunks
          .filter(({ facadeModuleId }) => facadeModuleId?.endsWith(`/words/${language}.ts`))
          .map(({ fileName }) => fileName);
      const assets = Object.keys(bundle).filter((name) => bundle[name]!.type === 'asset');
      const always = assets.filter((name) => ours.test(name));
      const workers = assets.filter((name) => /(hands|listener)Worker[\w-]*\.js$/.test(name));
      const reader = [...filesOf(readers, 0), ...always];
      const player = [...filesOf(players, 2), ...always, ...workers];
      const soundsOf = (modules: RegExp, recordings: readonly string[], pages: string[]) => {
        const found = new Set<string>(recordings);
        const take = (chunk: Rolldown.OutputChunk | undefined) => {
          if (!chunk || found.has(chunk.fileName)) return;
          found.add(chunk.fileName);
          for (const name of chunk.imports) take(byName.get(name));
        };
        for (const chunk of chunks) if (chunk.moduleIds.some((id) => modules.test(id))) take(chunk);
        // Whoever gives the sounds up has the pages all the same.
        const files = [...found].filter((name) => !pages.includes(name));
        return { files, bytes: sum(files.map((name) => sizeOf(bundle[name]!))) };
      };
      const recordings = assets.filter((name) => recorded.test(name));
      this.emitFile({
        type: 'asset',
        fileName: 'kept-files.json',
        source: JSON.stringify({
          reader,
          player,
          sounds: {
            reader: soundsOf(sound, [], reader),
            player: soundsOf(soundOrPiano, recordings, player),
          },
          words: Object.fromEntries(languages.map((one) => [one, wordsOf(one)])),
        }),
      });
    },
  };
}

function sum(all: readonly number[]): number {
  return all.reduce((before, one) => before + one, 0);
}

/** How many bytes a file has. */
function sizeOf(file: Rolldown.OutputChunk | Rolldown.OutputAsset): number {
  return Buffer.byteLength(file.type === 'chunk' ? file.code : file.source);
}
