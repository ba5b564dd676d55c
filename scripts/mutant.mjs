/** `--import` of a process whose code has one place changed, told by DEFT_MUTANT; types are stripped as in every test. */
import { register } from 'node:module';

register('./mutantLoad.mjs', import.meta.url, { data: JSON.parse(process.env.DEFT_MUTANT) });
await import('tsx');
