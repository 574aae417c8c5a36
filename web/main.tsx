import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css';
import '@fontsource/atkinson-hyperlegible-mono/latin-600.css';
import './styles.css';
import { pause } from './session/lots.ts';

// the parts are evaluated one at a time, with pauses between: on a slow machine too the page answers while it opens
const parts = [
  () => import('react-dom/client'),
  () => import('react-router/dom'),
  () => import('@reduxjs/toolkit'),
  () => import('./texts/catalogue.ts'),
  () => import('./session/session.ts'),
  () => import('./areas/today/Today.tsx'),
  () => import('./app/Shell.tsx'),
  () => import('./app/router.tsx'),
];
for (const part of parts) {
  await part();
  await pause();
}
const { start } = await import('./app/start.tsx');
await start(document.getElementById('root')!);
