/** The document's JSON Schema, generated from the Zod schema that checks it. */
import { z } from 'zod';
import { FORMAT, Project } from '../model';

export const documentSchema = (): unknown => ({
  title: `Deft Shell project document, ${FORMAT}`,
  ...(z.toJSONSchema(Project, { io: 'input', unrepresentable: 'any' }) as object),
});
