/** Lets a worker thread load TypeScript, then starts it. */
import { register } from 'tsx/esm/api';

register();
await import('./fuzz.worker.ts');
