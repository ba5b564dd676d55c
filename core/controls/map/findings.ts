/** Keys and their lines in the verdict. */
import type { Finding, Project } from '../../model';
import { type LineFault, lineFaults, type MapState } from './faults';
import { lineWords } from './words';

interface Rule {
  code: string;
  /** What of the build it is of, within its rule. */
  subject: string | number;
  check: 'pins' | 'input';
  about: string[];
}

function ruleOf(f: LineFault): Rule {
  switch (f.is) {
    case 'off track':
      return { code: 'off-track', subject: f.input.id, check: 'input', about: [f.input.id] };
    case 'contested':
      return {
        code: 'contested',
        subject: f.gpio,
        check: 'pins',
        about: f.by.map((t) => t.item),
      };
    case 'beside its track':
      return { ...ofPin(f.key.input.id), code: 'track' };
    case 'taken':
      return ofPin(f.key.input.id, f.by.item);
    case 'two keys':
      return ofPin(f.key.input.id, f.other.id);
    case 'reserved':
    case 'second duty':
    case 'no line':
      return ofPin(f.key.input.id);
    case 'too few': {
      const takers = [...new Set(f.lines.taken.map((t) => t.item))];
      return { code: 'short', subject: 'lines', check: 'pins', about: takers };
    }
    case 'no way':
      return { code: 'route', subject: f.input.id, check: 'input', about: [f.input.id] };
    case 'no place':
      return { code: 'place', subject: f.input.id, check: 'input', about: [f.input.id] };
    case 'one role':
      return {
        code: 'role',
        subject: f.input.id,
        check: 'input',
        about: [f.input.id, f.other.id],
      };
  }
}

const ofPin = (key: string, ...others: string[]): Rule => ({
  code: 'pin',
  subject: key,
  check: 'pins',
  about: [key, ...others],
});

export const lineFindings = (p: Project, on: MapState): Finding[] =>
  lineFaults(p, on).map((f): Finding => {
    const { code, subject, check, about } = ruleOf(f);
    return {
      id: `controls:${code}-${subject}`,
      code,
      station: 'controls',
      check,
      verdict: f.is === 'second duty' ? 'tight' : 'hit',
      ...lineWords(f),
      about,
    };
  });
