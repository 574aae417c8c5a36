import { pathToFileURL } from 'node:url';
import { build } from 'vite';

const nameOf = (script: string): string => script.replace(/\W+/g, '-');

/** The bundle of a program of the project in a folder of bundles. */
export const bundleIn = (folder: string, script: string): string => `${folder}/${nameOf(script)}.js`;

/**
 * Bundles programs that tests start, once before all: read file by file, as `npm start` does, a program takes three times as long
 * to begin.
 */
export async function bundleInto(folder: string, programs: readonly string[]): Promise<void> {
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
      outDir: folder,
      minify: false,
      rollupOptions: { input: Object.fromEntries(programs.map(script => [nameOf(script), script])) },
    },
  });
}
