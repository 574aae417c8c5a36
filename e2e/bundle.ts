import { pathToFileURL } from 'node:url';
import { build } from 'vite';

/** The folder of the programs that tests start. */
const BUNDLES = 'test-results/servers';

/** The bundle of a program of the project. */
export const bundleOf = (script: string): string => `${BUNDLES}/${script.replace(/\W+/g, '-')}.js`;

const programs = ['server/main.ts', 'demo/main.ts'];

/**
 * Bundles the programs that tests start, once before all: read file by file, as `npm start` does, a server takes three times
 * as long to begin, and every test begins one.
 */
export default async function bundlePrograms(): Promise<void> {
  await build({
    configFile: false,
    logLevel: 'warn',
    plugins: [
      {
        name: 'own-places',
        enforce: 'pre',
        // what is found beside a file stays beside it
        transform: (code, id) => code.replaceAll('import.meta.url', JSON.stringify(pathToFileURL(id).href)),
      },
    ],
    // one file is read sooner than a thousand; what brings a program or data of its own stays where it is
    ssr: { noExternal: true, external: ['@libsql/client', '@react-pdf/renderer', 'pino', 'pino-http'] },
    build: {
      ssr: true,
      outDir: BUNDLES,
      minify: false,
      rollupOptions: {
        input: Object.fromEntries(programs.map(script => [script.replace(/\W+/g, '-'), script])),
      },
    },
  });
}
