/** Keys a board between them and the computer reads, in the order they are soldered to its inputs. */
import { isLatchKey, onHeader } from '../kit';
import type { Input, Project } from '../model';
import type { ButtonMap } from './map';

export const readerInputs = (p: Project, map: Pick<ButtonMap, 'inputs'>): Input[] =>
  map.inputs.flatMap(({ input, place }) =>
    input.routed && place && !onHeader(p, input) && !isLatchKey(p, input) ? [input] : [],
  );
