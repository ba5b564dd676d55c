/** Keys a board between them and the computer reads, in the order they are soldered to its inputs. */
import { isLatchKey, onHeader } from '../kit';
import { type Input, type Project, routeOf } from '../model';
import type { ButtonMap } from './map';

const isReaders = (p: Project, input: Input): boolean =>
  !onHeader(p, input) && routeOf(p, input) !== 'ladder' && !isLatchKey(p, input);

export const readerInputs = (p: Project, map: Pick<ButtonMap, 'inputs'>): Input[] =>
  map.inputs.flatMap(({ input, place }) =>
    input.routed && place && isReaders(p, input) ? [input] : [],
  );
