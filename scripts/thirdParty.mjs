/**
 * THIRD-PARTY.md: every package that the product ships or serves, with its version and its terms, read
 * from what is installed. `--check` fails when the page and the packages say different things.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './folders.mjs';

const PAGE = join(ROOT, 'THIRD-PARTY.md');
const WORKSPACES = ['core', 'server', 'web', 'cli'];
const read = (file) => JSON.parse(readFileSync(file, 'utf8'));

/** Where a package lies for one that asks for it: beside it, or above. */
function folderOf(name, from) {
  for (let at = from; ; at = join(at, '..')) {
    const dir = join(at, 'node_modules', name);
    if (existsSync(join(dir, 'package.json'))) return dir;
    if (at === ROOT || at === '/') return undefined;
  }
}

/** All packages below the workspaces' own dependencies, without what only builds and tests. */
function shipped() {
  const found = new Map();
  const visit = (name, from) => {
    if (name.startsWith('@deft/')) return;
    const dir = folderOf(name, from);
    if (!dir) return;
    const p = read(join(dir, 'package.json'));
    const key = `${p.name} ${p.version}`;
    if (found.has(key)) return;
    const terms =
      typeof p.license === 'string' ? p.license : (p.license?.type ?? p.licenses?.[0]?.type);
    found.set(key, { name: p.name, version: p.version, terms: terms ?? 'see its folder' });
    for (const next of Object.keys(p.dependencies ?? {})) visit(next, dir);
  };
  for (const w of WORKSPACES) {
    const dir = join(ROOT, w);
    for (const name of Object.keys(read(join(dir, 'package.json')).dependencies)) visit(name, dir);
  }
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}

const rows = shipped().map((p) => `| ${p.name} | ${p.version} | ${p.terms} |`);
const page = `# What others wrote

Made by \`npm run third-party\` from the installed packages; \`npm run lint\` checks it. Each package lies
unchanged in node_modules with its own licence text; those served to the browser are bundled from there.

- Fonts: Atkinson Hyperlegible Next (SIL Open Font License 1.1) and DejaVu Sans (Bitstream Vera and
  Arev terms). Both may be served and embedded; neither is sold by itself.
- occt-import-js carries Open CASCADE Technology under LGPL-2.1 with its exception. It is served as its own
  file and its own worker, unchanged, and may be replaced by another build of the same interface.

| package | version | terms |
|---|---|---|
${rows.join('\n')}
`;

if (process.argv.includes('--check')) {
  const now = existsSync(PAGE) ? readFileSync(PAGE, 'utf8') : '';
  if (now !== page) {
    say('THIRD-PARTY.md does not say what is installed. Run: npm run third-party');
    process.exit(1);
  }
} else {
  writeFileSync(PAGE, page);
  say(`${rows.length} packages`);
}
