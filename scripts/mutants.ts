/**
 * `npm run mutants [MODULE ...]`: one place of a module is changed at a time, and its tests must notice.
 *
 * Every named number, and others drawn by a seed up to 120 a module. A mutant is killed when a test
 * fails, first the module's own, then those that judge whole builds; a difference in words alone is
 * not tried. A tool of our own: the known one leaves numbers alone, and wants a newer Node.
 *
 * What was tried is kept in .deft/mutants.json by the text of the file, so that a run is resumable.
 */
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { seeded } from '../core/geometry/seeded';

const MODULES = ['power', 'controls', 'cuts', 'build', 'chains', 'verdict'] as const;
const DRAWN = 120;
const SEED = 20261129;
/** Asked of what survives its module's own tests. */
const WHOLE_BUILDS = ['core/verdict/sabotage', 'core/verdict/verdict', 'core/brief/brief'];
/** A run that takes so many times as long as one without a mutant hangs, and that is noticed. */
const HANGS_AFTER = 8;

interface Mutant {
  file: string;
  from: number;
  to: number;
  by: string;
  line: number;
  was: string;
  /** A number with a name at the top of its file. */
  isConstant: boolean;
}

const TURNED: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
};
const OTHER: Readonly<Record<string, string>> = {
  some: 'every',
  every: 'some',
  min: 'max',
  max: 'min',
};
/** How many digits are shown is wording. */
const WORDS = new Set(['toFixed', 'formatMm', 'mm1', 'padStart', 'slice', 'toLocaleString']);

/** A number a quarter larger; a small whole one the next. */
const other = (n: number): string => {
  if (n === 0) return '1';
  return String(Number.isInteger(n) && n < 4 ? n + 1 : n * 1.25);
};

function mutantsOf(file: string): Mutant[] {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const out: Mutant[] = [];
  const put = (node: ts.Node, by: string, isConstant = false): void => {
    const [from, to] = [node.getStart(source), node.getEnd()];
    const line = source.getLineAndCharacterOfPosition(from).line + 1;
    out.push({ file, from, to, by, line, was: text.slice(from, to), isConstant });
  };
  const isNamed = (node: ts.Node): boolean => {
    for (let up: ts.Node = node; ; up = up.parent) {
      if (ts.isFunctionLike(up)) return false;
      if (ts.isVariableDeclaration(up)) return up.parent.parent.parent === source;
      if (ts.isSourceFile(up)) return false;
    }
  };
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isTemplateExpression(node) || ts.isImportDeclaration(node)) {
      return;
    }
    if (ts.isCallExpression(node)) {
      const called = ts.isPropertyAccessExpression(node.expression)
        ? node.expression.name
        : node.expression;
      if (WORDS.has(called.getText(source))) return;
      const turned = OTHER[called.getText(source)];
      if (turned) put(called, turned);
    }
    if (ts.isNumericLiteral(node) && !ts.isElementAccessExpression(node.parent)) {
      put(node, other(Number(node.text)), isNamed(node));
    }
    if (ts.isBinaryExpression(node)) {
      const turned = TURNED[node.operatorToken.kind];
      const joins = ts.isStringLiteralLike(node.left) || ts.isStringLiteralLike(node.right);
      const isText = joins && node.operatorToken.kind === ts.SyntaxKind.PlusToken;
      if (turned && !isText) put(node.operatorToken, turned);
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) {
      put(node, node.operand.getText(source));
    }
    if (ts.isConditionalExpression(node)) {
      put(node.condition, `!(${node.condition.getText(source)})`);
    }
    if (ts.isIfStatement(node)) put(node.expression, `!(${node.expression.getText(source)})`);
    if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, 'false');
    if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, 'true');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

const codeOf = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter(
      (f) => f.isFile() && /\.ts$/.test(f.name) && !/\.(test|fixture|bench)\.ts$/.test(f.name),
    )
    .filter((f) => f.name !== 'index.ts' || f.parentPath.endsWith('chains'))
    .map((f) => join(f.parentPath, f.name))
    .sort();

/** Every named number, and as many others as make up the count, drawn by the seed. */
function drawnOf(module: string): Mutant[] {
  const all = codeOf(join('core', module)).flatMap(mutantsOf);
  const random = seeded(SEED);
  const rest = all
    .filter((m) => !m.isConstant)
    .map((m) => ({ m, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ m }) => m);
  return [...all.filter((m) => m.isConstant), ...rest.slice(0, DRAWN)];
}

/** Whether these tests notice; a run that hangs is noticed as well. */
function notices(
  m: Mutant | undefined,
  tests: readonly string[],
  patienceMs: number,
): Promise<boolean> {
  const env = m
    ? {
        DEFT_MUTANT: JSON.stringify({ ...m, file: `/${m.file}` }),
        NODE_OPTIONS: '--import ./scripts/mutant.mjs',
      }
    : {};
  return new Promise((resolve) => {
    const child = spawn(
      process.execPath,
      ['node_modules/jest/bin/jest.js', ...tests, '--runInBand', '--bail', '--silent'],
      { stdio: 'ignore', env: { ...process.env, ...env } },
    );
    const timer = setTimeout(() => child.kill('SIGKILL'), patienceMs);
    child.once('exit', (code) => {
      clearTimeout(timer);
      resolve(code !== 0);
    });
  });
}

const KEPT = '.deft/mutants.json';
type Fate = 'own tests' | 'whole builds' | 'survived';
const kept: Record<string, Fate> = (() => {
  try {
    return JSON.parse(readFileSync(KEPT, 'utf8')) as Record<string, Fate>;
  } catch {
    return {};
  }
})();
const sums = new Map<string, string>();
/** What the tests of a module and the mutated file say: a fate holds as long as neither changes. */
function keyOf(m: Mutant, module: string): string {
  const sum = (file: string): string => {
    const known = sums.get(file) ?? createHash('sha1').update(readFileSync(file)).digest('hex');
    sums.set(file, known);
    return known;
  };
  return `${module} ${m.file} ${sum(m.file)} ${m.from} ${m.by}`;
}

async function fateOf(m: Mutant, module: string, aloneMs: number): Promise<Fate> {
  const own = await notices(m, [`core/${module}/`], HANGS_AFTER * aloneMs);
  if (own) return 'own tests';
  const whole = await notices(m, WHOLE_BUILDS, 600_000);
  return whole ? 'whole builds' : 'survived';
}

const say = (text: string): void => void process.stdout.write(`${text}\n`);
const asked = process.argv.slice(2).filter((a) => !a.startsWith('--'));
mkdirSync('.deft', { recursive: true });
for (const module of asked.length ? asked : MODULES) {
  const begun = performance.now();
  if (await notices(undefined, [`core/${module}/`], 600_000)) {
    throw new Error(`The tests of ${module} fail without a mutant.`);
  }
  const aloneMs = Math.max(4000, performance.now() - begun);
  const all = drawnOf(module);
  const waiting = [...all];
  const work = async (): Promise<void> => {
    for (let m = waiting.shift(); m; m = waiting.shift()) {
      const key = keyOf(m, module);
      // A survivor is asked again: tests may have come since.
      if (kept[key] && kept[key] !== 'survived') continue;
      kept[key] = await fateOf(m, module, aloneMs);
      writeFileSync(KEPT, JSON.stringify(kept));
    }
  };
  await Promise.all([work(), work()]);
  const fates = all.map((m) => ({ m, fate: kept[keyOf(m, module)]! }));
  const count = (f: Fate): number => fates.filter((x) => x.fate === f).length;
  const survivors = fates.filter((x) => x.fate === 'survived');
  const killed = all.length - survivors.length;
  say(
    `${module}: ${all.length} mutants (${all.filter((m) => m.isConstant).length} named numbers), ${killed} killed = ${((100 * killed) / all.length).toFixed(1)} %, ${count('own tests')} by its own tests, ${count('whole builds')} by whole builds`,
  );
  for (const { m } of survivors) say(`  survived  ${m.file}:${m.line}  ${m.was}  ->  ${m.by}`);
}
