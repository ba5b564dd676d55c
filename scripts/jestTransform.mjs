/**
 * TypeScript for Jest, with the usual globals made local to each module; packages that loop over
 * numbers get the same and are otherwise left as they are.
 *
 * Jest runs files in a context whose every global is looked up through an interceptor, which makes
 * loops over Math and typed arrays many times slower than they are anywhere else.
 */
import { createRequire } from 'node:module';
import swc from '@swc/jest';

const require = createRequire(import.meta.url);

const LOCAL = [
  'Math',
  'Number',
  'Array',
  'Object',
  'Map',
  'Set',
  'WeakMap',
  'JSON',
  'String',
  'Boolean',
  'Infinity',
  'NaN',
  'Float64Array',
  'Float32Array',
  'Int32Array',
  'Uint32Array',
  'Uint16Array',
  'Uint8Array',
  'performance',
  'parseInt',
  'parseFloat',
  'isNaN',
  'isFinite',
];
/** Names a file declares or imports itself stay its own. */
const prelude = (code) => {
  const own = new Set(
    [...code.matchAll(/(?:class|const|let|var|function|import|as|,|\{)\s+([A-Za-z]\w*)/g)].map(
      (m) => m[1],
    ),
  );
  return `const {${LOCAL.filter((n) => !own.has(n)).join(',')}}=globalThis;`;
};

/**
 * Calls of Math's functions by a name of their own: as properties they are looked up at each call
 * there, which made the whole suite take half as long again. Only calls in the code itself, not in texts.
 */
function direct(code) {
  if (!code.includes('Math.')) return code;
  const ts = require('typescript');
  const at = [];
  const names = new Set();
  const look = (node) => {
    if (
      ts.isCallExpression(node) &&
      ts.isPropertyAccessExpression(node.expression) &&
      ts.isIdentifier(node.expression.expression) &&
      code.startsWith('Math.', node.expression.getStart(file))
    ) {
      at.push([node.expression.getStart(file), node.expression.end]);
      names.add(node.expression.name.text);
    }
    ts.forEachChild(node, look);
  };
  const file = ts.createSourceFile('x.js', code, ts.ScriptTarget.ES2022);
  look(file);
  let out = '';
  let from = 0;
  for (const [a, b] of at.sort((p, q) => p[0] - q[0])) {
    out += `${code.slice(from, a)}Math$${code.slice(a + 5, b)}`;
    from = b;
  }
  return `const {${[...names].map((n) => `${n}:Math$${n}`).join(',')}}=globalThis.Math;${out}${code.slice(from)}`;
}

export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    const local = (out) => ({ ...out, code: prelude(out.code) + direct(out.code) });
    const asIs = (src) => ({ code: prelude(src) + direct(src) });
    const typed = (file) => file.endsWith('.ts');
    return {
      ...inner,
      canInstrument: false,
      getCacheKey: (src, file, ...rest) => `${inner.getCacheKey(src, file, ...rest)}-local-8`,
      process: (src, file, ...rest) =>
        typed(file) ? local(inner.process(src, file, ...rest)) : asIs(src),
      processAsync: async (src, file, ...rest) =>
        typed(file) ? local(await inner.processAsync(src, file, ...rest)) : asIs(src),
    };
  },
};
