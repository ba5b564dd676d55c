/** The usual cautions, once each and short. Local rules and the maker's sheet decide. */
export const CAUTIONS = {
  lithium:
    'Lithium cell: right polarity, no metal tool across it, nothing else soldered with it connected, no swollen or dented cell, a fire-safe place. Dead cells go to a collection point; local rules decide.',
  nickel: 'Loose cells: right polarity, all alike and of one age, out of the bay while you solder.',
  charge:
    'First charge: 1C at the most unless the maker allows more, never unattended, on a fire-safe surface. Posting or flying with cells: local rules decide.',
  rotary: 'Eye protection and dust mask, clamp the work, cell out of the shell.',
  solder: 'Ventilate, wash hands after leaded solder, cell disconnected.',
  leaked: 'Leaked cells: gloves and eye protection.',
  solvent: "Solvents: fresh air, no flame, gloves; the maker's sheet decides.",
  resin: "Resin: gloves and fresh air until it is cured through; the maker's sheet decides.",
  mains:
    'The wall supply stays closed and certified. Work on the mains is for a licensed person; local rules decide.',
  fluorescent:
    'Fluorescent backlight: hundreds of volts, also for a while after it is off. Discharge first, keep fingers away; if unsure leave it to somebody licensed.',
} as const;
export type CautionKey = keyof typeof CAUTIONS;
