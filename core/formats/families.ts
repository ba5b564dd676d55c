/** Where each family's buttons go, for the settings of whatever plays them. */
import { familyMaps, ROLE_WORDS } from '../games';
import type { Project } from '../model';
import { csv } from './csv';

export const familyTable = (p: Project): string =>
  csv([
    ['family', 'button', 'in most games', 'key', 'line', 'pin'],
    ...familyMaps(p).flatMap((f) =>
      f.keys.map((k) => [
        f.family,
        k.role,
        ROLE_WORDS[k.role],
        k.input?.name ?? 'no key',
        k.gpio === undefined ? '' : `GPIO${k.gpio}`,
        k.pin ?? '',
      ]),
    ),
  ]);

/** The same as JSON: families by name, buttons by role, each with its key and line or null. */
export const familyJson = (p: Project): string =>
  `${JSON.stringify(
    Object.fromEntries(
      familyMaps(p).map((f) => [
        f.family,
        Object.fromEntries(
          f.keys.map((k) => [
            k.role,
            k.input ? { key: k.input.name, gpio: k.gpio ?? null, pin: k.pin ?? null } : null,
          ]),
        ),
      ]),
    ),
    null,
    2,
  )}\n`;
