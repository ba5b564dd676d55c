/**
 * TypeScript for Jest, with the usual globals made local to each module; packages that loop over
 * numbers get the same and are otherwise left as they are.
 *
 * Jest runs files in a context whose every global is looked up through an interceptor, which makes
 * loops over Math and typed arrays many times slower than they are anywhere else.
 */
import swc from '@swc/jest';

const LOCAL = ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'WeakMap', 'JSON', 'String', 'Boolean', 'Infinity', 'NaN', 'Float64Array', 'Float32Array', 'Int32Array', 'Uint32Array', 'Uint16Array', 'Uint8Array', 'performance', 'parseInt', 'parseFloat', 'isNaN', 'isFinite'];
/** Names a file declares or imports itself stay its own. */
const prelude = (code) => {
  const own = new Set([...code.matchAll(/(?:class|const|let|var|function|import|as|,|\{)\s+([A-Za-z]\w*)/g)].map((m) => m[1]));
  return `const {${LOCAL.filter((n) => !own.has(n)).join(',')}}=globalThis;`;
};

export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options), local = (out) => ({ ...out, code: prelude(out.code) + out.code }), asIs = (src) => ({ code: prelude(src) + src });
    const typed = (file) => file.endsWith('.ts');
    return {
      ...inner,
      canInstrument: false,
      getCacheKey: (src, file, ...rest) => `${inner.getCacheKey(src, file, ...rest)}-local-2`,
      process: (src, file, ...rest) => (typed(file) ? local(inner.process(src, file, ...rest)) : asIs(src)),
      processAsync: async (src, file, ...rest) => (typed(file) ? local(await inner.processAsync(src, file, ...rest)) : asIs(src)),
    };
  },
};
