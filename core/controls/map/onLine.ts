/** Which keys take a line of the header. */
import { isLatchKey, onHeader } from '../../kit';
import type { Input, Project } from '../../model';

/** Whether a key is read on a line of the header. */
export const takesLine = (p: Project, input: Input): boolean =>
  onHeader(p, input) && !isLatchKey(p, input);
