/** Terms of the trade, each in one sentence, some with a small drawing (drawn in `Term.tsx`). */
export const TERMS = {
  datum: 'The edge a distance is measured from: one a calliper can touch, always the same.',
  boss: 'A post moulded into a half: a screw goes in, a board sits on it, or a key is backed by it.',
  'parting line': 'Where the two halves meet when the shell is closed.',
  rib: 'A thin standing wall that stiffens a half or guides a board.',
  lip: 'A step along the rim of one half that slips into the other.',
  web: 'The wall left between two holes, or between a hole and an edge; too thin, it cracks.',
  tide: 'How high the parts of the other half come to when the shell is closed.',
  headroom: 'Free depth above a spot of the open half once the shell is closed.',
  swelling: 'A pouch cell grows about a tenth thicker with age; that room must stay free.',
  'service loop': 'Spare wire that lets the halves lie open side by side.',
  'brown-out': 'The supply dips so low that the computer resets or spoils its card.',
  'power path':
    'A charger that feeds the handheld itself, so that the cell can still come to its end.',
  'pull-up': 'A resistor that holds a line high until a key pulls it low.',
  overlay: 'A small file that tells the computer which line is which key or screen.',
  'pilot hole': 'A small hole drilled first, so that the larger bit does not wander.',
  'test closing': 'Shut the empty-handed shell with everything in it, before anything is glued.',
  'tactile switch':
    'A small push switch under a cap or key; it travels about a quarter of a millimetre.',
  membrane: 'The rubber sheet under old keys, with a carbon pill over each contact.',
  'cold joint': 'Solder that lies on a pad without having flowed into it; it fails when moved.',
  strain: 'What holds a cable so that a pull does not reach its solder.',
  moulding:
    'The thick body behind the nose of a plug; it needs room in front of the wall, or an opening.',
  mouth: 'The open end of a socket: how far it lies behind the outer face decides if a plug seats.',
  margin: 'What is left of a gap once the room it needs is taken off; under zero it does not fit.',
  'worst case': 'The gap when every size of it is as bad as its limits allow, all at once.',
  GPIO: "A line of the computer's header that a program can read or set: a key to ground, for one.",
  tolerance: 'How far a size may be off and still be good.',
  plug: 'What is put into a socket; its moulding is thicker than its nose and needs room outside.',
  recess: 'How far a socket lies behind the outer face.',
  'dead zone': 'How far a stick may move from its middle before it counts.',
} as const satisfies Readonly<Record<string, string>>;

export type TermName = keyof typeof TERMS;

/** Other forms of a term, as sentences have them. */
const FORMS: Readonly<Record<string, TermName>> = {
  swells: 'swelling',
  recessed: 'recess',
  'pilot holes': 'pilot hole',
  strains: 'strain',
};
const BY_NAME = new Map<string, TermName>([
  ...(Object.keys(TERMS) as TermName[]).map((t) => [t.toLowerCase(), t] as const),
  ...Object.entries(FORMS),
]);
const NAMES = [...BY_NAME.keys()].sort((a, b) => b.length - a.length);
/** A number after it makes it a name: GPIO18. Plurals as written: bosses, ribs, webs. */
const ANY = new RegExp(`\\b(${NAMES.join('|')})(?:e?s)?(?=\\b|\\d)`, 'gi');

/** The sentence in pieces, text and terms by turns; pieces together are the sentence. */
export function piecesOf(text: string): Array<{ text: string; term?: TermName }> {
  const out: Array<{ text: string; term?: TermName }> = [];
  const seen = new Set<string>();
  let from = 0;
  for (const m of text.matchAll(ANY)) {
    const term = BY_NAME.get(m[1]!.toLowerCase())!;
    if (seen.has(term)) continue;
    seen.add(term);
    if (m.index > from) out.push({ text: text.slice(from, m.index) });
    out.push({ text: m[0], term });
    from = m.index + m[0].length;
  }
  if (from < text.length) out.push({ text: text.slice(from) });
  return out;
}
