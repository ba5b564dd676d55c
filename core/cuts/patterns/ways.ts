/** What mends a pattern: laid anew, with smaller holes, or left out; and a grille where none is. */
import type { Scene } from '../../fit';
import { type Finding, mm1, type PatternCut, type WayOut } from '../../model';
import { patternMm2, patternsIn, wallRules } from '../../shell';
import type { CutItem } from '../cutItem';
import { grilleBefore, holeWords, laidAnew, webFor } from './patterns';

/** A smaller bit where the one asked for finds no place, mm. */
const SMALL_BIT_MM = 2;

/** The same pattern as it can be drilled: with the web the material wants, clear of everything. */
function asDrilled(scene: Scene, c: PatternCut, openings: readonly CutItem[]): PatternCut {
  const { pieces } = scene.shell!.body;
  const { at } = c;
  const piece = ('piece' in at && pieces.find((q) => q.id === at.piece)) || pieces[0]!;
  const web = c.web < wallRules(piece).web ? webFor(piece) : c.web;
  return laidAnew(scene, { ...c, web }, openings);
}

/** What mends a fault of a pattern, which is the first thing its finding is about. */
export function patternWays(scene: Scene, f: Finding, openings: readonly CutItem[]): WayOut[] {
  const c =
    scene.shell && patternsIn(scene.project, scene.shell.body).find((q) => q.id === f.about[0]);
  // What was drilled stays; what is drilled in no wall there is was only said to be.
  if (!c || (c.state !== 'decided' && f.code !== 'pattern-nowhere')) return [];
  const drop: WayOut = {
    id: `unpattern-${c.id}`,
    text: 'Do without these holes',
    cost: c.holes.length
      ? `${patternMm2(c, scene.shell!.body).open.toFixed(0)} mm² less open`
      : 'nothing is drilled',
    changes: [{ do: 'uncut', id: c.id }],
    effort: 3,
  };
  const anew = asDrilled(scene, c, openings);
  const small = asDrilled(scene, { ...c, hole: { kind: 'round', d: SMALL_BIT_MM } }, openings);
  const way = (id: string, cut: PatternCut, effort: number): WayOut[] =>
    cut.holes.length
      ? [
          {
            id: `${id}-${c.id}`,
            text: `Lay ${cut.holes.length} holes ${holeWords(cut.hole)} anew where nothing is in their way`,
            cost: `${patternMm2(cut, scene.shell!.body).open.toFixed(0)} mm² open, ${mm1(cut.web)} mm of web`,
            changes: [{ do: 'pattern', cut }],
            effort,
          },
        ]
      : [];
  return [
    ...way('relay', anew, 1),
    ...(anew.holes.length || f.code === 'pattern-idle' ? [] : way('smaller', small, 1.5)),
    drop,
  ];
}

/** A grille drilled before a speaker that plays into a closed face, or one with more open. */
export function grilleWays(scene: Scene, f: Finding, openings: readonly CutItem[]): WayOut[] {
  if (!scene.shell) return [];
  return [...scene.items.values()]
    .filter((at) => at.part.speaker && f.about.includes(at.item.id))
    .flatMap((at): WayOut[] => {
      const cut = grilleBefore(scene, at, openings);
      if (!cut) return [];
      const { open } = patternMm2(cut, scene.shell!.body);
      return [
        {
          id: `drill-grille-${at.item.id}`,
          text: `Drill ${cut.holes.length} holes ${holeWords(cut.hole)} before ${at.item.name}`,
          cost: `${open.toFixed(0)} mm² open, ${mm1(cut.web)} mm of web; mark with the template, every cell out`,
          changes: [{ do: 'pattern', cut }],
          effort: 3,
        },
      ];
    });
}
