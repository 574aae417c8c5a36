import { bundleIn, bundleInto } from '../scripts/bundle.ts';

/** The folder of the programs that tests start. */
const BUNDLES = 'test-results/servers';

/** The bundle of a program of the project. */
export const bundleOf = (script: string): string => bundleIn(BUNDLES, script);

/** Every test begins a server: its bundle is made once before all. */
export default (): Promise<void> => bundleInto(BUNDLES, ['server/main.ts', 'demo/main.ts']);
