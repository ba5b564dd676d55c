/** Each wanted game family's buttons against what the shell has. */
import type { InputRole, Project } from '../model';

export interface FamilyCoverage {
  family: string;
  missing: InputRole[];
  sentence: string;
}

/** @param needs  buttons of each family, by its name */
export function coverage(
  p: Project,
  needs: Readonly<Record<string, { needs: readonly InputRole[] }>>,
): FamilyCoverage[] {
  const have = new Set(p.controls.inputs.filter((i) => i.routed).map((i) => i.role));
  return p.brief.families.map((family) => {
    const missing = (needs[family]?.needs ?? []).filter((r) => !have.has(r));
    return {
      family,
      missing,
      sentence: missing.length
        ? `${family}: ${missing.length} missing (${missing.join(', ')}); put them on a chord or leave those games out.`
        : `${family}: every button is there.`,
    };
  });
}
